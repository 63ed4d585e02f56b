import type { CustomsEntry } from '@obolus/core/state/customs';
import type { BooksLoader } from './loader.ts';
import { groupBy } from '../groupBy.ts';
import { baseOf, idOf, isTrue, optional, query, rateOf, type Reading, stands, text } from './rows.ts';

export async function loadCustomsEntry(loader: BooksLoader, document: string): Promise<void> {
  await loader.lockDocuments([document]);
  await loader.keep('customsEntries', [document], async () =>
    (await readCustomsEntry(loader.reading, document)).map((entry) => [document, entry]),
  );
}

/** What customs went by, as far as duty is worked out from it. */
async function readCustomsEntry(reading: Reading, document: string): Promise<CustomsEntry[]> {
  const [header] = await query(
    reading,
    `SELECT e.entered FROM customs_entry e WHERE e.document_id = ? AND ${stands('e.document_id')}`,
    [document],
  );
  const declared = await query(
    reading,
    `SELECT l.line_no, g.goods_id, g.goods_line_no, l.origin, l.preference, l.additions FROM customs_entry_line l
     LEFT JOIN customs_entry_goods g ON g.document_id = l.document_id AND g.entry_line_no = l.line_no WHERE l.document_id = ? ORDER BY l.line_no, g.goods_id, g.goods_line_no`,
    [document],
  );
  if (!header || declared.length === 0) return [];
  const rates = await query(reading, 'SELECT currency, rate FROM customs_entry_rate WHERE document_id = ?', [document]);
  const goods = declared.filter((row) => row.goods_id != null);
  return [
    {
      document,
      entered: text(header.entered),
      rates: rates.map((row) => ({ currency: text(row.currency), rate: rateOf(row.rate) })),
      declared: new Map(
        goods.map((row) => [
          idOf(row, 'goods_id', 'goods_line_no'),
          {
            origin: optional(row.origin),
            preference: row.preference == null ? undefined : isTrue(row.preference),
          },
        ]),
      ),
      additions: [...groupBy(goods, (row) => text(row.line_no)).values()].flatMap((rows) => {
        const amount = rows[0]?.additions;
        const ids = rows.map((row) => idOf(row, 'goods_id', 'goods_line_no'));
        return amount == null || baseOf(amount) === 0n ? [] : [{ goods: ids, amount: baseOf(amount) }];
      }),
    },
  ];
}
