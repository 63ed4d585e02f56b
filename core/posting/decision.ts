import type { Entry } from '../books/journal.ts';
import { Journal } from '../books/journal.ts';
import { EMPTY_POOL } from '../costing/fold.ts';
import { poolId, type Pool, type PoolId } from '../costing/pool.ts';
import { settle, type Cost, type NewMovement, type Settlement } from '../costing/settle.ts';
import { formatQuantity, ONE_TO_ONE, type Rate } from '../exact/amounts.ts';
import { isDay, type Day } from '../exact/calendar.ts';
import { isCurrency } from '../exact/currencies.ts';
import type { Books, Item } from './books.ts';
import { refusal, type Refusal } from './refusal.ts';

/** What a document causes: facts to be appended. Nothing here is ever changed afterwards. */
export interface Posted<Document> {
  readonly document: Document;
  readonly movements: readonly NewMovement[];
  readonly settlement: Settlement;
  readonly entries: readonly Entry[];
}

export type Decision<Document> = { accepted: true; posted: Posted<Document> } | { accepted: false; refusals: readonly Refusal[] };

export const refused = (refusals: readonly Refusal[]): { accepted: false; refusals: readonly Refusal[] } => ({ accepted: false, refusals });

export const NOTHING_SETTLED: Settlement = { pools: [], valueChanges: [] };

/** Refusals of a document's own date: it must exist, lie in an open period, and not precede what the document cites. */
export function checkDate(books: Books, date: Day, cited: readonly Day[] = []): Refusal[] {
  if (!isDay(date)) return [refusal('date_impossible', '/date', { date })];
  if (date < books.company.firstOpenDay) {
    return [refusal('date_in_closed_period', '/date', { date, firstOpenDay: books.company.firstOpenDay })];
  }
  const after = cited.filter((day) => day > date).sort();
  const latest = after[after.length - 1];
  return latest ? [refusal('date_before_cited', '/date', { date, cited: latest })] : [];
}

/** The rate of a currency on a day: the latest that had begun. Base currency is one to one. */
export function rateOn(books: Books, currency: string, date: Day): Rate | undefined {
  if (currency === books.company.currency) return ONE_TO_ONE;
  const begun = books.rates.filter((dated) => dated.currency === currency && dated.from <= date);
  return begun.reduce<(typeof begun)[number] | undefined>((latest, dated) => (latest && latest.from > dated.from ? latest : dated), undefined)?.rate;
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

/** A pool as the books hold it, or an empty one for goods that were never in that warehouse. */
export function poolOrEmpty(books: Books, item: Item, warehouse: string): Pool {
  const id = poolId(item.id, warehouse);
  return books.pools.get(id) ?? { id, item: item.id, warehouse, method: item.method, coveredTo: undefined, state: EMPTY_POOL, movements: [] };
}

/**
 * Settles movements and costs, and gives the document with its entries. Quantity that would go below zero refuses
 * the document at the line that moves that pool.
 */
export function post<Document>(
  books: Books,
  document: Document,
  journal: Journal,
  date: Day,
  movements: readonly NewMovement[],
  costs: readonly Cost[],
  opened: readonly Pool[] = [],
): Decision<Document> {
  const pools = new Map<PoolId, Pool>([...books.pools, ...opened.map((pool) => [pool.id, pool] as const)]);
  const settled = settle({ date, firstOpenDay: books.company.firstOpenDay, pools, deliveries: books.deliveryLines }, movements, costs, journal);
  if (!settled.ok) {
    const { pool, movement, date: day, quantity } = settled.short;
    const own = movements.findIndex((added) => added.id === movement);
    const line = own >= 0 ? own : movements.findIndex((added) => added.pool === pool.id && added.direction === 'out');
    return refused([
      refusal('stock_short', `/lines/${Math.max(line, 0)}/quantity`, {
        item: pool.item,
        warehouse: pool.warehouse,
        date: day,
        short: formatQuantity(quantity),
      }),
    ]);
  }
  return { accepted: true, posted: { document, movements, settlement: settled.settlement, entries: journal.entries() } };
}
