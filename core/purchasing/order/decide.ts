import { type Fraction, FRACTION_PLACES, lineAmount, ONE_TO_ONE, type Price, toBase } from '../../exact/amounts.ts';
import { isCurrency } from '../../exact/currencies.ts';
import { LARGEST_AMOUNT } from '../../exact/decimal.ts';
import { type Day, isDay } from '../../exact/calendar.ts';
import { powerOfTen } from '../../exact/rounding.ts';
import type { Books } from '../../state/books.ts';
import type { Bought, Statement } from '../../state/purchasing.ts';
import { checkAhead, checkCitedOnce, checkCurrency, checkDate, DAYS_DUE_AHEAD, rateOn } from '../../state/checks.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { kind } from '../../state/kind.ts';
import { checkUnit, inStockUnits } from '../packs.ts';
import { checkHold } from '../vendor.ts';
import { checkReplaces, giveBack, replacedOf } from './inPlace.ts';
import { recordOrder } from './record.ts';
import { linesOfOrder } from './standing.ts';
import { placingStep } from './case.ts';
import type { OrderCommand, OrderDocument, OrderLineCommand } from './commands.ts';

/** A purchase order posts nothing: it is a commitment (accounting.md, What posts what). */
export function decideOrder(books: Books, command: OrderCommand): Decision<OrderDocument> {
  const refusals: Refusal[] = [
    ...checkDate(books, command.date),
    ...checkCurrency(books, command.currency, command.date),
    ...checkHold(books, command.vendor, '/vendor'),
  ];
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach((line, position) =>
    refusals.push(...checkOrderLine(books, line, command, `/lines/${position}`)),
  );
  if (refusals.length > 0) return refused(refusals);
  const by = books.nextDocument.toString();
  const lines = command.lines.map(({ replaces, ...line }) => ({
    bought: line.bought,
    stated: statementOf(books, line.bought, line, by),
    replaces: replacedOf(books, replaces),
  }));
  const replaced = command.lines.flatMap(({ replaces }) => replaces ?? []);
  const refusedOf = [
    ...command.lines.flatMap((line, position) =>
      checkReplaces(books, command, line, lines[position]?.stated ?? { quantity: line.quantity }, `/lines/${position}`),
    ),
    ...checkCitedOnce(
      replaced.map((of) => ({ of })),
      '/lines',
    ),
  ];
  if (refusedOf.length > 0) return refused(refusedOf);
  return post(books, { document: { ...command, lines }, date: command.date, cites: replaced, postsNothing: true });
}

/** A line as a document states it: in stock units, at a price for as many of them as its pack holds. */
export function statementOf(
  books: Books,
  { item }: Bought,
  line: Omit<OrderLineCommand, 'bought'>,
  by: string,
): Statement {
  const { price, discount, due, estimates = [], dimensions, warehouse, taxCode = '', shipment = '' } = line;
  return {
    by,
    ...inStockUnits(books.items.get(item ?? ''), line),
    price,
    discount,
    due,
    estimates,
    dimensions,
    warehouse,
    taxCode,
    shipment,
  };
}

/** What every line must say, on a new order and in a later version of it. */
export function checkOrderLine(
  books: Books,
  line: OrderLineCommand,
  order: { readonly date: Day; readonly currency: string },
  at: string,
): Refusal[] {
  const refusals: Refusal[] = [];
  const { item, expense } = line.bought;
  if (item !== undefined && !books.items.has(item)) refusals.push(refusal('item_unknown', `${at}/item`, { item }));
  if (expense === '') refusals.push(refusal('missing', `${at}/expense`));
  if (line.quantity <= 0n) refusals.push(refusal('quantity_not_positive', `${at}/quantity`));
  refusals.push(...checkUnit(books.items.get(item ?? ''), line, at));
  refusals.push(...checkDue(books, line.due, order.date, `${at}/due`), ...checkAmount(books, line, order, at));
  return [...refusals, ...checkPrice(line.price, line.discount, at), ...checkEstimates(books, line, at)];
}

function checkDue(books: Books, due: Day | undefined, ordered: Day, at: string): Refusal[] {
  if (due === undefined) return [];
  if (!isDay(due)) return [refusal('date_impossible', at, { date: due })];
  if (due < ordered) return [refusal('due_before_ordered', at, { date: ordered })];
  return checkAhead(books, due, DAYS_DUE_AHEAD, at);
}

/** What a line comes to must be something that its receipt can be entered at. */
function checkAmount(
  books: Books,
  line: OrderLineCommand,
  { currency, date }: { readonly date: Day; readonly currency: string },
  at: string,
): Refusal[] {
  if (!isCurrency(currency)) return [];
  const { quantity, per } = inStockUnits(books.items.get(line.bought.item ?? ''), line);
  if (per <= 0n) return [];
  const amount = lineAmount(quantity, { price: line.price, per, discount: line.discount }, currency);
  const inBase = toBase(amount, currency, rateOn(books, currency, date) ?? ONE_TO_ONE, books.company.currency);
  return amount > LARGEST_AMOUNT || inBase > LARGEST_AMOUNT ? [refusal('too_large', `${at}/price`)] : [];
}

export function checkPrice(price: Price, discount: Fraction, at: string): Refusal[] {
  const refusals: Refusal[] = [];
  if (price < 0n) refusals.push(refusal('price_negative', `${at}/price`));
  if (discount < 0n || discount > powerOfTen(FRACTION_PLACES))
    refusals.push(refusal('discount_out_of_range', `${at}/discount`));
  return refusals;
}

/** One estimate for each kind of charge, on goods only; by a measure that the item has. */
function checkEstimates(books: Books, { bought, estimates = [] }: OrderLineCommand, at: string): Refusal[] {
  const kinds = new Set<string>();
  const item = books.items.get(bought.item ?? '');
  return estimates.flatMap((estimate, position) => {
    const place = `${at}/estimates/${position}`;
    if (bought.expense !== undefined) return [refusal('not_stock', place)];
    if (kinds.has(estimate.kind)) return [refusal('charge_kind_twice', `${place}/kind`, { kind: estimate.kind })];
    kinds.add(estimate.kind);
    if (estimate.by === 'tariff') return [];
    if ((estimate.by === 'weight' || estimate.by === 'volume') && item !== undefined && item[estimate.by] === undefined)
      return [refusal('estimate_measure_missing', `${place}/by`, { basis: estimate.by, item: item.id })];
    const figure = estimate.by === 'percent' ? estimate.percent : estimate.amount;
    return figure < 0n ? [refusal('amount_negative', `${place}/amount`)] : [];
  });
}

export const order = kind({
  name: 'order',
  decide: decideOrder,
  record: recordOrder,
  strikeOut: (next, document) => {
    for (const line of linesOfOrder(next, document))
      if (line.replaces) giveBack(next, { ...line, replaces: line.replaces });
    next.orders.delete(document);
  },
  verbs: { order: { keys: ['currency', 'lines', 'by'], read: placingStep } },
});
