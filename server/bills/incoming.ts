import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { ReadablePaper } from '@obolus/contract/views/papers';
import type { ReplyOf } from '@obolus/contract/endpoint';
import { formatAmount, formatPrice, formatQuantity } from '@obolus/core/exact/amounts';
import type { Proposal } from '@obolus/core/matching/propose';
import { RequestError } from '../asking/failures.ts';
import { message } from '@obolus/messages/message';
import { text, type Row } from '../queries/figures.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import type { BillPaper, PaperLine } from '../billPapers/billPaper.ts';
import { doubtsOf } from './doubts.ts';
import { billedOf, coveredBy, coversOf } from './draftOfPaper.ts';
import { readProposals } from './proposals.ts';
import { twinOf } from './references.ts';
import { readablePaper } from '../billPapers/readable.ts';
import { readBill } from '../billPapers/readBill.ts';
import { attachedIn } from '../papers/attachedXml.ts';
import { mediaTypeOf } from '../papers/kept.ts';
import { encodingOf, isXml, xmlText } from '../papers/readXml.ts';
import { readSays } from '../storage/said.ts';

type IncomingBill = ReplyOf<typeof api.incomingBill>;

/** A bill for a prepayment (UNTDID 1001). */
const FOR_PREPAYMENT = '386';

/** What a paper that was taken in says, what speaks against posting it unseen, and what is proposed for it now. */
export async function readIncomingBill(manager: EntityManager, id: string, today: string): Promise<IncomingBill> {
  const [row] = (await manager.query(
    'SELECT vendor_id, structured, name, media_type, came, sender, says, number FROM incoming_paper WHERE id = ? AND vendor_id IS NOT NULL',
    [id],
  )) as (Omit<Row, 'structured'> & { structured: Buffer | null })[];
  if (!row) throw new RequestError(404, 'problem.no_paper_of_bill');
  const about = {
    name: text(row.name),
    type: text(row.media_type),
    came: text(row.came) as IncomingBill['came'],
    sender: text(row.sender),
    says: readSays(row.says),
    twin: null,
    prepays: null,
  };
  const nothing = {
    number: text(row.number),
    currency: '',
    due: '',
    instalments: [],
    tax: '',
    total: '',
    charges: [],
    lines: [],
    billed: {},
    covers: [],
  };
  if (!row.structured) return { ...about, ...nothing, doubts: [message('paper.only_looked_at')] };
  const vendor = text(row.vendor_id);
  const paper = readBill(row.structured, await baseCurrency(manager));
  const { proposals, open } = await readProposals(manager, vendor, paper);
  const twin = await twinOf(manager, id, vendor, paper);
  const doubts = await doubtsOf(manager, { id, vendor, paper, open, twin }, today);
  // Without a currency no figure of it can be held against anything.
  if (paper.currency === '') return { ...about, ...nothing, doubts: [...doubts, message('paper.only_looked_at')] };
  const money = (amount: bigint): string => formatAmount(amount, paper.currency);
  return {
    ...about,
    doubts,
    twin: twin?.isPaper ? { id: twin.id, number: twin.number.slice(0, 60), name: twin.name.slice(0, 200) } : null,
    prepays:
      paper.besides.typeCode === FOR_PREPAYMENT
        ? {
            order: await orderOf(manager, vendor, paper),
            amount: money(paper.total),
            tax: paper.tax === 0n ? '' : money(paper.tax),
          }
        : null,
    number: paper.number.slice(0, 60),
    due: paper.dues.length === 1 ? (paper.dues[0] ?? '') : '',
    instalments: (paper.instalments ?? []).map(({ due, amount }) => ({ due, amount: money(amount) })),
    currency: paper.currency,
    tax: money(paper.tax),
    total: money(paper.total),
    charges: paper.charges.map(({ said, amount }) => ({ said: said.slice(0, 200), amount: money(amount) })),
    lines: paper.lines.map((line, at) => viewOf(line, proposals[at] as Proposal, money)),
    billed: billedOf(coveredBy(proposals, open)),
    covers: coversOf(proposals),
  };
}

