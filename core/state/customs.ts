import type { LineId } from '../costing/pool.ts';
import type { BaseAmount, Rate } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';

/** What customs went by, as far as duty is worked out from it. */
export interface CustomsEntry {
  readonly document: string;
  /** The day on which customs took it decides which rates of the tariff apply. */
  readonly entered: Day;
  /** Rates of exchange that customs used: base units for one unit of each foreign currency. */
  readonly rates: readonly CustomsRate[];
  /** What was declared of received goods; what is undefined is as the receipt states it. */
  readonly declared: ReadonlyMap<LineId, Declared>;
  /** What is added to the price of goods together (assists, royalties, goods that were free), in base currency. */
  readonly additions: readonly { readonly goods: readonly LineId[]; readonly amount: BaseAmount }[];
}

export interface CustomsRate {
  readonly currency: string;
  readonly rate: Rate;
}

export interface Declared {
  readonly origin: string | undefined;
  /** Whether a preference was claimed. */
  readonly preference: boolean | undefined;
}
