import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { PreviewReply } from '@obolus/contract/commands';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { ChargedEntry } from '@obolus/contract/views/tariff';
import { chargedBeside } from '@obolus/core/charges/charged';
import type { CustomsEntryLine } from '@obolus/core/charges/customsEntry/command';
import { base, formatAmount, rate } from '@obolus/core/exact/amounts';
import type { CustomsEntry } from '@obolus/core/state/customs';
import type { Books } from '@obolus/core/state/books';
import { RequestError } from '../asking/failures.ts';
import { big, type Row, showAmount, text } from '../queries/figures.ts';
import { isOpen } from '../queries/openOfOrder.ts';
import { upTo } from '../storage/upTo.ts';
import { groupBy } from '../storage/groupBy.ts';
import { loadCompany } from '../storage/load/company.ts';
import { BooksLoader } from '../storage/load/loader.ts';
import { loadDeclared } from '../storage/load/declared.ts';
import { stands } from '../storage/load/rows.ts';
import { readTariff } from '../storage/load/setUp.ts';
import { lockWantedPools, readWantedPools } from '../storage/load/wanted.ts';

/** Each line of an entry for which duty is stated and whose goods have come: calculated beside charged, with what each cause makes. */
export async function viewCharged(
  manager: EntityManager,
  books: Books,
  entry: Pick<CustomsEntry, 'entered' | 'rates'>,
  lines: readonly CustomsEntryLine[],
): Promise<PreviewReply['charged']> {
  const { currency } = books.company;
  const codes = lines.flatMap(({ code, goods }) => [
    code,
    ...goods.map((line) => books.items.get(books.receiptLines.get(line)?.bought.item ?? '')?.tariffCode ?? ''),
  ]);
  const tariff = await readTariff({ manager, locking: false }, codes, currency);
  return chargedBeside(books, tariff, entry, lines).flatMap((found, line) => {
    if (!found) return [];
    const causes = found.causes.map((one) => ({ ...one, amount: formatAmount(one.amount, currency) }));
    return [{ line, calculated: formatAmount(found.calculated, currency), causes }];
  });
}

/** Nothing is entered here: no day is too far ahead. */
const NO_CLOCK = '9999-12-31';

/** A customs entry that was posted, with what the schedule has for its goods now. */
export async function readChargedEntry(manager: EntityManager, id: string): Promise<ChargedEntry> {
  const [head] = (await manager.query(
    `SELECT d.number, d.reference, e.entered, v.id AS vendor_id, v.name AS vendor, v.currency FROM document d JOIN customs_entry e ON e.document_id = d.id
     LEFT JOIN vendor v ON v.id = e.broker_id WHERE d.id = ? AND d.kind = 'customs-entry' AND ${stands('d.id')}`,
    [id],
  )) as Row[];
  if (!head) throw new RequestError(404, 'problem.no_such_document');
  const stated = (await manager.query('SELECT * FROM customs_entry_line WHERE document_id = ? ORDER BY line_no', [
    id,
  ])) as Row[];
  const goods = groupBy(await readGoods(manager, id), (row) => text(row.entry_line_no));
  const rates = (await manager.query('SELECT currency, rate FROM customs_entry_rate WHERE document_id = ?', [
    id,
  ])) as Row[];
  const lines = stated.map((row) => lineOf(row, goods.get(text(row.line_no)) ?? []));
  const loader = new BooksLoader(manager, false, NO_CLOCK);
  await loadCompany(loader, {});
  await loadDeclared(
    loader,
    lines.flatMap((line) => line.goods),
  );
  await readWantedPools(loader, await lockWantedPools(loader));
  const books = loader.books(0n);
  const entry = {
    entered: text(head.entered),
    rates: rates.map((row) => ({ currency: text(row.currency), rate: rate(big(row.rate)) })),
  };
  const { currency } = books.company;
  return {
    number: text(head.number),
    reference: text(head.reference),
    entered: entry.entered,
    vendor:
      head.vendor_id == null
        ? null
        : { id: text(head.vendor_id), name: text(head.vendor), currency: text(head.currency) },
    lines: stated.map((row, at) => ({
      code: text(row.code),
      origin: text(row.origin),
      goods: (goods.get(text(row.line_no)) ?? []).map((one) => ({
        line: `${text(one.goods_id)}/${text(one.goods_line_no)}`,
        name: text(one.item),
        receipt: { id: text(one.goods_id), number: text(one.number) },
      })),
      value: row.value == null ? '' : showAmount(row.value, currency),
      duty: row.duty == null ? '' : showAmount(row.duty, currency),
      importTax: row.import_tax == null ? '' : showAmount(row.import_tax, currency),
      line: at,
    })),
    charged: await viewCharged(manager, books, entry, lines),
    ...(await readOwed(manager, id, currency)),
  };
}

