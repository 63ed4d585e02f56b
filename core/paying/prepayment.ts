import {
  base,
  type BaseAmount,
  documentAmount,
  type DocumentAmount,
  documentAmountOrThrow,
  ONE_TO_ONE,
  type Rate,
  toBase,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { bankFlow, checkAccount, movedOn, negated } from '../state/bankAccount.ts';
import type { Books } from '../state/books.ts';
import { checkCurrency, checkDate, checkSecondPerson, rateOn } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { checkHold, checkPayer } from '../purchasing/vendor.ts';
import { lineId, type LineId } from '../costing/pool.ts';
import { type Moved, NOTHING_MOVED, type PaymentRun, type RunPayment } from '../state/paying.ts';
import { checkReleased, madeFromRun } from './released.ts';
import { numberOf, type Reading, SOMEONE } from '../state/caseStep.ts';
import { change, type Writing } from '../state/writing.ts';
import { kind } from '../state/kind.ts';
import { isTrue, optionalText, textOf } from '../reading/fields.ts';

export interface PrepaymentCommand {
  readonly kind: 'prepayment';
  readonly vendor: string;
  readonly by?: string | undefined;
  readonly currency: string;
  readonly date: Day;
  /** The company's bank account that it leaves; one in base currency where undefined. */
  readonly account?: string | undefined;
  /** All that is paid, tax with it. */
  readonly amount: DocumentAmount;
  /** The tax in it that the vendor's prepayment bill shows and that is reclaimed; none where undefined. */
  readonly tax?: DocumentAmount | undefined;
  /** The order whose goods it is for; undefined for a deposit that is for nothing in particular. */
  readonly order?: string | undefined;
  /** A deposit that comes back; never one for the goods of an order. */
  readonly refundable?: boolean | undefined;
  /** Somebody else has looked at exactly this prepayment and agreed. */
  readonly signedOff?: boolean | undefined;
  /** The place in a run that another person released; undefined where it was typed from what the bank did. */
  readonly run?: LineId | undefined;
}

export interface PrepaymentDocument extends PrepaymentCommand {
  readonly rate: Rate;
  /** What stands in prepayments for it, and in input tax. */
  readonly base: BaseAmount;
  readonly taxBase: BaseAmount;
  /** What left the bank account for it. */
  readonly left: Moved;
}

/**
 * Money paid before the bill: prepayments against the bank at the day's rate; a payment uses it later. Goods of the order that it is for
 * come in at its rate, as far as it goes (accounting.md, prepayment). Tax that the vendor's prepayment bill shows is reclaimed with it, and
 * given back as it is used, since it is in the tax of the bill. More than the company lets one person pay so needs a second one; a run has
 * been released by one.
 */
export function decidePrepayment(books: Books, command: PrepaymentCommand): Decision<PrepaymentDocument> {
  const refusals: Refusal[] = [
    ...checkDate(books, command.date),
    ...checkCurrency(books, command.currency, command.date),
    ...checkAccount(books, command.account, command.date),
  ];
  refusals.push(...checkHold(books, command.vendor, '/vendor'), ...checkPayer(books, command.vendor, command.by));
  if (command.order !== undefined) refusals.push(...checkOrder(books, command, command.order));
  if (command.refundable && command.order !== undefined) refusals.push(refusal('deposit_for_goods', '/refundable'));
  if (command.amount <= 0n) refusals.push(refusal('amount_zero', '/amount'));
  refusals.push(...checkTax(command), ...checkReleased(books, command.run, isAsAsked(command)));
  if (refusals.length > 0) return refused(refusals);
  const rate = rateOn(books, command.currency, command.date) ?? ONE_TO_ONE;
  const inBase = (figure: DocumentAmount) => toBase(figure, command.currency, rate, books.company.currency);
  const left = movedOn(books, command, command.amount, undefined);
  const amount = left.base;
  const tax = inBase(command.tax ?? documentAmount(0n));
  const net = base(amount - tax);
  const agreed = command.signedOff === true || command.run !== undefined;
  const second = checkSecondPerson(books, amount, books.company.prepaymentsAbove, agreed);
  if (second.length > 0) return refused(second);
  return post(books, {
    document: { ...command, rate, base: net, taxBase: tax, left },
    date: command.date,
    cites: [
      ...(command.order === undefined ? [] : [lineId(command.order, 0)]),
      ...(command.run === undefined ? [] : [command.run]),
    ],
    effects: {
      flows: [
        { account: 'prepayments', amount: net, about: { vendor: command.vendor } },
        ...(tax === 0n ? [] : [{ account: 'input-tax' as const, amount: tax, about: {} }]),
        bankFlow(books, command.account, negated(left)),
      ],
    },
  });
}

/** Tax is a part of what is paid; a deposit that comes back is for nothing that is taxed. */
function checkTax({ tax = documentAmount(0n), amount, refundable }: PrepaymentCommand): Refusal[] {
  if (tax === 0n) return [];
  if (tax < 0n) return [refusal('amount_negative', '/tax')];
  if (refundable) return [refusal('deposit_with_tax', '/tax')];
  return tax >= amount ? [refusal('tax_exceeds_prepaid', '/tax')] : [];
}

/** Whether it is what a place of a run asks for. */
const isAsAsked =
  ({ vendor, currency, date, account, amount, tax, order, refundable }: PrepaymentCommand) =>
  (asked: RunPayment, run: PaymentRun): boolean =>
    asked.vendor === vendor &&
    asked.currency === currency &&
    run.date === date &&
    run.account === account &&
    asked.prepays?.amount === amount &&
    asked.prepays.tax === (tax ?? 0n) &&
    asked.prepays.order === order &&
    asked.prepays.refundable === (refundable ?? false);

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
    account: optionalText(step, 'account'),
    amount: documentAmountOrThrow(textOf(step, 'amount'), currency),
    tax: step.tax === undefined ? undefined : documentAmountOrThrow(textOf(step, 'tax'), currency),
  };
}

function recordPrepayment(next: Writing, of: PrepaymentDocument, document: string): void {
  const { vendor, currency, date, account, amount, order, refundable = false, run, taxBase, left } = of;
  const tax = { amount: of.tax ?? documentAmount(0n), base: taxBase };
  const known = { document, order, refundable, vendor, currency, date, amount, base: of.base, tax };
  next.prepayments.set(document, { ...known, used: [], refunded: [], received: [] });
  const paid = { document, vendor, currency, date, amount, account, left };
  next.bankPayments.set(document, { ...paid, fee: NOTHING_MOVED, stated: [] });
  if (run !== undefined) madeFromRun(next, run);
  if (order === undefined) return;
  change(next.orders, order, (known) => ({ ...known, prepaid: [...known.prepaid, document] }));
}

export const prepayment = kind({
  name: 'prepayment',
  decide: decidePrepayment,
  record: recordPrepayment,
  verbs: {
    prepay: { keys: ['account', 'currency', 'amount', 'tax', 'for', 'refundable', 'signed-off'], read: prepaymentStep },
  },
});
