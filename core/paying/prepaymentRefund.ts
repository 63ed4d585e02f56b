import {
  base,
  type BaseAmount,
  documentAmount,
  type DocumentAmount,
  documentAmountOrThrow,
  formatAmount,
  ONE_TO_ONE,
  type Rate,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { lineId } from '../costing/pool.ts';
import { bankFlow, checkAccount, currencyOfAccount, movedOn } from '../state/bankAccount.ts';
import type { Books } from '../state/books.ts';
import type { Moved } from '../state/paying.ts';
import { numberOf, type Reading, SOMEONE } from '../state/caseStep.ts';
import { checkCurrency, checkDate, rateOn } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { kind } from '../state/kind.ts';
import type { Prepayment } from '../state/owed.ts';
import { goodsOf, partOfPrepaid } from '../state/prepaid.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { cameIn } from '../state/cameIn.ts';
import { change } from '../state/writing.ts';
import { optionalText, textOf } from '../reading/fields.ts';

/** What a vendor pays back of a prepayment or a deposit. */
export interface PrepaymentRefundCommand {
  readonly kind: 'prepayment-refund';
  readonly vendor: string;
  readonly currency: string;
  readonly date: Day;
  readonly of: string;
  readonly amount: DocumentAmount;
  /** The company's bank account that it came into; one in base currency where undefined. */
  readonly account?: string | undefined;
  /** What came into it, in the account's currency; at the day's rate where nobody said. */
  readonly got?: DocumentAmount | undefined;
}

export interface PrepaymentRefundDocument extends PrepaymentRefundCommand {
  readonly rate: Rate;
  readonly came: Moved;
  /** What stood in the books for it: in prepayments, and in input tax. */
  readonly booked: BaseAmount;
  readonly taxBase: BaseAmount;
  /** How much of the amount is tax, in its currency. */
  readonly tax: DocumentAmount;
}

/** What comes back of a prepayment leaves it at the rate at which it stands; the rest is exchange difference (accounting.md, refund in money). */
function decideRefund(books: Books, command: PrepaymentRefundCommand): Decision<PrepaymentRefundDocument> {
  const { currency, date, of, amount } = command;
  const prepaid = books.prepayments.get(of);
  const refusals: Refusal[] = [
    ...checkDate(books, date, prepaid ? [prepaid.date] : []),
    ...checkCurrency(books, currency, date),
    ...checkAccount(books, command.account, date),
    ...checkPrepaid(command, prepaid),
  ];
  if (amount <= 0n) refusals.push(refusal('amount_zero', '/amount'));
  const rate = rateOn(books, currency, date) ?? ONE_TO_ONE;
  const came = movedOn(books, command, amount, command.got);
  if (came.held <= 0n && amount > 0n) refusals.push(refusal('amount_zero', '/got'));
  if (currency === currencyOfAccount(books, command.account) && came.held !== amount)
    refusals.push(refusal('took_differs', '/got', { amount: formatAmount(amount, currency) }));
  if (!prepaid || refusals.length > 0) return refused(refusals);
  const { base: booked, tax, taxBase } = partOfPrepaid(prepaid, amount);
  return post(books, {
    document: { ...command, rate, came, booked, tax, taxBase },
    date,
    cites: [lineId(of, 0)],
    effects: {
      flows: [
        bankFlow(books, command.account, came),
        { account: 'prepayments', amount: base(-booked), about: { vendor: command.vendor } },
        ...(taxBase === 0n ? [] : [{ account: 'input-tax' as const, amount: base(-taxBase), about: {} }]),
        { account: 'exchange-difference', amount: base(booked + taxBase - came.base), about: {} },
      ],
    },
  });
}

function checkPrepaid({ vendor, currency, of, amount }: PrepaymentRefundCommand, prepaid?: Prepayment): Refusal[] {
  if (!prepaid) return [refusal('document_unknown', '/of', { document: of })];
  if (prepaid.vendor !== vendor) return [refusal('vendor_differs', '/of')];
  if (prepaid.currency !== currency)
    return [refusal('currency_differs', '/currency', { ordered: prepaid.currency, billed: currency })];
  const left = refundable(prepaid);
  return amount > left ? [refusal('prepayment_exceeds_left', '/amount', { left: formatAmount(left, currency) })] : [];
}

/** What neither paid bills nor goods came in by: these are still to be paid with it. */
export function refundable({ amount, tax, used, refunded, received }: Prepayment): DocumentAmount {
  const sum = (parts: readonly { amount: DocumentAmount }[]) => parts.reduce((total, part) => total + part.amount, 0n);
  const [paid, goods] = [sum(used), goodsOf({ amount, tax })];
  // Goods came in without tax: what was paid for them has it.
  const came = goods === amount ? sum(received) : (sum(received) * amount + goods - 1n) / goods;
  return documentAmount(amount - sum(refunded) - (paid > came ? paid : came));
}

function refundStep({ step, books, date, numbers }: Reading): PrepaymentRefundCommand {
  const of = numberOf(textOf(step, 'of'), numbers);
  const prepaid = books.prepayments.get(of);
  const currency = prepaid?.currency ?? books.company.currency;
  const account = optionalText(step, 'account');
  const got = optionalText(step, 'got');
  return {
    kind: 'prepayment-refund',
    vendor: prepaid?.vendor ?? SOMEONE,
    currency,
    date,
    of,
    account,
    amount: documentAmountOrThrow(textOf(step, 'amount'), currency),
    got: got === undefined ? undefined : documentAmountOrThrow(got, currencyOfAccount(books, account)),
  };
}

export const prepaymentRefund = kind({
  name: 'prepayment-refund',
  decide: decideRefund,
  record(next, document: PrepaymentRefundDocument, number) {
    const { vendor, currency, of, date, account, amount, came, booked, tax, taxBase } = document;
    const part = { line: lineId(number, 1), date, amount, tax, base: booked, taxBase };
    cameIn(next, number, { vendor, currency, date, account, amount, got: came });
    change(next.prepayments, of, (known) => ({ ...known, refunded: [...known.refunded, part] }));
  },
  verbs: { 'refund-prepayment': { keys: ['account', 'of', 'amount', 'got'], read: refundStep } },
});
