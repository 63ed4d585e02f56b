import type { AccountKey } from '../books/accounts.ts';
import type { About, Dimensions } from '../books/journal.ts';
import type { LineId, LotPart, PoolId, Purpose } from './pool.ts';
import type { Taking } from './taking.ts';
import type { BaseAmount, DocumentAmount, Price, Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';

/** A journal line that the document's own figures make. `amount` in base currency, debit positive. */
export interface Flow {
  readonly account: AccountKey;
  readonly amount: BaseAmount;
  readonly about: About;
  /** What moves on a bank account in the account's own currency, where that is another. */
  readonly held?: DocumentAmount | undefined;
}

/** Goods that a document moves. What they are worth comes from costs and takings (in) or from the fold (out). */
export interface NewMovement {
  readonly pool: PoolId;
  readonly id: LineId;
  readonly date: Day;
  readonly direction: 'in' | 'out';
  readonly purpose: Purpose;
  readonly quantity: Quantity;
  readonly lots: readonly LotPart[];
  readonly dimensions: Dimensions | undefined;
  /** The customer of a delivery, the warehouse to which a transfer goes. */
  readonly party?: string | undefined;
  /** Returned to the vendor: the movement in that they go back from, and their own price. */
  readonly back?: { readonly of: LineId; readonly date: Day; readonly price: BaseAmount } | undefined;
}

/** A component of a movement in that becomes known: the first price of new goods and a late cost alike. */
export interface Cost {
  readonly pool: PoolId;
  readonly movement: LineId;
  /** The movement's own date. */
  readonly date: Day;
  readonly component: string;
  /** Whether goods that go back take their share of it by quantity (charges and tax), or only their own price. */
  readonly shared: boolean;
  readonly amount: BaseAmount;
  /** Where the other side stands: credited when the cost is positive. */
  readonly against: AccountKey;
  readonly about: About;
}

/** A new standard of an item from a date on, for every pool of it. */
export interface NewStandard {
  readonly line: LineId;
  readonly item: string;
  readonly date: Day;
  readonly standard: Price;
}

/**
 * What a posted document does to the books, apart from what follows from it by the fold. Posting adds its effects; reversing
 * it takes the same effects away again (accounting.md, Reversal).
 */
export interface Effects {
  readonly flows: readonly Flow[];
  readonly movements: readonly NewMovement[];
  readonly costs: readonly Cost[];
  readonly takings: readonly { readonly of: LineId; readonly taking: Taking }[];
  readonly standards: readonly NewStandard[];
  readonly writeDowns: readonly { readonly line: LineId; readonly pool: PoolId; readonly netRealisable: Price }[];
}

export const NO_EFFECTS: Effects = { flows: [], movements: [], costs: [], takings: [], standards: [], writeDowns: [] };