/** What speaks against posting the paper of a draft unseen; nothing where it came without one. */
export async function doubtsOfDraft(
  manager: EntityManager,
  id: string,
  today: string,
): Promise<IncomingBill['doubts']> {
  const there: unknown[] = await manager.query(
    'SELECT 1 FROM incoming_paper WHERE id = ? AND vendor_id IS NOT NULL AND content IS NOT NULL',
    [id],
  );
  return there.length === 0 ? [] : (await readIncomingBill(manager, id, today)).doubts;
}

function viewOf(
  line: PaperLine,
  { covers, certain, why, charge }: Proposal,
  money: (amount: bigint) => string,
): IncomingBill['lines'][number] {
  return {
    said: line.said,
    quantity: formatQuantity(line.quantity),
    unit: line.unit.slice(0, 20),
    price: formatPrice(line.price),
    amount: money(line.amount),
    per: formatQuantity(line.per),
    covers: covers.map((cover) => ({ of: cover.line, quantity: formatQuantity(cover.quantity) })),
    certain,
    why: [...why],
    charge: (charge ?? '') as IncomingBill['lines'][number]['charge'],
  };
}

/** The one order of the vendor that a paper names; empty where it names none, or several. */
async function orderOf(manager: EntityManager, vendor: string, { lines }: BillPaper): Promise<string> {
  const named = [...new Set(lines.map(({ order }) => order.trim()).filter(Boolean))];
  if (named.length !== 1) return '';
  const [row] = (await manager.query("SELECT id FROM document WHERE kind = 'order' AND vendor_id = ? AND number = ?", [
    vendor,
    named[0],
  ])) as Row[];
  return text(row?.id);
}

/** The paper of a bill as people read it. */
export async function readReadable(manager: EntityManager, id: string): Promise<ReadablePaper> {
  const [row] = (await manager.query(
    'SELECT name, number, media_type, structured FROM incoming_paper WHERE id = ? AND content IS NOT NULL',
    [id],
  )) as { name: string; number: string; media_type: string; structured: Buffer | null }[];
  if (!row) throw new RequestError(404, 'problem.no_such_paper');
  const { name, number, media_type: type, structured } = row;
  const others = (await manager.query(
    `SELECT o.id, o.name FROM incoming_paper p JOIN incoming_paper o ON o.id <> p.id AND COALESCE(o.beside, o.id) = COALESCE(p.beside, p.id) WHERE p.id = ?
     ORDER BY o.beside IS NOT NULL, o.kept_at, o.id`,
    [id],
  )) as ReadablePaper['others'];
  return { name, number, type, parts: structured ? readablePaper(structured) : [], others };
}

interface PaperFile {
  readonly name: string;
  readonly type: string;
  readonly content: Buffer;
}

/** A paper as it came: never as something that a browser would run. */
export async function readIncomingPaper(manager: EntityManager, id: string): Promise<PaperFile> {
  const [row] = (await manager.query('SELECT name, content FROM incoming_paper WHERE id = ? AND content IS NOT NULL', [
    id,
  ])) as Pick<PaperFile, 'name' | 'content'>[];
  if (!row) throw new RequestError(404, 'problem.no_such_paper');
  const charset = isXml(row.content) ? encodingOf(row.content) : 'utf-8';
  return { ...row, type: mediaTypeOf(row.content) ?? `text/plain; charset=${charset}` };
}

/** A file inside the paper of a bill: one that can be looked at is shown, any other is bytes to be kept. */
export async function readAttached(manager: EntityManager, id: string, number: number): Promise<PaperFile> {
  const [row] = (await manager.query('SELECT structured FROM incoming_paper WHERE id = ? AND structured IS NOT NULL', [
    id,
  ])) as { structured: Buffer }[];
  const file = row && isXml(row.structured) ? attachedIn(xmlText(row.structured), number) : undefined;
  if (!file) throw new RequestError(404, 'problem.no_such_paper');
  return { ...file, type: mediaTypeOf(file.content) ?? 'application/octet-stream' };
}
