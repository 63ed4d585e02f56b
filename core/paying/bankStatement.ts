import { base, type BaseAmount, baseOrThrow, formatAmount } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { lineId } from '../costing/pool.ts';
import type { Flow } from '../costing/effects.ts';
import type { Books } from '../state/books.ts';
import { linesOf, numberOf, type Reading } from '../state/caseStep.ts';
import { checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { kind } from '../state/kind.ts';
import type { BankPayment } from '../state/paying.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { change } from '../state/writing.ts';
import { optionalText, textOf } from '../reading/fields.ts';

/** What the bank says that it took: for payments, and for itself; and what it got from vendors. Amounts in base currency. */
export interface BankStatementCommand {
  readonly kind: 'bank-statement';
  readonly date: Day;
  /** The company's bank account, and the bank's name for the statement. */
  readonly account: string;
  readonly reference: string;
  readonly lines: readonly BankStatementLine[];
}

export interface BankStatementLine {
  /** A payment or prepayment, a refund or a claim that was paid; undefined where the bank charged for something else. */
  readonly of: string | undefined;
  /** What left the account, the fee with it; below zero what came into it, less the fee. */
  readonly took: BaseAmount;
  readonly fee: BaseAmount;
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
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  const seen = new Set<string>();
  command.lines.forEach((line, position) => {
    const at = `/lines/${position}`;
    refusals.push(...checkLine(books, line, paid[position], at));
    if (line.of !== undefined && seen.has(line.of)) refusals.push(refusal('line_cited_twice', at, { line: line.of }));
    if (line.of !== undefined) seen.add(line.of);
  });
  if (refusals.length > 0) return refused(refusals);
  return post(books, {
    document: command,
    date: command.date,
    cites: [...seen].map((payment) => lineId(payment, 0)),
    effects: { flows: command.lines.flatMap((line, position) => flowsOf(line, paid[position])) },
  });
}

function checkLine(
  books: Books,
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
  const { currency } = books.company;
  // In the company's own currency the bank takes what was paid and its fee, or gets what came less its fee, and nothing else.
  return payment.currency === currency && took !== payment.amount + fee
    ? [refusal('took_differs', `${at}/took`, { amount: formatAmount(base(payment.amount + fee), currency) })]
    : [];
}

function flowsOf({ took, fee }: BankStatementLine, payment: BankPayment | undefined): Flow[] {
  const booked = { base: payment?.base ?? 0n, fee: payment?.fee ?? 0n };
  const about = {};
  return [
    { account: 'bank', amount: base(booked.base + booked.fee - took), about },
    { account: 'bank-charges', amount: base(fee - booked.fee), about },
    { account: 'exchange-difference', amount: base(took - fee - booked.base), about },
  ];
}

function statementStep({ step, numbers, books, date }: Reading): BankStatementCommand {
  const { currency } = books.company;
  return {
    kind: 'bank-statement',
    date,
    account: optionalText(step, 'account') ?? '',
    reference: textOf(step, 'bank-statement'),
    lines: linesOf(step, ['of', 'took', 'fee', 'text']).map((line) => {
      const of = optionalText(line, 'of');
      const fee = baseOrThrow(optionalText(line, 'fee') ?? '0', currency);
      return {
        of: of === undefined ? undefined : numberOf(of, numbers),
        took: baseOrThrow(optionalText(line, 'took') ?? textOf(line, 'fee'), currency),
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
