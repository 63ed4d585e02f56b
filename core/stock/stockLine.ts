import type { Dimensions } from '../books/journal.ts';
import type { LineId } from '../costing/pool.ts';
import type { Quantity } from '../exact/amounts.ts';
import type { Writing } from '../state/writing.ts';

export function stockLine(
  next: Writing,
  id: LineId,
  item: string,
  warehouse: string,
  date: string,
  line: { quantity: Quantity; dimensions?: Dimensions | undefined },
): void {
  next.stockLines.set(id, {
    id,
    date,
    item,
    pool: `${item}@${warehouse}`,
    quantity: line.quantity,
    dimensions: line.dimensions,
  });
}
