import type { LineId } from '../costing/pool.ts';
import type { Rate } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';

/** What customs went by, as far as duty is worked out from it. */
export interface CustomsEntry {
  readonly document: string;
  /** Its day decides which rates of the tariff apply. */
  readonly date: Day;
  /** Rates of exchange that customs used: base units for one unit of each foreign currency. */
  readonly rates: readonly CustomsRate[];
  /** What was declared of received goods; what is undefined is as the receipt states it. */
  readonly declared: ReadonlyMap<LineId, Declared>;
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
