import { base, documentAmount, type DocumentAmount, documentAmountOrThrow, formatAmount } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { lineId } from '../costing/pool.ts';
import type { Flow } from '../costing/effects.ts';
import { bankFlow, checkAccount, currencyOfAccount, movedOn } from '../state/bankAccount.ts';
import type { Books } from '../state/books.ts';
import { linesOf, numberOf, type Reading } from '../state/caseStep.ts';
import { checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { kind } from '../state/kind.ts';
import { type BankPayment, mayBeOn, type Moved, NOTHING_MOVED } from '../state/paying.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { change } from '../state/writing.ts';
import { optionalText, textOf } from '../reading/fields.ts';

/** What the bank says that it took: for payments, and for itself; and what it got from vendors. Amounts in the account's currency. */
export interface BankStatementCommand {
  readonly kind: 'bank-statement';
  readonly date: Day;
  /** The company's bank account; one in base currency where undefined. */
  readonly account: string | undefined;
  /** The bank's name for the statement. */
  readonly reference: string;
  readonly lines: readonly BankStatementLine[];
}

export interface BankStatementLine {
  /** A payment or prepayment, a refund or a claim that was paid; undefined where the bank charged for something else. */
  readonly of: string | undefined;
  /** What left the account, the fee with it; below zero what came into it, less the fee. */
  readonly took: DocumentAmount;
  readonly fee: DocumentAmount;
  /** What the statement says of it. */
  readonly text: string;
}

/**
 * Payments stand in the books at the rate of their day, until the bank says what it took: the difference is exchange difference, its fee bank charges
 * (accounting.md, payment).
 */
export function decideBankStatement(books: Books, command: BankStatementCommand): Decision<BankStatementCommand> {
  const paid = command.lines.map(({ of }) => (of === undefined ? undefined : books.bankPayments.get(of)));
  const refusals: Refusal[] = checkDate(
    books,
    command.date,
    paid.flatMap((payment) => (payment ? [payment.date] : [])),
  );
  refusals.push(...checkAccount(books, command.account, command.date));
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  const seen = new Set<string>();
  command.lines.forEach((line, position) => {
    const at = `/lines/${position}`;
    refusals.push(...checkLine(books, command, line, paid[position], at));
    if (line.of !== undefined && seen.has(line.of)) refusals.push(refusal('line_cited_twice', at, { line: line.of }));
    if (line.of !== undefined) seen.add(line.of);
  });
  if (refusals.length > 0) return refused(refusals);
  return post(books, {
    document: command,
    date: command.date,
    cites: [...seen].map((payment) => lineId(payment, 0)),
    effects: { flows: command.lines.flatMap((line, position) => flowsOf(books, command, line, paid[position])) },
  });
}

function checkLine(
  books: Books,
  { account }: BankStatementCommand,
  { of, took, fee }: BankStatementLine,
  payment: BankPayment | undefined,
  at: string,
): Refusal[] {
  const isIn = payment !== undefined && payment.amount < 0n;
  if (isIn ? took >= 0n : took <= 0n) return [refusal('amount_zero', `${at}/took`)];
  if (fee < 0n) return [refusal('amount_negative', `${at}/fee`)];
  if (!isIn && fee > took) return [refusal('fee_exceeds_taken', `${at}/fee`)];
  if (of === undefined) return fee === took ? [] : [refusal('bank_charge_only', `${at}/fee`)];
  if (!payment) return [refusal('document_unknown', `${at}/of`, { document: of })];
  if (payment.stated.length > 0) return [refusal('payment_stated', `${at}/of`, { document: of })];
  const currency = currencyOfAccount(books, account);
  if (!mayBeOn(payment, { id: account, isHome: currency === books.company.currency }))
    return [refusal('bank_account_differs', `${at}/of`)];
  // In the account's own currency the bank takes what was paid and its fee, or gets what came less its fee, and nothing else.
  return payment.currency === currency && took !== payment.amount + fee
    ? [refusal('took_differs', `${at}/took`, { amount: formatAmount(payment.amount + fee, currency) })]
    : [];
}

/** What the bank took stands at the rate of the payment's day, what it kept of itself at that of the statement's. */
function flowsOf(
  books: Books,
  { account, date }: BankStatementCommand,
  { took, fee }: BankStatementLine,
  payment: BankPayment | undefined,
): Flow[] {
  const { left, fee: expected } = payment ?? { left: NOTHING_MOVED, fee: NOTHING_MOVED };
  const currency = currencyOfAccount(books, account);
  const said = (amount: bigint): Moved =>
    movedOn(books, { account, currency, date: payment?.date ?? date }, documentAmount(amount), undefined);
  const [paid, kept] = [said(took - fee), said(fee)];
  const about = {};
  return [
    bankFlow(books, account, {
      held: documentAmount(left.held + expected.held - took),
      base: base(left.base + expected.base - paid.base - kept.base),
    }),
    { account: 'bank-charges', amount: base(kept.base - expected.base), about },
    { account: 'exchange-difference', amount: base(paid.base - left.base), about },
  ];
}

function statementStep({ step, numbers, books, date }: Reading): BankStatementCommand {
  const account = optionalText(step, 'account');
  const currency = currencyOfAccount(books, account);
  return {
    kind: 'bank-statement',
    date,
    account,
    reference: textOf(step, 'bank-statement'),
    lines: linesOf(step, ['of', 'took', 'fee', 'text']).map((line) => {
      const of = optionalText(line, 'of');
      const fee = documentAmountOrThrow(optionalText(line, 'fee') ?? '0', currency);
      return {
        of: of === undefined ? undefined : numberOf(of, numbers),
        took: documentAmountOrThrow(optionalText(line, 'took') ?? textOf(line, 'fee'), currency),
        fee,
        text: optionalText(line, 'text') ?? '',
      };
    }),
  };
}

export const bankStatement = kind({
  name: 'bank-statement',
  decide: decideBankStatement,
  record(next, { lines }: BankStatementCommand, number) {
    lines.forEach(({ of }, position) => {
      if (of === undefined) return;
      const line = lineId(number, position + 1);
      change(next.bankPayments, of, (known) => ({ ...known, stated: [...known.stated, { line }] }));
    });
  },
  verbs: { 'bank-statement': { keys: ['account', 'lines'], read: statementStep } },
});
