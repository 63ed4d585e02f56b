import type { Books } from '../../state/books.ts';
import type { Item } from '../../state/stock.ts';
import type { OrderLine } from '../../state/purchasing.ts';
import { type Refusal, refusal } from '../../state/refusal.ts';
import { billedAhead, openToReceive } from '../order/openOfLine.ts';
import { checkLots, rateOn } from '../../state/checks.ts';
import { checkStanding } from '../order/standing.ts';
import { closedBy } from '../order/change.ts';
import { documentOf } from '../../costing/pool.ts';
import { formatQuantity, quantity } from '../../exact/amounts.ts';
import { partOf, toleranceOf } from '../tolerance.ts';
import type { ReceiptCommand } from './command.ts';

export type Line = ReceiptCommand['lines'][number];

export const itemOf = (books: Books, ordered: OrderLine | undefined): Item | undefined =>
  books.items.get(ordered?.bought.item ?? '');

export function checkLine(
  books: Books,
  command: ReceiptCommand,
  line: Line,
  ordered: OrderLine | undefined,
  at: string,
): Refusal[] {
  if (!ordered) return [refusal('line_unknown', at, { line: line.of })];
  if (ordered.vendor !== command.vendor) return [refusal('vendor_differs', at)];
  if (line.quantity <= 0n) return [refusal('quantity_not_positive', `${at}/quantity`)];
  const standing = checkStanding(books, books.orders.get(documentOf(ordered.id)), `${at}/quantity`);
  if (standing.length > 0) return standing;
  const open = quantity(openToReceive(ordered));
  if (open === 0n && ordered.closed.length > 0)
    return [refusal('order_line_closed', `${at}/quantity`, closedBy(ordered))];
  const { over, short } = toleranceOf(books, ordered);
  // A line that is full is done: who counts the same goods a second time is told so.
  const most = quantity(open > 0n ? open + partOf(ordered.quantity, over) : 0n);
  if (line.quantity > most) {
    return [
      refusal('receipt_exceeds_ordered', `${at}/quantity`, {
        open: formatQuantity(quantity(open > 0n ? open : 0n)),
        most: formatQuantity(most),
        quantity: formatQuantity(line.quantity),
      }),
    ];
  }
  const missing = quantity(open - line.quantity);
  if (line.last && missing > partOf(ordered.quantity, short)) {
    return [
      refusal('short_beyond_tolerance', `${at}/last`, {
        missing: formatQuantity(missing),
        allowed: formatQuantity(partOf(ordered.quantity, short)),
      }),
    ];
  }
  if (line.last && missing > 0n && billedAhead(ordered) > line.quantity)
    return [refusal('order_billed_ahead', `${at}/last`)];
  const expired = (line.lots ?? []).findIndex(({ expires }) => expires !== undefined && expires < command.date);
  if (expired >= 0)
    return [refusal('lot_expired', `${at}/lots/${expired}/expires`, { lot: line.lots?.[expired]?.lot ?? '' })];
  if (line.corrected && line.corrected.price < 0n) return [refusal('price_negative', `${at}/price`)];
  if (line.corrected && line.corrected.reason.trim() === '') return [refusal('reason_missing', `${at}/reason`)];
  if (rateOn(books, ordered.currency, command.date) === undefined) {
    return [refusal('rate_missing', '/date', { currency: ordered.currency, date: command.date })];
  }
  return checkLots(itemOf(books, ordered), line.quantity, line.lots ?? [], at);
}
