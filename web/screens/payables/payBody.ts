import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { PayableView } from '@obolus/contract/views/payables';
import { addDays } from '@obolus/core/exact/calendar';
import { difference, isNegative, isZero, sumOf } from '../../parts/exact.ts';

/** What is settled of an open item: paid, taken off as a discount, kept back as tax, written off. Empty for nothing. */
export interface Settled {
  readonly amount: string;
  readonly discount: string;
  readonly withheld: string;
  readonly writeOff: string;
}

export interface PayBody {
  readonly vendor: string;
  readonly date: string;
  readonly currency: string;
  /** The company's bank account; empty for the usual one. */
  readonly account: string;
  /** A prepayment that is used up; empty for the bank. */
  readonly from: string;
  readonly took: string;
  readonly fee: string;
  /** Where discounts go; empty for where the company has them go. */
  readonly discountsTo: 'income' | 'goods' | '';
  readonly reason: string;
  readonly settled: Readonly<Record<string, Settled>>;
}

export const NOT_SETTLED: Settled = { amount: '', discount: '', withheld: '', writeOff: '' };

/** What of an open item is due by a day: of one that is paid in parts, those; else all of it, less its discount while that is offered. */
export function dueBy(item: PayableView, on: string, until: string): Settled {
  const due = item.parts.filter((part) => part.due <= until);
  if (due.length === 0 || due.length === item.parts.length) return whole(item, on);
  return {
    ...NOT_SETTLED,
    amount: sumOf(
      due.map(({ amount }) => amount),
      item.currency,
    ),
  };
}

/** All of an open item, less its discount while that is offered. */
export function whole({ open, currency, discount, discountDay }: PayableView, on: string): Settled {
  const isOffered = discount !== '' && discountDay !== '' && on <= discountDay && !isZero(discount);
  return isOffered
    ? { ...NOT_SETTLED, amount: sumOf([difference(open, discount) ?? open], currency), discount }
    : { ...NOT_SETTLED, amount: open };
}

/** Days ahead for which bills are proposed. */
const SOON = 7;

/** What is due within the week, or loses its discount by then, and waits for nothing; credits are taken against it. */
export function proposed(payables: readonly PayableView[], currency: string, on: string): PayBody['settled'] {
  const until = addDays(on, SOON);
  const own = payables.filter((payable) => payable.currency === currency);
  const isDue = ({ due, date, discountDay, waitsFor, heldBecause, paidTo }: PayableView) =>
    waitsFor === '' &&
    heldBecause === '' &&
    paidTo?.isConfirmed !== false &&
    ((due || date) <= until || (discountDay !== '' && discountDay >= on && discountDay <= until));
  const bills = own.filter((payable) => !isNegative(payable.open) && isDue(payable));
  const taken = bills.length === 0 ? [] : [...bills, ...own.filter(({ open }) => isNegative(open))];
  const settled = Object.fromEntries(taken.map((payable) => [payable.id, dueBy(payable, on, until)]));
  const total = sumOf(
    Object.values(settled).map(({ amount }) => amount),
    currency,
  );
  // What the vendor owes is not paid out: credits beyond the bills stay open.
  return isNegative(total) ? Object.fromEntries(bills.map((bill) => [bill.id, dueBy(bill, on, until)])) : settled;
}

export const isSettled = (of: Settled | undefined): of is Settled =>
  of !== undefined && Object.values(of).some((figure) => figure !== '');

/** What stays open of an item. */
export const leftOf = (open: string, { amount, discount, withheld, writeOff }: Settled, currency: string): string =>
  sumOf([difference(open, sumOf([amount, discount, withheld, writeOff], currency))], currency);

/**
 * The payment that stands for what was typed, with the items in their order; undefined while nothing is settled.
 * @param usual where the company has discounts go
 */
export function paymentOf(
  body: PayBody,
  payables: readonly PayableView[],
  usual: 'income' | 'goods',
  account: string,
): BodyOf<'payment'> | undefined {
  const bills = payables.flatMap(({ id }) => {
    const settled = body.settled[id];
    if (!isSettled(settled)) return [];
    const { amount, discount, writeOff, withheld } = settled;
    return [{ of: id, amount: amount || '0', discount, writeOff, ...(withheld ? { withheld } : {}) }];
  });
  if (bills.length === 0) return undefined;
  const { vendor, date, currency, from, reason } = body;
  const bank = from === '' ? { account, took: body.took, fee: body.fee } : { account: '', took: '', fee: '' };
  return {
    vendor,
    date,
    currency,
    from,
    discountsTo: body.discountsTo || usual,
    reason,
    ...(bank.account ? { account: bank.account } : {}),
    ...(bank.took ? { took: bank.took } : {}),
    ...(bank.fee ? { fee: bank.fee } : {}),
    bills,
  };
}
