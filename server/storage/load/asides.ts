import type { LineId } from '@obolus/core/costing/pool';
import type { Aside } from '@obolus/core/state/purchasing';
import type { BooksLoader } from './loader.ts';
import { among, byLine, documentsOf, idOf, keysOf, quantityOf, query, type Reading, stands, text } from './rows.ts';

export async function loadAsides(loader: BooksLoader, lines: readonly LineId[]): Promise<void> {
  await loader.lockDocuments(documentsOf(lines));
  await loader.keep('asides', lines, async (missing) =>
    (await readAsides(loader.reading, missing)).map((aside) => [aside.id, aside]),
  );
}

/** Goods that stand aside, with what became of them. */
export async function readAsides(reading: Reading, lines: readonly LineId[]): Promise<Aside[]> {
  if (lines.length === 0) return [];
  const rows = await query(
    reading,
    `SELECT l.*, d.vendor_id, d.date FROM receipt_aside l JOIN document d ON d.id = l.document_id WHERE ${among(lines, 'l.document_id', 'l.line_no')} AND ${stands('d.id')}`,
    keysOf(lines),
  );
  const gone = byLine(
    await query(
      reading,
      `SELECT c.* FROM aside_closing_line c WHERE ${among(lines, 'c.aside_id', 'c.aside_line_no')} AND ${stands('c.document_id')} ORDER BY c.document_id, c.line_no`,
      keysOf(lines),
    ),
    'aside_id',
    'aside_line_no',
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
