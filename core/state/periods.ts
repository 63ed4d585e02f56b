import type { Day } from '../exact/calendar.ts';
import type { Flow } from '../costing/effects.ts';

/** A closed period, and what its closing only accrued. */
export interface ClosedPeriod {
  readonly document: string;
  readonly period: string;
  readonly date: Day;
  readonly accruals: readonly Flow[];
  readonly takenBack: boolean;
  /** The first open day before it was closed. */
  readonly openBefore: Day;
}
