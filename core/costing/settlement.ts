import type { AccountKey } from '../books/accounts.ts';
import type { About } from '../books/journal.ts';
import { type BaseAmount, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { LineId, Pool, PoolId } from './pool.ts';
import type { Source } from './taking.ts';

/**
 * A change in what a line is worth. On a movement, positive adds to inventory; on a line that takes from a movement out,
 * positive adds to what it took. Summed by posting date it is the ledger, by effective date it is what is now known.
 */
export interface ValueChange {
  readonly line: LineId;
  readonly pool: PoolId | undefined;
  readonly component: string;
  readonly shared: boolean;
  readonly amount: BaseAmount;
  readonly effective: Day;
  readonly posting: Day;
  /** Set where the document itself said so (a cost), rather than the fold: what the other side was. */
  readonly given: { readonly against: AccountKey; readonly about: About } | undefined;
}

export interface SettledPool {
  readonly before: Pool;
  /** The pool with every movement at its value as now known. */
  readonly pool: Pool;
}

export interface Settlement {
  readonly pools: readonly SettledPool[];
  /** Sources whose value or takings changed. */
  readonly sources: readonly Source[];
  readonly valueChanges: readonly ValueChange[];
  /** Goods that were to go back of which their own receipt had no more. */
  readonly notOwn: readonly { line: LineId; quantity: Quantity }[];
}

export interface Short {
  readonly pool: Pool;
  readonly movement: LineId;
  readonly date: Day;
  readonly quantity: Quantity;
  readonly lot: string;
}

export type Settled = { ok: true; settlement: Settlement } | { ok: false; short: Short };

export interface Occasion {
  readonly date: Day;
  readonly firstOpenDay: Day;
  readonly currency: string;
  readonly recognition: 'on-sale' | 'on-purchase';
  readonly checkpointEvery: number;
  readonly pools: ReadonlyMap<PoolId, Pool>;
  readonly sources: ReadonlyMap<LineId, Source>;
}
