import { FRACTION_PLACES, type Fraction, type Price, type Quantity } from '../exact/amounts.ts';
import { isDay, type Day } from '../exact/calendar.ts';
import { powerOfTen } from '../exact/rounding.ts';
import type { Books } from '../posting/books.ts';
import { checkCurrency, checkDate, NOTHING_SETTLED, refused, type Decision } from '../posting/decision.ts';
import { refusal, type Refusal } from '../posting/refusal.ts';

export interface OrderCommand {
  readonly kind: 'order';
  readonly vendor: string;
  readonly currency: string;
  readonly date: Day;
  readonly lines: readonly { item: string; quantity: Quantity; price: Price; discount: Fraction; due: Day | undefined }[];
}

/** A purchase order posts nothing: it is a commitment (accounting.md, What posts what). */
export function decideOrder(books: Books, command: OrderCommand): Decision<OrderCommand> {
  const refusals: Refusal[] = [...checkDate(books, command.date), ...checkCurrency(books, command.currency, command.date)];
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach((line, position) => {
    const at = `/lines/${position}`;
    if (!books.items.has(line.item)) refusals.push(refusal('item_unknown', `${at}/item`, { item: line.item }));
    if (line.quantity <= 0n) refusals.push(refusal('quantity_not_positive', `${at}/quantity`));
    if (line.due !== undefined && !isDay(line.due)) refusals.push(refusal('date_impossible', `${at}/due`, { date: line.due }));
    refusals.push(...checkPrice(line.price, line.discount, at));
  });
  if (refusals.length > 0) return refused(refusals);
  return { accepted: true, posted: { document: command, movements: [], settlement: NOTHING_SETTLED, entries: [] } };
}

export function checkPrice(price: Price, discount: Fraction, at: string): Refusal[] {
  const refusals: Refusal[] = [];
  if (price < 0n) refusals.push(refusal('price_negative', `${at}/price`));
  if (discount < 0n || discount > powerOfTen(FRACTION_PLACES)) refusals.push(refusal('discount_out_of_range', `${at}/discount`));
  return refusals;
}
