import { BEFORE_ALL, EMPTY_POOL, type LotPart, type Movement, type Pool, poolId } from '../costing/pool.ts';
import { addDays, type Day, isDay } from '../exact/calendar.ts';
import {
  base,
  type BaseAmount,
  formatAmount,
  formatQuantity,
  ONE_TO_ONE,
  ONE_UNIT,
  type Quantity,
  quantity,
  type Rate,
} from '../exact/amounts.ts';
import { lotsLeft, type Source } from '../costing/taking.ts';
import { isCurrency } from '../exact/currencies.ts';
import { revaluation } from '../costing/poolStates.ts';
import type { Books } from './books.ts';
import type { Item } from './stock.ts';
import { type Refusal, refusal } from './refusal.ts';

/** Refusals of a document's own date: it must exist, lie in an open period, and not precede what the document cites. */
export function checkDate(books: Books, date: Day, cited: readonly Day[] = []): Refusal[] {
  if (!isDay(date)) return [refusal('date_impossible', '/date', { date })];
  if (date < books.company.firstOpenDay) {
    return [refusal('date_in_closed_period', '/date', { date, firstOpenDay: books.company.firstOpenDay })];
  }
  const ahead = checkAhead(books, date, DAYS_AHEAD, '/date');
  if (ahead.length > 0) return ahead;
  const after = cited.filter((day) => day > date).sort();
  const latest = after[after.length - 1];
  return latest ? [refusal('date_before_cited', '/date', { date, cited: latest })] : [];
}

/** No document is dated further ahead of the day on which it is entered; what is due may be. */
export const DAYS_AHEAD = 366;

export const DAYS_DUE_AHEAD = 3660;

/** A day that lies years ahead is a slip of the hand. */
export function checkAhead({ company: { today } }: Books, date: Day, days: number, at: string): Refusal[] {
  const farthest = today === undefined ? undefined : addDays(today, days);
  return farthest !== undefined && date > farthest ? [refusal('date_far_ahead', at, { date, farthest })] : [];
}

/** The rate of a currency on a day: the latest that had begun. Base currency is one to one. */
export function rateOn(books: Books, currency: string, date: Day): Rate | undefined {
  if (currency === books.company.currency) return ONE_TO_ONE;
  const begun = (books.rates.get(currency) ?? []).filter(({ from }) => from <= date);
  return begun.reduce<(typeof begun)[number] | undefined>(
    (latest, dated) => (latest && latest.from > dated.from ? latest : dated),
    undefined,
  )?.rate;
}

export function checkCurrency(books: Books, currency: string, date: Day): Refusal[] {
  if (!isCurrency(currency)) return [refusal('currency_unknown', '/currency', { currency })];
  return rateOn(books, currency, date) === undefined ? [refusal('rate_missing', '/currency', { currency, date })] : [];
}

/** Two lines that cite the same line would each look right alone: the second is refused. */
export function checkCitedOnce(lines: readonly { of: string }[], at: string): Refusal[] {
  const seen = new Set<string>();
  return lines.flatMap(({ of }, position) => {
    if (!seen.has(of)) {
      seen.add(of);
      return [];
    }
    return [refusal('line_cited_twice', `${at}/${position}`, { line: of })];
  });
}

/** Goods by lot or serial say which; others do not. */
export function checkLots(item: Item | undefined, wanted: Quantity, lots: readonly LotPart[], at: string): Refusal[] {
  if (!item) return [];
  if (item.tracking === 'none')
    return lots.length === 0 ? [] : [refusal('lots_not_kept', `${at}/lots`, { item: item.id })];
  const named = lots.filter(({ lot }) => lot.trim() !== '');
  if (named.length < lots.length || lots.length === 0)
    return [refusal('lots_missing', `${at}/lots`, { item: item.id })];
  if (new Set(lots.map(({ lot }) => lot)).size < lots.length)
    return [refusal('lot_twice', `${at}/lots`, { item: item.id })];
  const wrong = lots.findIndex(
    (part) => part.quantity <= 0n || (item.tracking === 'serial' && part.quantity !== ONE_UNIT),
  );
  if (wrong >= 0)
    return [refusal('lot_quantity_wrong', `${at}/lots/${wrong}`, { item: item.id, lot: lots[wrong]?.lot ?? '' })];
  const total = lots.reduce((sum, part) => sum + part.quantity, 0n);
  if (total === wanted) return [];
  return [
    refusal('lots_do_not_add_up', `${at}/lots`, {
      quantity: formatQuantity(wanted),
      lots: formatQuantity(quantity(total)),
    }),
  ];
}

/** What comes back or arrives of goods by lot or serial are those that went. */
export function checkLotsOf(
  books: Books,
  source: Source,
  line: { quantity: Quantity; lots?: readonly LotPart[] | undefined },
  at: string,
): Refusal[] {
  const lots = line.lots ?? [];
  const refusals = checkLots(books.items.get(source.item), line.quantity, lots, at);
  if (refusals.length > 0) return refusals;
  const left = new Map(lotsLeft(source).map((part) => [part.lot, part.quantity]));
  return lots.flatMap(({ lot, quantity: wanted }, position) => {
    const open = left.get(lot) ?? quantity(0n);
    return wanted > open
      ? [refusal('lot_not_sent', `${at}/lots/${position}`, { item: source.item, lot, open: formatQuantity(open) })]
      : [];
  });
}

/** What every line of goods must say: an item that is kept, a quantity, its lots. */
export function checkGoods(
  books: Books,
  line: { item: string; quantity: Quantity; lots?: readonly LotPart[] | undefined },
  at: string,
): Refusal[] {
  const item = books.items.get(line.item);
  if (!item) return [refusal('item_unknown', `${at}/item`, { item: line.item })];
  if (line.quantity <= 0n) return [refusal('quantity_not_positive', `${at}/quantity`)];
  return checkLots(item, line.quantity, line.lots ?? [], at);
}

/** A pool as the books hold it, or an empty one for goods that were never in that warehouse. */
export const poolOrEmpty = (books: Books, item: Item, warehouse: string): Pool =>
  books.pools.get(poolId(item.id, warehouse)) ?? emptyPool(item, warehouse);

/** A pool that nothing ever moved in, with the standards that were set meanwhile. */
export function emptyPool(item: Item, warehouse: string): Pool {
  const [first, ...changes] = item.standards;
  const movements: Movement[] = changes.map(({ line, date, standard }) => revaluation(line, date, standard));
  const last = movements[movements.length - 1];
  const start = { ...BEFORE_ALL, state: { ...EMPTY_POOL, standard: first?.standard } };
  const end = last && { date: last.date, place: last.place, state: { ...EMPTY_POOL, standard: last.standard } };
  return {
    id: poolId(item.id, warehouse),
    item: item.id,
    warehouse,
    method: item.method,
    checkpoints: end ? [start, end] : [start],
    movements,
    values: movements.map(() => base(0n)),
    writeDowns: [],
  };
}

/**
 * What goes beyond the company's limit is not decided by one person alone.
 * @param above the limit; undefined where one person decides any amount
 * @param signedOff whether somebody else has looked at exactly this and agreed
 */
export function checkSecondPerson(
  { company: { currency } }: Books,
  amount: BaseAmount,
  above: BaseAmount | undefined,
  signedOff = false,
): Refusal[] {
  if (signedOff || above === undefined || amount <= above) return [];
  return [
    refusal('second_person_needed', '', {
      amount: formatAmount(amount, currency),
      above: formatAmount(above, currency),
      currency,
    }),
  ];
}
