import { base, type DocumentAmount, documentAmount } from '../exact/amounts.ts';
import { cumulative } from '../exact/cumulative.ts';
import type { PrepaidTaken, Prepayment } from './owed.ts';

/** What is gone of a prepayment: it paid bills, or came back. */
export const takenOf = ({ used, refunded }: Prepayment): readonly PrepaidTaken[] => [...used, ...refunded];

/** What a further amount takes of a prepayment: how much of it is tax, and as it was booked in prepayments and in input tax. */
export function partOfPrepaid(prepaid: Prepayment, amount: bigint): Omit<PrepaidTaken, 'line' | 'date' | 'amount'> {
  const taken = takenOf(prepaid);
  const sum = (of: 'amount' | 'tax' | 'base' | 'taxBase') => taken.reduce((total, part) => total + part[of], 0n);
  const after = sum('amount') + amount;
  const part = (whole: bigint, before: bigint) => cumulative(whole, after, prepaid.amount, before);
  return {
    tax: documentAmount(part(prepaid.tax.amount, sum('tax'))),
    base: base(part(prepaid.base, sum('base'))),
    taxBase: base(part(prepaid.tax.base, sum('taxBase'))),
  };
}

/** What goods can come in by: what was paid less its tax. */
export const goodsOf = ({ amount, tax }: Pick<Prepayment, 'amount' | 'tax'>): DocumentAmount =>
  documentAmount(amount - tax.amount);

/** What of an amount of a prepayment is not tax. */
export const withoutTax = (prepaid: Pick<Prepayment, 'amount' | 'tax'>, amount: bigint): bigint =>
  amount - cumulative(prepaid.tax.amount, amount, prepaid.amount, 0n);
