import { sumOf } from '../../exact/amounts.ts';
import type { OrderLine } from '../../state/purchasing.ts';

/** What of an order line may still come. */
export function openToReceive(line: OrderLine): bigint {
  return line.quantity - sumOf(line.receipts) + sumOf(line.reopened) - sumOf(line.closed);
}

/** What of an order line is billed ahead of the goods and has not come yet. */
export const billedAhead = (line: OrderLine): bigint =>
  line.aheads.reduce((sum, ahead) => sum + ahead.quantity - sumOf(ahead.taken), 0n);
