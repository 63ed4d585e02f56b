import { addDays, endOfMonth, type Day } from '../exact/calendar.ts';

/** When a bill is to be paid. */
export interface Terms {
  readonly days: number;
  /** Counted from the end of the bill's month, not from the bill. */
  readonly afterMonth: boolean;
}

/** The day on which a bill is due. */
export const dueDay = ({ days, afterMonth }: Terms, bill: Day): Day =>
  addDays(afterMonth ? endOfMonth(bill) : bill, days);
