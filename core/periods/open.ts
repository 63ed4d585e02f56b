import { base } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { lineId } from '../costing/pool.ts';
import type { Books } from '../state/books.ts';
import { checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import type { Flow } from '../costing/effects.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import type { ClosedPeriod } from '../state/periods.ts';
import type { Writing } from '../state/writing.ts';
import { kind } from '../state/kind.ts';
import { textOf } from '../reading/fields.ts';
import { dayAfter, firstDayOf, isPeriod, lastDayOf, type Period } from './period.ts';

export interface OpenCommand {
  readonly kind: 'open';
  readonly date: Day;
  readonly period: Period;
}

export interface OpenDocument extends OpenCommand {
  /** The closing whose accruals are taken back; none where it accrued nothing. */
  readonly closing: string | undefined;
}

/** Opens the period after a closed one: what its closing only accrued is taken back (accounting.md, period end). */
export function decideOpen(books: Books, command: OpenCommand): Decision<OpenDocument> {
  const { period, date } = command;
  const refusals: Refusal[] = checkDate(books, date);
  if (!isPeriod(period)) refusals.push(refusal('period_impossible', '/period', { period }));
  else if (date < firstDayOf(period) || date > lastDayOf(period))
    refusals.push(refusal('date_outside_period', '/date', { date, period }));
  if (refusals.length > 0) return refused(refusals);
  const closing = books.closedPeriods.find((closed) => dayAfter(closed.period) === firstDayOf(period));
  if (!closing) return refused([refusal('period_not_closed', '/period', { period })]);
  if (closing.takenBack) return refused([refusal('period_taken_back', '/period', { period })]);
  const flows: Flow[] = closing.accruals.map((flow) => ({ ...flow, amount: base(-flow.amount) }));
  return post(books, {
    document: { ...command, closing: closing.document },
    date,
    effects: { flows },
    cites: [lineId(closing.document, 0)],
  });
}

export interface LockCommand {
  readonly kind: 'lock';
  readonly date: Day;
  readonly period: Period;
}

/** Locks a closed period and all before it: its closing can never be reversed again. Posts nothing. */
export function decideLock(books: Books, command: LockCommand): Decision<LockCommand> {
  const { period } = command;
  if (!isPeriod(period)) return refused([refusal('period_impossible', '/period', { period })]);
  if (dayAfter(period) > books.company.firstOpenDay)
    return refused([refusal('period_not_closed', '/period', { period })]);
  if (dayAfter(period) <= books.company.lockedUntil) return refused([refusal('period_locked', '/period', { period })]);
  const refusals = checkDate(books, command.date);
  return refusals.length > 0
    ? refused(refusals)
    : post(books, { document: command, date: command.date, postsNothing: true });
}

/** A period that is opened takes back what its closing only accrued; reversed, it puts that there again. */
const takeBack = (next: Writing, isOf: (closed: ClosedPeriod) => boolean, takenBack: boolean): void => {
  next.closedPeriods = next.closedPeriods.map((closed) => (isOf(closed) ? { ...closed, takenBack } : closed));
};

export const open = kind({
  name: 'open',
  decide: decideOpen,
  record: (next, { closing }) => takeBack(next, ({ document }) => document === closing, true),
  strikeOut: (next, opening) =>
    takeBack(next, ({ document }) => next.documents.get(document)?.citedBy.includes(opening) === true, false),
  verbs: {
    open: {
      keys: [],
      calledByWord: true,
      read: ({ step, date }) => ({ kind: 'open', date, period: textOf(step, 'open') }),
    },
  },
});

export const lock = kind({
  name: 'lock',
  decide: decideLock,
  record: (next, { period }) => {
    next.company = { ...next.company, lockedUntil: dayAfter(period) };
  },
  irreversible: true,
  verbs: { lock: { keys: [], read: ({ step, date }) => ({ kind: 'lock', date, period: textOf(step, 'lock') }) } },
});
