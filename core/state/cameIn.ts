import { base, type BaseAmount, documentAmount, type DocumentAmount } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Writing } from './writing.ts';

/** Money that a document brought into the bank: a statement may say later what of it came. Nothing where none came. */
export function cameIn(
  next: Writing,
  document: string,
  {
    vendor,
    currency,
    date,
    amount,
    got,
  }: {
    readonly vendor: string;
    readonly currency: string;
    readonly date: Day;
    readonly amount: DocumentAmount;
    /** As it was booked. */
    readonly got: BaseAmount;
  },
): void {
  if (amount === 0n) return;
  next.bankPayments.set(document, {
    document,
    vendor,
    currency,
    date,
    amount: documentAmount(-amount),
    base: base(-got),
    fee: base(0n),
    stated: [],
  });
}
