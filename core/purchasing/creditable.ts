import {
  base,
  type BaseAmount,
  documentAmount,
  type DocumentAmount,
  quantity,
  type Quantity,
  rate,
  sumOf,
  toBase,
} from '../exact/amounts.ts';
import { cumulative } from '../exact/cumulative.ts';
import { decimalsOf } from '../exact/currencies.ts';
import { divideRounded, powerOfTen } from '../exact/rounding.ts';
import type { BilledLine } from './bill/command.ts';
import type { CreditableLine } from '../state/owed.ts';

/**
 * Where a credit on a price goes: into the goods, to purchase price variance, or against the credit that was asked for. One
 * on a charge is a charge below zero, to be allocated as the charge was.
 */
export type CreditDecision = 'cost' | 'variance' | 'expected';

/** On a billed line: never more than was billed on it; against expected credits, never more than was asked for. */
export function leftOf(of: CreditableLine, to: CreditDecision): bigint {
  const credited = of.credits.reduce((sum, credit) => sum + (to === 'expected' ? credit.expected : credit.amount), 0n);
  return (to === 'expected' ? of.expected.amount : of.amount) - credited;
}

/** What of a return no credit and no money came for. */
export const openQuantity = (of: CreditableLine): Quantity => quantity(of.quantity - sumOf(of.credits));

/** What a further quantity of a return takes of it: in the document's currency, and as it was booked. */
export function returnedPart(of: CreditableLine, more: Quantity): { ownAmount: DocumentAmount; own: BaseAmount } {
  const soFar = sumOf(of.credits) + more;
  return {
    ownAmount: documentAmount(cumulative(of.amount, soFar, of.quantity, taken(of, 'amount'))),
    own: base(cumulative(of.base, soFar, of.quantity, taken(of, 'base'))),
  };
}

/** What a further amount of a credit that was asked for takes of it, as it was booked. */
export const expectedPart = (of: CreditableLine, more: DocumentAmount): BaseAmount =>
  base(cumulative(of.expected.base, taken(of, 'expected') + more, of.expected.amount, taken(of, 'expectedBase')));

/**
 * What the vendor keeps of goods that went back, at the rate at which they were carried: their base amount ÷ their amount in
 * the document's currency, which for goods billed ahead is the bill's (accounting.md, credit memo on a return).
 */
export function atWhatItIsCarried(
  { amount, base: carried, currency, rate: booked }: CreditableLine,
  kept: bigint,
  home: string,
): BaseAmount {
  return amount === 0n
    ? toBase(documentAmount(kept), currency, booked, home)
    : base(divideRounded(kept * carried, amount));
}

/**
 * The rate at which a billed line stands in its goods, and the credit that was asked for its price, in the bill's currency: where the
 * order is in another, each is the part of what was billed that it is in the order's.
 */
export function inBillCurrency(
  line: Pick<BilledLine, 'amount' | 'inOrder' | 'ordered' | 'rate' | 'difference' | 'priceDifference'>,
  currency: string,
  orderCurrency: string,
): Pick<CreditableLine, 'rate' | 'expected'> {
  const { amount, inOrder, ordered, difference, priceDifference } = line;
  const crosses = currency !== orderCurrency && amount !== 0n && inOrder !== 0n;
  const digits = (of: string) => powerOfTen(decimalsOf(of));
  const rateOfGoods = crosses
    ? rate(divideRounded(line.rate * inOrder * digits(currency), amount * digits(orderCurrency)))
    : line.rate;
  const more = crosses ? divideRounded((inOrder - ordered) * amount, inOrder) : inOrder - ordered;
  const expected =
    difference === 'credit'
      ? { amount: documentAmount(more), base: priceDifference }
      : { amount: documentAmount(0n), base: base(0n) };
  return { rate: rateOfGoods, expected };
}

const taken = (of: CreditableLine, figure: 'amount' | 'base' | 'expected' | 'expectedBase'): bigint =>
  of.credits.reduce((sum, credit) => sum + credit[figure], 0n);
