import { createHash } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import { formatAmount, formatPrice, formatQuantity, fraction, price, quantity } from '@obolus/core/exact/amounts';
import { chargeKindOf } from '@obolus/core/matching/chargeWords';
import { propose, type OpenLine, type Proposal } from '@obolus/core/matching/propose';
import { RequestError } from '../commands/failures.ts';
import { readGoodsCalled, vendorOf } from '../papers/ours.ts';
import { big, text, type Row } from '../queries/figures.ts';
import { BILLED } from '../queries/openOfOrder.ts';
import { leaveDraft } from '../storage/drafts.ts';
import { stands } from '../storage/load/rows.ts';
import { transaction } from '../storage/transaction.ts';
import { readBill, type BillPaper, type PaperLine } from './readBill.ts';

type IncomingBill = ReplyOf<typeof api.incomingBill>;

/**
 * Takes a vendor's bill in: the paper is kept, and a draft of the bill with what is proposed for it waits for whoever may enter bills, under the same id.
 * The same paper again is refused, unless its draft was thrown away or its bill taken back.
 */
export async function takeBillIn(source: DataSource, id: string, content: Buffer, by: string): Promise<ReplyOf<typeof api.takeBillIn>> {
  const paper = readBill(content);
  const vendor = await vendorOf(
    source.manager,
    paper.vendor,
    paper.lines.map(({ order }) => order),
  );
  const checksum = createHash('sha256').update(content).digest('hex');
  const proposals = await readProposals(source.manager, vendor, paper);
  await transaction(source, async (manager) => {
    // One paper of a vendor after the other: the same one given twice at once is taken in once.
    const [from] = (await manager.query('SELECT name FROM vendor WHERE id = ? FOR UPDATE', [vendor])) as { name: string }[];
    const [known] = (await manager.query('SELECT id FROM incoming_bill WHERE checksum = ? FOR UPDATE', [checksum])) as { id: string }[];
    if (known?.id === id) return;
    const ofId: unknown[] = await manager.query('SELECT 1 FROM incoming_bill WHERE id = ? UNION ALL SELECT 1 FROM draft WHERE id = ?', [id, id]);
    if (ofId.length > 0) throw new RequestError(422, 'Key used before', 'Another bill is kept under this id: make a new one.');
    if (known && (await isAtWork(manager, known.id)))
      throw new RequestError(409, 'There already', `${paper.number} was taken in already: it is the same paper.`);
    await manager.query('DELETE FROM incoming_bill WHERE checksum = ?', [checksum]);
    await manager.query('INSERT INTO incoming_bill (id, vendor_id, number, checksum, content, kept_by, kept_at) VALUES (?, ?, ?, ?, ?, ?, UTC_TIMESTAMP(6))', [
      ...[id, vendor, paper.number.slice(0, 60), checksum, content, by],
    ]);
    await leaveDraft(manager, { id, kind: 'bill', title: `Bill ${paper.number} of ${from?.name ?? ''}`, body: bodyOf(id, vendor, paper, proposals) });
  });
  return { draft: id, vendor };
}

/** Whether a draft waits under its id, or a bill that stands was posted from it. */
async function isAtWork(manager: EntityManager, id: string): Promise<boolean> {
  const rows: unknown[] = await manager.query(
    `SELECT 1 FROM draft WHERE id = ? UNION ALL SELECT 1 FROM document d WHERE d.idempotency_key = ? AND ${stands('d.id')} LIMIT 1`,
    [id, id],
  );
  return rows.length > 0;
}

/** A draft of the bill as the bench enters it. */
function bodyOf(id: string, vendor: string, paper: BillPaper, proposals: readonly Proposal[]): object {
  const charges = new Map<string, bigint>();
  const add = (kind: string, amount: bigint) => charges.set(kind, (charges.get(kind) ?? 0n) + amount);
  proposals.forEach(({ charge }, at) => charge !== undefined && add(charge, paper.lines[at]?.amount ?? 0n));
  for (const { said, amount } of paper.charges) add(chargeKindOf(said) ?? 'freight', amount);
  return {
    ...{ paper: id, vendor, number: paper.number.slice(0, 60), date: paper.date, currency: paper.currency, terms: '' },
    billed: billedOf(proposals),
    further: [...charges].map(([what, amount]) => ({ what, about: '', amount: formatAmount(amount, paper.currency) })),
  };
}

