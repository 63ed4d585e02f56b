import type { LineId } from '@obolus/core/costing/pool';
import { loadItems } from './items.ts';
import type { BooksLoader } from './loader.ts';
import { among, dimensionsOf, idOf, keysOf, quantityOf, query, stands, text } from './rows.ts';

/** What arrived of transfers, and what was made. */
export async function loadStockLines(loader: BooksLoader, lines: readonly LineId[]): Promise<void> {
  await loader.keep('stockLines', lines, async (missing) => {
    const rows = await query(
      loader.reading,
      `SELECT m.*, p.item_id, p.warehouse_id FROM movement m JOIN pool p ON p.id = m.pool_id
       WHERE m.purpose IN ('arrived', 'made') AND ${among(missing, 'm.document_id', 'm.line_no')} AND ${stands('m.document_id')}`,
      keysOf(missing),
    );
    return rows.map((row) => {
      const [id, item] = [idOf(row), text(row.item_id)];
      const where = { item, pool: `${item}@${text(row.warehouse_id)}` };
      return [
        id,
        { id, date: text(row.date), ...where, quantity: quantityOf(row.quantity), dimensions: dimensionsOf(row) },
      ];
    });
  });
  await loadItems(
    loader,
    lines.flatMap((line) => loader.parts.stockLines.get(line)?.item ?? []),
  );
}
