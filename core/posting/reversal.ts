import { lineId } from '../costing/pool.ts';
import { type Day, isDay } from '../exact/calendar.ts';
import { dayAfter } from '../periods/period.ts';
import type { Books, PostedFacts } from '../state/books.ts';
import { checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal, type Refusal } from '../state/refusal.ts';

export interface ReversalCommand {
  readonly kind: 'reversal';
  readonly date: Day;
  readonly of: string;
  readonly reason: string;
}

export interface ReversalDocument extends ReversalCommand {
  readonly reversed: string;
}

/**
 * Reverses a posted document: its effects are taken away again, its movements struck from the fold at their own dates, and
 * what that changes is posted on the reversal's date. Refused while other documents build on its lines, naming them, or
 * where quantity would go below zero (accounting.md, Reversal).
 */
export function decideReversal(books: Books, command: ReversalCommand): Decision<ReversalDocument> {
  const facts = books.documents.get(command.of);
  if (!facts) return refused([refusal('document_unknown', '/of', { document: command.of })]);
  const refusals =
    facts.kind === 'close' ? checkClosing(books, facts, command.date) : checkDate(books, command.date, [facts.date]);
  if (command.reason.trim() === '') refusals.push(refusal('reason_missing', '/reason'));
  if (STANDS_FOR_EVER.has(facts.kind)) refusals.push(refusal('document_not_reversible', '/of', { kind: facts.kind }));
  if (facts.citedBy.length > 0)
    refusals.push(refusal('document_cited', '/of', { documents: facts.citedBy.join(', ') }));
  if (refusals.length > 0) return refused(refusals);
  return post(books, {
    document: { ...command, reversed: facts.kind },
    date: command.date,
    effects: facts.effects,
    sign: -1,
    cites: [lineId(facts.document, 0)],
  });
}

/** What happened to an order happened; a hold is released, an approval is answered anew by the next version. */
const STANDS_FOR_EVER: ReadonlySet<string> = new Set(['reversal', 'lock', 'order-step', 'order-approval']);

/** A closed period is opened again by reversing its closing, on its own day, the latest first, until it is locked. */
function checkClosing(books: Books, facts: PostedFacts, date: Day): Refusal[] {
  if (!isDay(date) || date < facts.date) return [refusal('date_before_cited', '/date', { date, cited: facts.date })];
  const closed = books.closedPeriods.find(({ document }) => document === facts.document);
  if (!closed) return [refusal('period_not_closed', '/of', { period: '' })];
  if (dayAfter(closed.period) <= books.company.lockedUntil)
    return [refusal('period_locked', '/of', { period: closed.period })];
  if (dayAfter(closed.period) < books.company.firstOpenDay)
    return [refusal('period_closed_already', '/of', { period: closed.period })];
  return [];
}