/** What is proposed for each received line, added up where several lines of the bill are for it. */
function billedOf(proposals: readonly Proposal[]): Record<string, { quantity: string; price: string; difference: string }> {
  const sums = new Map<string, { quantity: bigint; price: string }>();
  for (const cover of proposals.flatMap(({ covers }) => covers)) {
    const known = sums.get(cover.line);
    sums.set(cover.line, { quantity: (known?.quantity ?? 0n) + cover.quantity, price: known?.price ?? formatPrice(cover.price) });
  }
  return Object.fromEntries([...sums].map(([line, sum]) => [line, { quantity: formatQuantity(quantity(sum.quantity)), price: sum.price, difference: 'cost' }]));
}

/** What a paper that was taken in says, with what is proposed for it now. */
export async function readIncomingBill(manager: EntityManager, id: string): Promise<IncomingBill> {
  const [row] = (await manager.query('SELECT vendor_id, content FROM incoming_bill WHERE id = ?', [id])) as { vendor_id: string; content: Buffer }[];
  if (!row) throw new RequestError(404, 'Not found', 'No paper of this bill was taken in.');
  const paper = readBill(row.content);
  const proposals = await readProposals(manager, row.vendor_id, paper);
  const money = (amount: bigint): string => formatAmount(amount, paper.currency);
  return {
    ...{ number: paper.number.slice(0, 60), currency: paper.currency, tax: money(paper.tax), total: money(paper.total) },
    charges: paper.charges.map(({ said, amount }) => ({ said: said.slice(0, 200), amount: money(amount) })),
    lines: paper.lines.map((line, at) => viewOf(line, proposals[at] as Proposal, money)),
    billed: billedOf(proposals) as IncomingBill['billed'],
  };
}

function viewOf(line: PaperLine, { covers, left, certain, why, charge }: Proposal, money: (amount: bigint) => string): IncomingBill['lines'][number] {
  return {
    ...{ said: line.said, quantity: formatQuantity(line.quantity), unit: line.unit.slice(0, 20), price: formatPrice(line.price), amount: money(line.amount) },
    covers: covers.map((cover) => ({ of: cover.line, quantity: formatQuantity(cover.quantity) })),
    ...{ left: formatQuantity(left), certain, why: [...why], charge: (charge ?? '') as IncomingBill['lines'][number]['charge'] },
  };
}

async function readProposals(manager: EntityManager, vendor: string, paper: BillPaper): Promise<Proposal[]> {
  const goods = paper.lines.map((line) => (line.quantity > 0n ? line : nameless(line.description)));
  return propose(goods, await readOpen(manager, vendor, paper.currency), paper.currency);
}

/** A line that can cover no goods: it may still name a charge. */
const nameless = (description: string) => ({
  ...{ order: '', slip: '', names: [], description, unit: '', amount: 0n as PaperLine['amount'] },
  ...{ quantity: quantity(0n), price: price(0n), per: quantity(1n) },
});

/** Received lines of a vendor that are not all billed, as the order prices them. */
async function readOpen(manager: EntityManager, vendor: string, currency: string): Promise<OpenLine[]> {
  const rows: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, l.item_id, COALESCE(i.name, l.expense) AS name, d.date, d.reference, d.transport, o.number AS order_number, l.quantity - ${BILLED} AS open,
            COALESCE(l.corrected_price, ol.price) AS price, ol.per, IF(l.corrected_price IS NULL, ol.discount, 0) AS discount
     FROM receipt_line l JOIN document d ON d.id = l.document_id JOIN document o ON o.id = l.order_id LEFT JOIN item i ON i.id = l.item_id
     JOIN order_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no AND ol.by_id = l.ordered_by_id
     WHERE d.vendor_id = ? AND l.currency = ? AND ${BILLED} < l.quantity AND ${stands('d.id')} ORDER BY d.date, l.document_id, l.line_no`,
    [vendor, currency],
  );
  const called = await readGoodsCalled(
    manager,
    vendor,
    rows.flatMap((row) => (row.item_id == null ? [] : [text(row.item_id)])),
  );
  return rows.map((row) => ({
    ...{ line: `${text(row.document_id)}/${text(row.line_no)}` as const, item: text(row.item_id) || text(row.name), description: text(row.name) },
    ...{ order: text(row.order_number), slip: text(row.reference), transport: text(row.transport), date: text(row.date) },
    ...{ quantity: quantity(big(row.open)), price: price(big(row.price)), per: quantity(big(row.per)), discount: fraction(big(row.discount)) },
    ...called(text(row.item_id)),
  }));
}
