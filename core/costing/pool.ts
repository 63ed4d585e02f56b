import type { BaseAmount, Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';

/** How a pool values what goes out (accounting.md, One mechanism for cost). */
export type CostingMethod = 'fifo' | 'average';

/** A line of a posted document, `document/line`. Documents are numbered in the order of entry. */
export type LineId = string & { readonly kind?: 'line' };

export const lineId = (document: string, line: number): LineId => `${document}/${line}`;

/** An item in a warehouse: `item@warehouse`. */
export type PoolId = string & { readonly kind?: 'pool' };

export const poolId = (item: string, warehouse: string): PoolId => `${item}@${warehouse}`;

/**
 * Quantity into or out of a pool, worth `value` as now known (base currency, never negative for either direction).
 * The value of a movement in is the sum of its components; that of a movement out is what the fold says.
 */
export interface Movement {
  readonly id: LineId;
  readonly date: Day;
  readonly direction: 'in' | 'out';
  readonly quantity: Quantity;
  readonly value: BaseAmount;
}

/** What is left of one movement in. */
export interface Layer {
  readonly of: LineId;
  readonly quantity: Quantity;
  readonly value: BaseAmount;
}

/** A pool between two movements. Layers are kept by FIFO only, oldest first; the totals by every method. */
export interface PoolState {
  readonly quantity: Quantity;
  readonly value: BaseAmount;
  readonly layers: readonly Layer[];
}

/**
 * A pool as far as a decision needs it: a state that is known to be right up to and including every movement of
 * `coveredTo`, and the movements after it in the order of the fold. Nothing covered: the whole history is here.
 */
export interface Pool {
  readonly id: PoolId;
  readonly item: string;
  readonly warehouse: string;
  readonly method: CostingMethod;
  readonly coveredTo: Day | undefined;
  readonly state: PoolState;
  readonly movements: readonly Movement[];
}

/** The order of the fold: effective date, then entry, then line. */
export function compareMovements(a: { date: Day; id: LineId }, b: { date: Day; id: LineId }): number {
  if (a.date !== b.date) return a.date < b.date ? -1 : 1;
  const [documentA = '0', lineA = '0'] = a.id.split('/');
  const [documentB = '0', lineB = '0'] = b.id.split('/');
  if (documentA === documentB) return Number(lineA) - Number(lineB);
  return BigInt(documentA) < BigInt(documentB) ? -1 : 1;
}
