import type { BaseAmount, Rate } from '../../exact/amounts.ts';
import type { Basis } from '../basis.ts';
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
    /** How much of the charge; all that is left where undefined. */
    amount: BaseAmount | undefined;
    /** Shares set by hand. */
    fixed: readonly { line: LineId; amount: BaseAmount }[];
    /** The lines that it is limited to; all of `to` where undefined. */
    limitedTo?: readonly LineId[] | undefined;
  }[];
  /** Further bills of these kinds are to come: an estimate is used up, not replaced. */
  readonly more?: boolean | undefined;
  /** The day of the customs entry, and the rate of exchange that customs used. */
  readonly entry?: Day | undefined;
  readonly customsRate?: Rate | undefined;
  /** What customs saw, where it differs from the receipt. */
  readonly declared?:
    readonly { line: LineId; origin?: string | undefined; preference?: boolean | undefined }[] | undefined;
}

export interface AllocationDocument extends AllocationCommand {
  /** Per charge, in their order, the share of each line of `to`. */
  readonly shares: readonly {
    charge: LineId;
    kind: string;
    basis: Basis;
    amounts: readonly BaseAmount[];
    estimatesUsed: readonly BaseAmount[];
  }[];
  /** What the tariff schedule works out for each line of `to`; empty where nothing is shared by duty. */
  readonly workedOut: readonly BaseAmount[];
}
