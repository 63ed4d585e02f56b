import type { Dimensions } from '../books/journal.ts';
import { base, quantity, type BaseAmount, type Price, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';

/** How a pool values what goes out (accounting.md, One mechanism for cost). `lot`: by lot or serial. */
export type CostingMethod = 'fifo' | 'average' | 'standard' | 'lot';

/** A line of a posted document, `document/line`. Documents are numbered in the order of entry. */
export type LineId = string & { readonly kind?: 'line' };

export const lineId = (document: string, line: number): LineId => `${document}/${line}`;
export const documentOf = (line: LineId): string => line.slice(0, line.indexOf('/'));

/** An item in a warehouse: `item@warehouse`. */
export type PoolId = string & { readonly kind?: 'pool' };

export const poolId = (item: string, warehouse: string): PoolId => `${item}@${warehouse}`;
export const warehouseOf = (pool: PoolId): string => pool.slice(pool.lastIndexOf('@') + 1);

/** Why goods moved. It says where a movement's value comes from or goes to. */
export type Purpose =
  | 'received'
  | 'opened'
  | 'arrived'
  | 'made'
  | 'given-back'
  | 'found'
  | 'delivered'
  | 'returned'
  | 'missing'
  | 'scrapped'
  | 'moved'
  | 'used'
  | 'revalued';

/** A part of a movement's quantity, of one lot or one serial number. */
export interface LotPart {
  readonly lot: string;
  readonly quantity: Quantity;
  /** As it stands on the goods when they are received; it costs nothing. */
  readonly expires?: Day | undefined;
}

/** What went back to the vendor of a movement in: at its own price, and its share by quantity of what is shared. */
export interface ReturnedPart {
  readonly line: LineId;
  readonly date: Day;
  readonly quantity: Quantity;
  readonly price: BaseAmount;
  readonly lots: readonly LotPart[];
}

/** Quantity into or out of a pool. What it is worth stands beside it in the history. */
export interface Movement {
  readonly id: LineId;
  /** The place in the order of entry (see `placeOf`). */
  readonly place: number;
  readonly date: Day;
  readonly direction: 'in' | 'out' | 'revalued';
  readonly purpose: Purpose;
  readonly quantity: Quantity;
  /** Lots or serials, where the goods are kept by them; they add up to the quantity. */
  readonly lots: readonly LotPart[];
  readonly dimensions: Dimensions | undefined;
  /** In: what of its components is shared by quantity with goods that go back (charges and tax). */
  readonly shared: BaseAmount;
  /** In: what went back of it, in the order of entry. */
  readonly returns: readonly ReturnedPart[];
  /** Out, returned: the movement in that it goes back from, and what it is worth by itself as now known. */
  readonly back: { readonly of: LineId; readonly date: Day; readonly own: BaseAmount } | undefined;
  /** Revalued: the new standard. */
  readonly standard: Price | undefined;
}

/**
 * Movements in the order of the fold, and in the same order what each is worth as now known (base currency): a movement in the
 * sum of its components, one out what the fold says, a change of standard what it adds to the goods on hand. A late cost changes
 * the values of thousands of movements, and of the movements nothing.
 */
export interface History {
  readonly movements: readonly Movement[];
  readonly values: readonly BaseAmount[];
}

const LINES_OF_A_DOCUMENT = 100_000;

/** The place of a line in the order of entry, as one number: document, then line. */
export function placeOf(line: LineId): number {
  const slash = line.indexOf('/');
  return Number(line.slice(0, slash)) * LINES_OF_A_DOCUMENT + Number(line.slice(slash + 1));
}

/** What is left of one movement in, or of the part of it that went back later (`part` names the returning line). */
export interface Layer {
  readonly of: LineId;
  readonly part: LineId | '';
  readonly lot: string;
  readonly quantity: Quantity;
  readonly value: BaseAmount;
}

/** A pool between two movements. Layers are kept by FIFO and by lot only, oldest first; the standard by standard cost only. */
export interface PoolState {
  readonly quantity: Quantity;
  readonly value: BaseAmount;
  readonly layers: readonly Layer[];
  readonly standard: Price | undefined;
}

export const EMPTY_POOL: PoolState = { quantity: quantity(0n), value: base(0n), layers: [], standard: undefined };

/** A point in the order of the fold. */
export interface Point {
  readonly date: Day;
  readonly place: number;
}

export const BEFORE_ALL: Point = { date: '', place: 0 };

/** The state of a pool after everything up to and including a point. */
export interface Checkpoint extends Point {
  readonly state: PoolState;
}

/** What goods of a pool can be sold for, by the unit, as a write-down said; the latest that stands counts. */
export interface WriteDown {
  readonly line: LineId;
  readonly netRealisable: Price;
}

/**
 * A pool as far as a decision needs it: the history after the first checkpoint, and states on the way that are known to be
 * right; the last is the state after all of it.
 */
export interface Pool extends History {
  readonly id: PoolId;
  readonly item: string;
  readonly warehouse: string;
  readonly method: CostingMethod;
  readonly checkpoints: readonly [Checkpoint, ...Checkpoint[]];
  readonly writeDowns: readonly WriteDown[];
}

export const endOf = (pool: Pool): PoolState =>
  (pool.checkpoints[pool.checkpoints.length - 1] ?? pool.checkpoints[0]).state;

/** The order of the fold: effective date, then entry, then line. */
export function comparePoints(a: Point, b: Point): number {
  if (a.date !== b.date) return a.date < b.date ? -1 : 1;
  return a.place - b.place;
}

/** The position of the first of `points`, in the order of the fold, that does not stand before `point`. */
export function positionOf(points: readonly Point[], point: Point): number {
  let low = 0;
  let high = points.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (comparePoints(points[middle] as Point, point) < 0) low = middle + 1;
    else high = middle;
  }
  return low;
}
