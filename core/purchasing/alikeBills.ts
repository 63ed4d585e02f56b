import { formatAmount } from '../exact/amounts.ts';
import { addDays, type Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import type { KnownBill } from '../state/owed.ts';
import { billNumberShape } from './billNumber.ts';

/**
 * A bill that is like another of its vendor passes only with a reason why it is another: where the numbers differ in punctuation or O for 0 alone,
 * or where the amount is the same and the dates are near. (The same number is refused: `bill_number_taken`.)
 * @param another why it is another bill than one that it is like; empty where nobody said
 */
export function checkAlike(books: Books, bill: KnownBill, another: string): Refusal[] {
  const { alikeWithin } = books.company;
  if (alikeWithin === undefined || another.trim() !== '') return [];
  const shape = billNumberShape(bill.reference);
  for (const known of books.bills.values()) {
    if (known.vendor !== bill.vendor) continue;
    const values = { number: known.reference, date: known.date };
    if (billNumberShape(known.reference) === shape) return [refusal('bill_number_alike', '/reference', values)];
    if (known.currency === bill.currency && known.amount === bill.amount && isNear(known.date, bill.date, alikeWithin))
      return [
        refusal('bill_amount_alike', '/reference', {
          ...values,
          amount: formatAmount(known.amount, known.currency),
          currency: known.currency,
        }),
      ];
  }
  return [];
}

const isNear = (a: Day, b: Day, within: number): boolean => a >= addDays(b, -within) && a <= addDays(b, within);
