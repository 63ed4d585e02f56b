import { base } from '../exact/amounts.ts';
import { type Day, isDay } from '../exact/calendar.ts';
import type { Books, PostedFacts } from '../state/books.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import type { Flow } from '../costing/effects.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import type { Writing } from '../state/writing.ts';
import { kind } from '../state/kind.ts';
import { textOf } from '../reading/fields.ts';
import { accruals } from './accruals.ts';
import { dayAfter, firstDayOf, isPeriod, lastDayOf, type Period } from './period.ts';
import {
  awaitingCredit,
  claimedOn,
  type MeasuredAnew,
  prepaidOn,
  owedOn,
  remeasure,
  remeasureBanks,
  unbilledToPay,
} from './remeasure.ts';

export interface CloseCommand {
  readonly kind: 'close';
  readonly date: Day;
  readonly period: Period;
}

export interface CloseDocument extends CloseCommand {
  /** What the opening of the next period takes back. */
  readonly accruals: readonly Flow[];
  /** What of it is what was open with vendors, measured anew. */
  readonly measured: readonly MeasuredAnew[];
  /** The first day that is open after it, and the one that was before. */
  readonly openFrom: Day;
  readonly openBefore: Day;
}

/**
 * Closes a period and all before it: foreign balances are measured again, and where purchases are expensed when billed the
 * change in stock goes to the result and what is not billed is accrued (accounting.md, period end; IAS 21.28).
 */
export function decideClose(books: Books, command: CloseCommand): Decision<CloseDocument> {
  const { period, date } = command;
  const refusals = checkClose(books, command);
  if (refusals.length > 0) return refused(refusals);
  const measured = remeasured(books, date);
  if (measured.missing.length > 0) {
    return refused(
      [...new Set(measured.missing)].map((currency) => refusal('rate_missing', '/date', { currency, date })),
    );
  }
  const onPurchase = books.company.recognition === 'on-purchase';
  const accrued = [...measured.flows, ...(onPurchase ? accruals(books, date) : [])];
  const flows = [...accrued, ...(onPurchase ? changeInStock(books, date) : [])];
  const openBefore = books.company.firstOpenDay;
  const document = {
    ...command,
    accruals: accrued.filter(({ amount }) => amount !== 0n),
    measured: measured.measured,
    openFrom: dayAfter(period),
    openBefore,
  };
  return post(books, { document, date, effects: { flows } });
}

function checkClose(books: Books, { period, date }: CloseCommand): Refusal[] {
  if (!isPeriod(period)) return [refusal('period_impossible', '/period', { period })];
  if (!isDay(date)) return [refusal('date_impossible', '/date', { date })];
  if (date < firstDayOf(period) || date > lastDayOf(period))
    return [refusal('date_outside_period', '/date', { date, period })];
  const { today } = books.company;
  if (today !== undefined && firstDayOf(period) > today) return [refusal('period_not_begun', '/period', { period })];
  if (firstDayOf(period) < books.company.firstOpenDay) return [refusal('period_closed_already', '/period', { period })];
  const standing = books.closedPeriods.find((closed) => closed.accruals.length > 0 && !closed.takenBack);
  return standing ? [refusal('period_accruals_stand', '/period', { period: standing.period })] : [];
}

function remeasured(books: Books, on: Day): ReturnType<typeof remeasure> {
  const known = <Line extends { date: Day }>(lines: Iterable<Line>) => [...lines].filter(({ date }) => date <= on);
  const owed = known(books.payables.values()).map((payable) => owedOn(payable, on));
  const unbilled = known(books.receiptLines.values()).map((line) => unbilledToPay(line, on));
  const awaited = known(books.creditable.values()).filter(({ kind }) => kind === 'return');
  const payables = remeasure(books, 'payables', owed, on);
  const grni = remeasure(books, 'grni', unbilled, on);
  const returned = awaited.map((line) => awaitingCredit(line, on));
  const claimed = known(books.creditable.values()).map((line) => claimedOn(line, on));
  const deposits = known(books.prepayments.values()).filter(({ refundable }) => refundable);
  const measured = [
    payables,
    grni,
    remeasure(books, 'returns-to-credit', returned, on),
    remeasure(books, 'expected-credits', claimed, on),
    remeasure(
      books,
      'prepayments',
      deposits.map((deposit) => prepaidOn(deposit, on)),
      on,
    ),
  ];
  const banks = remeasureBanks(books, on);
  return {
    flows: [...measured, banks].flatMap(({ flows }) => flows),
    missing: [...measured, banks].flatMap(({ missing }) => missing),
    measured: measured.flatMap((each) => each.measured),
  };
}

/** The balance of stock suspense becomes the change in stock of the period. */
function changeInStock(books: Books, on: Day): Flow[] {
  const balance = books.suspense.reduce((sum, { date, amount }) => (date <= on ? sum + amount : sum), 0n);
  return [
    { account: 'stock-suspense', amount: base(-balance), about: {} },
    { account: 'stock-change', amount: base(balance), about: {} },
  ];
}

/** Its period is open again. */
function openAgain(next: Writing, document: string): void {
  const closed = next.closedPeriods.find((period) => period.document === document);
  if (!closed) return;
  next.company = { ...next.company, firstOpenDay: closed.openBefore };
  next.closedPeriods = next.closedPeriods.filter((period) => period !== closed);
}

export const close = kind({
  name: 'close',
  decide: decideClose,
  record: (next, { period, date, accruals, openFrom, openBefore }, document) => {
    next.company = { ...next.company, firstOpenDay: openFrom };
    const closed = { document, period, date, accruals, takenBack: false, openBefore };
    next.closedPeriods = [...next.closedPeriods, closed];
  },
  strikeOut: openAgain,
  checkReversal: checkOpening,
  verbs: {
    close: {
      keys: [],
      calledByWord: true,
      read: ({ step, date }) => ({ kind: 'close', date, period: textOf(step, 'close') }),
    },
  },
});

/** A closed period is opened again by reversing its closing, on its own day, the latest first, until it is locked. */
function checkOpening(books: Books, facts: PostedFacts, date: Day): Refusal[] {
  if (!isDay(date) || date < facts.date) return [refusal('date_before_cited', '/date', { date, cited: facts.date })];
  const closed = books.closedPeriods.find(({ document }) => document === facts.document);
  if (!closed) return [refusal('period_not_closed', '/of', { period: '' })];
  if (dayAfter(closed.period) <= books.company.lockedUntil)
    return [refusal('period_locked', '/of', { period: closed.period })];
  if (dayAfter(closed.period) < books.company.firstOpenDay)
    return [refusal('period_closed_already', '/of', { period: closed.period })];
  return [];
}
