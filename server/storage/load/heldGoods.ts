import type { LineId } from '@obolus/core/costing/pool';
import type { Held } from '@obolus/core/state/purchasing';
import type { BooksLoader } from './loader.ts';
import { among, byLine, documentsOf, idOf, keysOf, quantityOf, query, type Reading, stands, text } from './rows.ts';

export async function loadHeld(loader: BooksLoader, lines: readonly LineId[]): Promise<void> {
  await loader.lockDocuments(documentsOf(lines));
  await loader.keep('heldGoods', lines, async (missing) =>
    (await readHeldGoods(loader.reading, missing)).map((held) => [held.id, held]),
  );
}

/** Held goods, with what became of them. */
export async function readHeldGoods(reading: Reading, lines: readonly LineId[]): Promise<Held[]> {
  if (lines.length === 0) return [];
  const rows = await query(
    reading,
    `SELECT l.*, d.vendor_id, d.date FROM receipt_held l JOIN document d ON d.id = l.document_id WHERE ${among(lines, 'l.document_id', 'l.line_no')} AND ${stands('d.id')}`,
    keysOf(lines),
  );
  const gone = byLine(
    await query(
      reading,
      `SELECT c.* FROM held_closing_line c WHERE ${among(lines, 'c.held_id', 'c.held_line_no')} AND ${stands('c.document_id')} ORDER BY c.document_id, c.line_no`,
      keysOf(lines),
    ),
    'held_id',
    'held_line_no',
  );
  return rows.map((row) => ({
    id: idOf(row),
    vendor: text(row.vendor_id),
    date: text(row.date),
    quantity: quantityOf(row.quantity),
    of: row.order_id == null ? undefined : idOf(row, 'order_id', 'order_line_no'),
    gone: (gone.get(idOf(row)) ?? []).map((part) => ({ line: idOf(part), quantity: quantityOf(part.quantity) })),
  }));
}
