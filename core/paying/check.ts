import type { Day } from '../exact/calendar.ts';
import { lineId } from '../costing/pool.ts';
import { optionalText, textOf } from '../reading/fields.ts';
import { currencyOfAccount } from '../state/bankAccount.ts';
import type { Books, PostedFacts } from '../state/books.ts';
import { numberOf, type Reading } from '../state/caseStep.ts';
import { checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { kind } from '../state/kind.ts';
import { type BankPayment, mayBeOn } from '../state/paying.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { change, type Writing } from '../state/writing.ts';

/**
 * A check that a payment is made by, or a form that was spoiled: it posts nothing, and says what became of its number. Voiding it is its reversal;
 * the number stays used, and another check may then pay the payment (decision 028).
 */
export interface CheckCommand {
  readonly kind: 'check';
  readonly date: Day;
  /** The company's bank account that it is drawn on. */
  readonly account: string;
  /** The number on the form: each account's numbers rise. */
  readonly number: bigint;
  /** The payment or prepayment that it pays; undefined for a spoiled form. */
  readonly of: string | undefined;
  /** Why a form was spoiled; what somebody wants to remember of a check. */
  readonly reason: string;
}

export interface CheckDocument extends CheckCommand {
  /** Whom it is written for, and in what currency; neither for a spoiled form. */
  readonly vendor: string | undefined;
  readonly currency: string | undefined;
}

function decideCheck(books: Books, command: CheckCommand): Decision<CheckDocument> {
  const { date, account, number, of, reason } = command;
  const payment = of === undefined ? undefined : books.bankPayments.get(of);
  const refusals: Refusal[] = checkDate(books, date, payment ? [payment.date] : []);
  const book = books.bankAccounts.get(account);
  if (book?.nextCheck === undefined) refusals.push(refusal('no_checkbook', '/account'));
  else if (number <= 0n || number < book.nextCheck)
    refusals.push(refusal('check_used', '/form', { next: book.nextCheck.toString() }));
  if (of === undefined && reason.trim() === '') refusals.push(refusal('reason_missing', '/reason'));
  if (of !== undefined && !payment) refusals.push(refusal('document_unknown', '/of', { document: of }));
  if (payment)
    refusals.push(
      ...checkPayable(payment, { account, currency: currencyOfAccount(books, account) }, books.company.currency),
    );
  if (refusals.length > 0) return refused(refusals);
  return post(books, {
    document: { ...command, vendor: payment?.vendor, currency: payment?.currency },
    date,
    postsNothing: true,
    cites: of === undefined ? [] : [lineId(of, 0)],
  });
}

/** What speaks against paying it by a check on an account now: checks are in the account's currency. `home` is that of the books. */
export function checkPayable(
  payment: BankPayment,
  drawnOn: { account: string; currency: string },
  home: string,
): Refusal[] {
  const { document, amount, currency, check, stated } = payment;
  return [
    ...(amount <= 0n ? [refusal('check_pays_nothing', '/of')] : []),
    ...(currency === drawnOn.currency ? [] : [refusal('check_currency', '/of', { currency: drawnOn.currency })]),
    ...(mayBeOn(payment, { id: drawnOn.account, isHome: drawnOn.currency === home })
      ? []
      : [refusal('bank_account_differs', '/account')]),
    ...(check ? [refusal('check_out', '/of', { number: check.number.toString() })] : []),
    ...(stated.length > 0 ? [refusal('payment_stated', '/of', { document })] : []),
  ];
}

/** A check that the bank paid is not void; its payment is taken back first, with the statement. */
function checkVoiding(books: Books, { document, date: written }: PostedFacts, date: Day): Refusal[] {
  const paid = [...books.bankPayments.values()].find((payment) => payment.check?.document === document);
  return [
    ...checkDate(books, date, [written]),
    ...(paid && paid.stated.length > 0 ? [refusal('check_paid', '/of')] : []),
  ];
}

function recordCheck(next: Writing, { account, number, of }: CheckDocument, document: string): void {
  change(next.bankAccounts, account, (known) => ({ ...known, nextCheck: number + 1n }));
  if (of !== undefined) change(next.bankPayments, of, (known) => ({ ...known, check: { document, number } }));
}

function strikeOutCheck(next: Writing, document: string): void {
  for (const [payment, { check }] of next.bankPayments)
    if (check?.document === document) change(next.bankPayments, payment, (known) => ({ ...known, check: undefined }));
}

function checkStep({ step, numbers, date }: Reading): CheckCommand {
  const of = optionalText(step, 'of');
  return {
    kind: 'check',
    date,
    account: optionalText(step, 'account') ?? '',
    number: BigInt(textOf(step, 'number')),
    of: of === undefined ? undefined : numberOf(of, numbers),
    reason: optionalText(step, 'reason') ?? '',
  };
}

export const check = kind({
  name: 'check',
  decide: decideCheck,
  record: recordCheck,
  strikeOut: strikeOutCheck,
  checkReversal: checkVoiding,
  verbs: { check: { keys: ['account', 'number', 'of', 'reason'], read: checkStep } },
});
