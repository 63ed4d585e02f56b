import type { EntityManager } from 'typeorm';
import type { PreviewReply } from '@obolus/contract/commands';
import type { ChargedEntry } from '@obolus/contract/views/tariff';
import { chargedBeside } from '@obolus/core/charges/charged';
import type { CustomsEntryLine } from '@obolus/core/charges/customsEntry/command';
import { base, formatAmount, rate } from '@obolus/core/exact/amounts';
import type { CustomsEntry } from '@obolus/core/state/customs';
import type { Books } from '@obolus/core/state/books';
import { RequestError } from '../asking/failures.ts';
import { big, type Row, showAmount, text } from '../queries/figures.ts';
import { groupBy } from '../storage/groupBy.ts';
import { loadCompany } from '../storage/load/company.ts';
import { BooksLoader } from '../storage/load/loader.ts';
import { loadReceiptLines } from '../storage/load/receiptLines.ts';
import { stands } from '../storage/load/rows.ts';
import { readTariff } from '../storage/load/setUp.ts';
import { loadStockLines } from '../storage/load/stockLines.ts';
import { readWantedPools, wantFrom } from '../storage/load/wanted.ts';

/** The goods that lines of an entry declare, with what they are worth. */
export async function loadDeclared(loader: BooksLoader, lines: readonly CustomsEntryLine[]): Promise<void> {
  const goods = lines.flatMap((line) => line.goods);
  await loadReceiptLines(loader, goods);
  const others = goods.filter((line) => loader.parts.receiptLines.get(line) === undefined);
  await loadStockLines(loader, others);
  // Goods that were made or moved: what they are worth stands in their pool.
  for (const line of others) {
    const moved = loader.parts.stockLines.get(line);
    if (moved) wantFrom(loader, moved.pool, moved);
  }
}

/** Each line of an entry for which duty is stated and whose goods have come: calculated beside charged, with what each cause makes. */
export async function viewCharged(
  manager: EntityManager,
  books: Books,
  entry: Pick<CustomsEntry, 'date' | 'rates'>,
  lines: readonly CustomsEntryLine[],
): Promise<PreviewReply['charged']> {
  const { currency } = books.company;
  const codes = lines.flatMap(({ code, goods }) => [
    code,
    ...goods.map((line) => books.items.get(books.receiptLines.get(line)?.bought.item ?? '')?.tariffCode ?? ''),
  ]);
  const tariff = await readTariff({ manager, locking: false }, codes, currency);
  return lines.flatMap((line, at) => {
    const found = chargedBeside(books, tariff, entry, line);
    if (!found) return [];
    const causes = found.causes.map((one) => ({ ...one, amount: formatAmount(one.amount, currency) }));
    return [{ line: at, calculated: formatAmount(found.calculated, currency), causes }];
  });
}

/** Nothing is entered here: no day is too far ahead. */
const NO_CLOCK = '9999-12-31';

/** A customs entry that was posted, with what the schedule has for its goods now. */
export async function readChargedEntry(manager: EntityManager, id: string): Promise<ChargedEntry> {
  const [head] = (await manager.query(
    `SELECT d.number, d.reference, d.date, v.id AS vendor_id, v.name AS vendor, v.currency FROM document d LEFT JOIN vendor v ON v.id = d.vendor_id
     WHERE d.id = ? AND d.kind = 'customs-entry' AND ${stands('d.id')}`,
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
  await loadDeclared(loader, lines);
  await readWantedPools(loader);
  const books = loader.books(0n);
  const entry = {
    date: text(head.date),
    rates: rates.map((row) => ({ currency: text(row.currency), rate: rate(big(row.rate)) })),
  };
  const { currency } = books.company;
  return {
    number: text(head.number),
    reference: text(head.reference),
    date: entry.date,
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
  };
}
