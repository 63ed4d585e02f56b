import { Journal, type Entry } from '../books/journal.ts';
import {
  BEFORE_ALL,
  EMPTY_POOL,
  endOf,
  poolId,
  type LineId,
  type LotPart,
  type Movement,
  type Pool,
  type PoolId,
} from '../costing/pool.ts';
import { revaluation } from '../costing/poolRun.ts';
import { lotsLeft, type Source } from '../costing/taking.ts';
import { settle, type Settlement, type Short } from '../costing/settle.ts';
import { base, formatQuantity, ONE_TO_ONE, ONE_UNIT, quantity, type Quantity, type Rate } from '../exact/amounts.ts';
import { addDays, isDay, type Day } from '../exact/calendar.ts';
import { isCurrency } from '../exact/currencies.ts';
import { LARGEST, LARGEST_AMOUNT } from '../exact/decimal.ts';
import type { Books, Item } from './books.ts';
import { NO_EFFECTS, type Effects } from './effects.ts';
import { refusal, type Refusal } from './refusal.ts';

/** What a document causes: facts to be appended. Nothing here is ever changed afterwards. */
export interface Posted<Document> {
  readonly document: Document;
  /** What it does by itself; a reversal takes just this away again. */
  readonly effects: Effects;
  /** 1, or −1 for a reversal. */
  readonly sign: 1 | -1;
  /** The documents whose lines it builds on: they cannot be reversed while it stands. */
  readonly cites: readonly string[];
  readonly settlement: Settlement;
  readonly entries: readonly Entry[];
}

export type Decision<Document> =
  { accepted: true; posted: Posted<Document> } | { accepted: false; refusals: readonly Refusal[] };

export const refused = (refusals: readonly Refusal[]): { accepted: false; refusals: readonly Refusal[] } => ({
  accepted: false,
  refusals,
});

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
const DAYS_AHEAD = 366;
export const DAYS_DUE_AHEAD = 3660;

/** A day that lies years ahead is a slip of the hand. */
export function checkAhead({ company: { today } }: Books, date: Day, days: number, at: string): Refusal[] {
  const farthest = today === undefined ? undefined : addDays(today, days);
  return farthest !== undefined && date > farthest ? [refusal('date_far_ahead', at, { date, farthest })] : [];
}

/** The rate of a currency on a day: the latest that had begun. Base currency is one to one. */
export function rateOn(books: Books, currency: string, date: Day): Rate | undefined {
  if (currency === books.company.currency) return ONE_TO_ONE;
  const begun = books.rates.filter((dated) => dated.currency === currency && dated.from <= date);
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

/** What a decision hands over to be posted. */
export interface Decided<Document> {
  readonly document: Document;
  readonly date: Day;
  readonly effects?: Partial<Effects>;
  readonly cites?: readonly LineId[];
  /** Pools that the books may not hold yet. */
  readonly opened?: readonly Pool[];
  readonly sign?: 1 | -1;
  /** A commitment, or a setting: it has no entry in the journal, not even an empty one. */
  readonly postsNothing?: boolean;
}

/**
 * Settles a document's effects, and gives it with its entries. Quantity that would go below zero refuses the document at the
 * line that moves that pool.
 */
export function post<Document>(books: Books, decided: Decided<Document>): Decision<Document> {
  const { document, date, opened = [], cites = [], sign = 1 } = decided;
  const effects: Effects = { ...NO_EFFECTS, ...decided.effects };
  const journal = new Journal(date);
  for (const { account, amount, about } of effects.flows) {
    if (sign === 1) journal.debit(date, account, amount, about);
    else journal.credit(date, account, amount, about);
  }
  const pools = new Map<PoolId, Pool>([...opened.map((pool) => [pool.id, pool] as const), ...books.pools]);
  const { currency, recognition, firstOpenDay, checkpointEvery } = books.company;
  const settled = settle(
    { date, firstOpenDay, currency, recognition, checkpointEvery, pools, sources: books.sources },
    effects,
    sign,
    journal,
  );
  if (!settled.ok) return refused([refusalOfShort(settled.short, effects)]);
  const twice = serialTwice(books, settled.settlement, effects);
  if (twice) return refused([twice]);
  const beyond = beyondColumns(settled.settlement, effects);
  if (beyond) return refused([beyond]);
  const entries = decided.postsNothing ? [] : journal.entries();
  const cited = [...new Set(cites.map((line) => line.split('/')[0] ?? ''))];
  return { accepted: true, posted: { document, effects, sign, cites: cited, settlement: settled.settlement, entries } };
}

function refusalOfShort({ pool, movement, date, quantity: missing, lot }: Short, { movements }: Effects): Refusal {
  const own =
    movements.find((added) => added.id === movement) ??
    movements.find((added) => added.pool === pool.id && added.direction === 'out');
  const line = own ? Number(own.id.split('/')[1]) : 1;
  const values = { item: pool.item, warehouse: pool.warehouse, date, short: formatQuantity(missing) };
  return refusal('stock_short', `/lines/${Math.max(line - 1, 0)}/quantity`, lot === '' ? values : { ...values, lot });
}

/** Amounts that no column could hold are refused before anything is written. */
function beyondColumns({ pools, valueChanges }: Settlement, { flows }: Effects): Refusal | undefined {
  const isLarge = (amount: bigint, most: bigint) => amount > most || amount < -most;
  const amounts = [...flows, ...valueChanges].some(({ amount }) => isLarge(amount, LARGEST_AMOUNT));
  const held = pools.some(({ pool }) => isLarge(endOf(pool).value, LARGEST) || isLarge(endOf(pool).quantity, LARGEST));
  return amounts || held ? refusal('too_large', '') : undefined;
}

/** A serial number stands for one thing: it cannot come in while it is here. */
function serialTwice(books: Books, settlement: Settlement, { movements }: Effects): Refusal | undefined {
  for (const { pool } of settlement.pools) {
    if (books.items.get(pool.item)?.tracking !== 'serial') continue;
    const seen = new Set<string>();
    for (const { lot } of endOf(pool).layers) {
      const line = movements.findIndex(
        (added) => added.pool === pool.id && added.lots.some((part) => part.lot === lot),
      );
      if (seen.has(lot)) return refusal('serial_on_hand', `/lines/${Math.max(line, 0)}/lots`, { item: pool.item, lot });
      seen.add(lot);
    }
  }
  return undefined;
}
