import type { BaseAmount, Quantity } from '../../exact/amounts.ts';
import type { Basis } from '../basis.ts';
import type { EstimateDifference } from '../estimate.ts';
import type { Day } from '../../exact/calendar.ts';
import type { LineId } from '../../costing/pool.ts';

export interface AllocationCommand {
  readonly kind: 'allocation';
  readonly date: Day;
  /** Received lines, in the order in which ties of the sharing out are broken. */
  readonly to: readonly LineId[];
  readonly charges: readonly {
    of: LineId;
    basis: Basis;
    /** Kilograms that a cubic metre counts for, by chargeable weight; the kind's own where undefined. */
    density?: Quantity | undefined;
    /** Where it goes what it is more or less than estimated; as the company has it for the kind where undefined. */
    difference?: EstimateDifference | undefined;
    /** How much of the charge; all that is left where undefined. */
    amount: BaseAmount | undefined;
    /** Shares set by hand. */
    fixed: readonly { line: LineId; amount: BaseAmount }[];
    /** The lines that it is limited to; all of `to` where undefined. */
    limitedTo?: readonly LineId[] | undefined;
  }[];
  /** Further bills of these kinds are to come: an estimate is used up, not replaced. */
  readonly more?: boolean | undefined;
  /** The customs entry that duty is worked out by: its day, its rates of exchange, what was declared. */
  readonly entry?: string | undefined;
}

export interface AllocationDocument extends AllocationCommand {
  /** Per charge, in their order, the share of each line of `to`. */
  readonly shares: readonly {
    charge: LineId;
    kind: string;
    basis: Basis;
    /** What carried each line to the border, where it is shared by value and freight. */
    carried?: readonly bigint[];
    amounts: readonly BaseAmount[];
    estimatesUsed: readonly BaseAmount[];
    /** What of the share went to landed cost variance, since it was estimated otherwise. */
    varied: readonly BaseAmount[];
  }[];
  /** What the tariff schedule works out for each line of `to`; empty where nothing is shared by duty. */
  readonly workedOut: readonly BaseAmount[];
}