/** What is owed for an entry, and what of its charges is on no goods yet. */
async function readOwed(
  manager: EntityManager,
  id: string,
  currency: string,
): Promise<Pick<ChargedEntry, 'debt' | 'charges'>> {
  const [debt] = (await manager.query(
    `SELECT v.id, v.name, COALESCE(x.amount, 0) AS open FROM payable p JOIN document d ON d.id = p.document_id JOIN vendor v ON v.id = d.vendor_id
     LEFT JOIN open_item x ON x.kind = 'to-pay' AND x.line_document_id = d.id AND x.line_no = 0 WHERE p.document_id = ?`,
    [id],
  )) as Row[];
  const charges = (await manager.query(
    `SELECT c.line_no, c.kind, COALESCE(x.base_amount, 0) AS left_of FROM bill_charge c
     LEFT JOIN open_item x ON x.kind = 'to-allocate' AND x.line_document_id = c.document_id AND x.line_no = c.line_no
     WHERE c.document_id = ? AND c.is_cost = 1 ORDER BY c.line_no`,
    [id],
  )) as Row[];
  return {
    debt: debt
      ? { authority: { id: text(debt.id), name: text(debt.name) }, open: showAmount(debt.open, currency) }
      : null,
    charges: charges.map((row) => ({
      line: `${id}/${text(row.line_no)}`,
      kind: text(row.kind),
      left: showAmount(row.left_of, currency),
    })),
  };
}

const MOST_DEBTS = 500;

/** What is owed to customs, the oldest first. */
export async function listCustomsDebts(
  manager: EntityManager,
  currency: string,
): Promise<ReplyOf<typeof api.customsDebts>> {
  const found = (await manager.query(
    `SELECT d.id, d.number, d.reference, v.name AS authority, x.amount AS open FROM open_item x JOIN document d ON d.id = x.line_document_id JOIN vendor v ON v.id = d.vendor_id
     WHERE ${isOpen('to-pay')} AND d.kind = 'customs-entry' AND x.amount > 0 ORDER BY d.id LIMIT ${MOST_DEBTS + 1}`,
  )) as Row[];
  const { rows, more } = upTo(MOST_DEBTS, found);
  return {
    more,
    rows: rows.map((row) => ({
      id: text(row.id),
      number: text(row.number),
      reference: text(row.reference),
      authority: text(row.authority),
      open: showAmount(row.open, currency),
    })),
  };
}

const readGoods = (manager: EntityManager, id: string): Promise<Row[]> =>
  manager.query(
    `SELECT g.entry_line_no, g.goods_id, g.goods_line_no, o.number, i.name AS item FROM customs_entry_goods g JOIN document o ON o.id = g.goods_id
       JOIN movement m ON m.document_id = g.goods_id AND m.line_no = g.goods_line_no JOIN pool p ON p.id = m.pool_id JOIN item i ON i.id = p.item_id
     WHERE g.document_id = ? ORDER BY g.goods_id, g.goods_line_no`,
    [id],
  );

function lineOf(row: Row, goods: readonly Row[]): CustomsEntryLine {
  const amount = (minor: string | null | undefined) => (minor == null ? undefined : base(big(minor)));
  return {
    goods: goods.map((one) => `${text(one.goods_id)}/${text(one.goods_line_no)}`),
    code: text(row.code),
    origin: row.origin == null ? undefined : text(row.origin),
    preference: row.preference == null ? undefined : Number(row.preference) === 1,
    value: amount(row.value),
    duty: amount(row.duty),
    importTax: amount(row.import_tax),
    additions: amount(row.additions),
  };
}
