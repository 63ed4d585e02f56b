import { documentAmount, type DocumentAmount } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { negated } from './bankAccount.ts';
import { type Moved, NOTHING_MOVED } from './paying.ts';
import type { Writing } from './writing.ts';

/** Money that a document brought into the bank: a statement may say later what of it came. Nothing where none came. */
export function cameIn(
  next: Writing,
  document: string,
  {
    got,
    amount,
    ...of
  }: {
    readonly vendor: string;
    readonly currency: string;
    readonly date: Day;
    readonly account: string | undefined;
    readonly amount: DocumentAmount;
    /** As it was booked. */
    readonly got: Moved;
  },
): void {
  if (amount === 0n) return;
  next.bankPayments.set(document, {
    ...of,
    document,
    amount: documentAmount(-amount),
    left: negated(got),
    fee: NOTHING_MOVED,
    stated: [],
  });
}
