import { type Entry, Journal } from '../books/journal.ts';
import { endOf, type LineId, type Pool, poolId, type PoolId } from '../costing/pool.ts';
import { settle } from '../costing/settle.ts';
import type { Settlement, Short } from '../costing/settlement.ts';
import { formatQuantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { LARGEST, LARGEST_AMOUNT } from '../exact/decimal.ts';
import { type Effects, NO_EFFECTS } from '../costing/effects.ts';
import type { Books } from './books.ts';
import { refusal, type Refusal } from './refusal.ts';
import { knownOf } from './slice.ts';

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
  for (const { account, amount, about, held } of effects.flows) {
    if (sign === 1) journal.debit(date, account, amount, about, held);
    else journal.credit(date, account, amount, about, held);
  }
  for (const { item } of effects.standards) books.pools.get(allPoolsOf(item));
  const known = knownOf(books.pools);
  const missing = opened.filter(({ id }) => !known.has(id));
  const pools =
    missing.length === 0
      ? known
      : new Map<PoolId, Pool>([...missing.map((pool) => [pool.id, pool] as const), ...known]);
  const { currency, recognition, firstOpenDay, checkpointEvery } = books.company;
  const settled = settle(
    { date, firstOpenDay, currency, recognition, checkpointEvery, pools, sources: knownOf(books.sources) },
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

/** Stands for every pool of an item: a change of standard reaches them all, so they must have been looked for. */
export const allPoolsOf = (item: string): PoolId => poolId(item, '');

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
