import { base } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { lineId } from '../costing/pool.ts';
import type { Books } from '../state/books.ts';
import { checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import type { Flow } from '../costing/effects.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
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
