import { type DocumentAmount, documentAmount, fraction, type Fraction, FRACTION_PLACES } from '../exact/amounts.ts';
import { addDays, endOfMonth, type Day } from '../exact/calendar.ts';
import { divideRounded } from '../exact/rounding.ts';

/** When a bill is to be paid, and what less is to be paid by then for paying it early. */
export interface Terms {
  readonly days: number;
  /** Counted from the end of the bill's month, not from the bill. */
  readonly afterMonth: boolean;
  /** A part of the bill, for who pays within so many days of it. */
  readonly discount?: { readonly part: Fraction; readonly days: number } | undefined;
  /** Parts of the bill that are due sooner than the rest of it, each so many days from where the rest is counted. */
  readonly earlier?: readonly { readonly part: Fraction; readonly days: number }[] | undefined;
}

/** The day on which a bill is due. */
export const dueDay = ({ days, afterMonth }: Terms, bill: Day): Day =>
  addDays(afterMonth ? endOfMonth(bill) : bill, days);

/** The last day on which a bill is paid less its discount; undefined where there is none. */
export const discountDay = ({ discount }: Terms, bill: Day): Day | undefined =>
  discount && addDays(bill, discount.days);

/** What less is to be paid of what is open, in its currency: rounded once, half away from zero. */
export const discountOn = (open: DocumentAmount, part: Fraction): DocumentAmount =>
  documentAmount(divideRounded(open * part, 10n ** BigInt(FRACTION_PLACES)));

const DAYS_OF_A_YEAR = 365n;

/**
 * What a discount yields in a year: what is saved for what is paid, for the days by which it is paid sooner than it is due (simple interest). A part of one;
 * undefined where it is paid no sooner.
 */
export const yearlyYield = (
  open: DocumentAmount,
  discount: DocumentAmount,
  daysSooner: number,
): Fraction | undefined =>
  daysSooner <= 0 || open <= discount
    ? undefined
    : fraction(
        divideRounded(
          discount * DAYS_OF_A_YEAR * 10n ** BigInt(FRACTION_PLACES),
          (open - discount) * BigInt(daysSooner),
        ),
      );
