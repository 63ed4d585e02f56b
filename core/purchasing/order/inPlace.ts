import { documentOf, type LineId } from '../../costing/pool.ts';
import { ONE_UNIT, price as priceOf, type Quantity, quantity as wholeUnits, sumOf } from '../../exact/amounts.ts';
import { divideRounded } from '../../exact/rounding.ts';
import type { Books } from '../../state/books.ts';
import type { OrderLine, Replaced, Statement } from '../../state/purchasing.ts';
import type { Item } from '../../state/stock.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { change, type Writing } from '../../state/writing.ts';
import type { OrderCommand, OrderLineCommand } from './commands.ts';
import { openToReceive } from './openOfLine.ts';

/* Goods that went back to be replaced are on order again on the line that they had come on; where that is closed, a new order takes their place. */

/** The order line that is open again for a line of a return; undefined where none is, or another order took it over. */
const reopenedFor = ({ orderLines }: Pick<Books, 'orderLines'>, line: LineId): OrderLine | undefined =>
  [...orderLines.values()].find(({ reopened }) => reopened.some((part) => part.line === line));

/** What a line is ordered in place of. */
export function replacedOf(books: Books, line: LineId | undefined): Replaced | undefined {
  const of = line === undefined ? undefined : reopenedFor(books, line);
  const back = of?.reopened.find((part) => part.line === line);
  return of && back && { line: back.line, date: back.date, of: of.id };
}

/** What is ordered in place of goods that went back is the same, of the same vendor, as much as that, and nothing of it came yet. */
export function checkReplaces(
  books: Books,
  { vendor, currency, date }: Pick<OrderCommand, 'vendor' | 'currency' | 'date'>,
  { bought, replaces }: OrderLineCommand,
  { quantity }: Pick<Statement, 'quantity'>,
  at: string,
): Refusal[] {
  if (replaces === undefined) return [];
  const of = reopenedFor(books, replaces);
  const back = of?.reopened.find(({ line }) => line === replaces);
  if (!of || !back) return [refusal('line_unknown', `${at}/replaces`, { line: replaces })];
  if (back.date > date) return [refusal('date_before_cited', '/date', { date, cited: back.date })];
  const isSame =
    of.vendor === vendor && of.currency === currency && of.bought.item === bought.item && back.quantity === quantity;
  if (!isSame) return [refusal('replacement_differs', `${at}/replaces`)];
  const hasCome = of.aheads.some((ahead) => ahead.line === replaces && sumOf(ahead.taken) > 0n);
  return hasCome || openToReceive(of) < quantity ? [refusal('replacement_came', `${at}/replaces`)] : [];
}

/**
 * The line that asks for goods again as an order line asked for them: in its unit where that is whole packs of what the item comes in, else in
 * the stock unit, at the price of one.
 */
export function asAskedBefore(ordered: OrderLine, item: Item | undefined, quantity: Quantity): OrderLineCommand {
  const { bought, unit, per, price, discount, estimates, dimensions, warehouse, taxCode } = ordered;
  const said = { bought, discount, due: undefined, estimates, dimensions, warehouse, taxCode };
  const isPack = item?.packs.some((pack) => pack.unit === unit && pack.size === per) && quantity % per === 0n;
  return isPack
    ? { ...said, unit, price, quantity: wholeUnits((quantity / per) * ONE_UNIT) }
    : { ...said, quantity, price: priceOf(divideRounded(price * ONE_UNIT, per)) };
}

/** What was on order again, and what is billed of it, goes from one line to another. */
export function takeOver(next: Writing, line: LineId, from: LineId, to: LineId): void {
  const aheads = next.orderLines.get(from)?.aheads.filter((ahead) => ahead.line === line) ?? [];
  change(next.orderLines, from, (known) => ({
    ...known,
    reopened: known.reopened.filter((part) => part.line !== line),
    aheads: known.aheads.filter((ahead) => ahead.line !== line),
  }));
  change(next.orderLines, to, (known) => ({ ...known, aheads: inOrder([...known.aheads, ...aheads]) }));
}

/** The order is reversed: what it took over is on order again where it was. */
export function giveBack(
  next: Writing,
  { id, quantity, replaces: { line, date, of } }: OrderLine & { replaces: Replaced },
): void {
  takeOver(next, line, id, of);
  change(next.orderLines, of, (known) => ({
    ...known,
    reopened: inOrder([...known.reopened, { line, date, quantity }]),
  }));
}

/** In the order in which their documents were entered. */
const inOrder = <Part extends { readonly line: LineId }>(parts: readonly Part[]): readonly Part[] =>
  [...parts].sort((a, b) => Number(documentOf(a.line)) - Number(documentOf(b.line)));
