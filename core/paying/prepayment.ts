import {
  base,
  type BaseAmount,
  type DocumentAmount,
  documentAmountOrThrow,
  ONE_TO_ONE,
  type Rate,
  toBase,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import { checkCurrency, checkDate, checkSecondPerson, rateOn } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { checkHold, checkPayer } from '../purchasing/vendor.ts';
import { lineId } from '../costing/pool.ts';
import { numberOf, type Reading, SOMEONE } from '../state/caseStep.ts';
import { change, type Writing } from '../state/writing.ts';
import { kind } from '../state/kind.ts';
import { isTrue, optionalText, textOf } from '../reading/fields.ts';

const NO_FEE = base(0n);

export interface PrepaymentCommand {
  readonly kind: 'prepayment';
  readonly vendor: string;
  readonly by?: string | undefined;
  readonly currency: string;
  readonly date: Day;
  readonly amount: DocumentAmount;
  /** The order whose goods it is for; undefined for a deposit that is for nothing in particular. */
  readonly order?: string | undefined;
  /** A deposit that comes back; never one for the goods of an order. */
  readonly refundable?: boolean | undefined;
  /** Somebody else has looked at exactly this prepayment and agreed. */
  readonly signedOff?: boolean | undefined;
}

export interface PrepaymentDocument extends PrepaymentCommand {
  readonly rate: Rate;
  readonly base: BaseAmount;
}

/**
 * Money paid before the bill: prepayments against the bank at the day's rate; a payment uses it later. Goods of the order that it is for
 * come in at its rate, as far as it goes (accounting.md, prepayment). More than the company lets one person pay so needs a second one.
 */
export function decidePrepayment(books: Books, command: PrepaymentCommand): Decision<PrepaymentDocument> {
  const refusals: Refusal[] = [
    ...checkDate(books, command.date),
    ...checkCurrency(books, command.currency, command.date),
  ];
  refusals.push(...checkHold(books, command.vendor, '/vendor'), ...checkPayer(books, command.vendor, command.by));
  if (command.order !== undefined) refusals.push(...checkOrder(books, command, command.order));
  if (command.refundable && command.order !== undefined) refusals.push(refusal('deposit_for_goods', '/refundable'));
  if (command.amount <= 0n) refusals.push(refusal('amount_zero', '/amount'));
  if (refusals.length > 0) return refused(refusals);
  const rate = rateOn(books, command.currency, command.date) ?? ONE_TO_ONE;
  const amount = toBase(command.amount, command.currency, rate, books.company.currency);
  const second = checkSecondPerson(books, amount, books.company.prepaymentsAbove, command.signedOff);
  if (second.length > 0) return refused(second);
  return post(books, {
    document: { ...command, rate, base: amount },
    date: command.date,
    cites: command.order === undefined ? [] : [lineId(command.order, 0)],
    effects: {
      flows: [
        { account: 'prepayments', amount, about: { vendor: command.vendor } },
        { account: 'bank', amount: base(-amount), about: {} },
      ],
    },
  });
}

function checkOrder(books: Books, { vendor, currency, date }: PrepaymentCommand, id: string): Refusal[] {
  const order = books.orders.get(id);
  if (!order) return [refusal('document_unknown', '/order', { document: id })];
  return [
    ...checkDate(books, date, [order.date]),
    ...(order.vendor === vendor ? [] : [refusal('vendor_differs', '/order')]),
    ...(order.currency === currency
      ? []
      : [refusal('currency_differs', '/currency', { ordered: order.currency, billed: currency })]),
  ];
}

function prepaymentStep({ step, books, date, numbers }: Reading): PrepaymentCommand {
  const of = optionalText(step, 'for');
  const order = of === undefined ? undefined : numberOf(of, numbers);
  const ordered = books.orders.get(order ?? '');
  const currency = optionalText(step, 'currency') ?? ordered?.currency ?? books.company.currency;
  return {
    kind: 'prepayment',
    vendor: optionalText(step, 'vendor') ?? ordered?.vendor ?? SOMEONE,
    currency,
    order,
    refundable: isTrue(step, 'refundable'),
    signedOff: isTrue(step, 'signed-off'),
    date,
    amount: documentAmountOrThrow(textOf(step, 'amount'), currency),
  };
}

function recordPrepayment(next: Writing, of: PrepaymentDocument, document: string): void {
  const { vendor, currency, date, amount, base, order, refundable = false } = of;
  const known = { document, order, refundable, vendor, currency, date, amount, base };
  next.prepayments.set(document, { ...known, used: [], refunded: [], received: [] });
  next.bankPayments.set(document, { document, vendor, currency, date, amount, base, fee: NO_FEE, stated: [] });
  if (order === undefined) return;
  change(next.orders, order, (known) => ({ ...known, prepaid: [...known.prepaid, document] }));
}

export const prepayment = kind({
  name: 'prepayment',
  decide: decidePrepayment,
  record: recordPrepayment,
  verbs: { prepay: { keys: ['currency', 'amount', 'for', 'refundable', 'signed-off'], read: prepaymentStep } },
});
