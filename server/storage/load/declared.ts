import type { LineId } from '@obolus/core/costing/pool';
import type { BooksLoader } from './loader.ts';
import { loadReceiptLines } from './receiptLines.ts';
import { loadStockLines } from './stockLines.ts';
import { wantFrom } from './wanted.ts';

/** Goods that a customs entry declares, with what they are worth. */
export async function loadDeclared(loader: BooksLoader, goods: readonly LineId[]): Promise<void> {
  await loadReceiptLines(loader, goods);
  const others = goods.filter((line) => loader.parts.receiptLines.get(line) === undefined);
  await loadStockLines(loader, others);
  // Goods that were made or moved: what they are worth stands in their pool.
  for (const line of others) {
    const moved = loader.parts.stockLines.get(line);
    if (moved) wantFrom(loader, moved.pool, moved);
  }
}
