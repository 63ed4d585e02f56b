import { lineId } from '../costing/pool.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import { checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal } from '../state/refusal.ts';
import { type Kind, kind } from '../state/kind.ts';
import { numberOf, type Reading } from '../state/caseStep.ts';
import { optionalText, textOf } from '../reading/fields.ts';
import { strikeOut } from '../state/strikeOut.ts';

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
function decideReversal(books: Books, command: ReversalCommand, kindOf: KindOf): Decision<ReversalDocument> {
  const facts = books.documents.get(command.of);
  if (!facts) return refused([refusal('document_unknown', '/of', { document: command.of })]);
  const of = kindOf(facts.kind);
  const refusals = of?.checkReversal?.(books, facts, command.date) ?? checkDate(books, command.date, [facts.date]);
  if (command.reason.trim() === '') refusals.push(refusal('reason_missing', '/reason'));
  if (!of || of.irreversible) refusals.push(refusal('document_not_reversible', '/of', { kind: facts.kind }));
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

function reversalStep({ step, numbers, date }: Reading): ReversalCommand {
  return {
    kind: 'reversal',
    date,
    of: numberOf(textOf(step, 'of'), numbers),
    reason: optionalText(step, 'reason') ?? 'entered by mistake',
  };
}

/** What a kind says of its own reversal; undefined for a kind that is never reversed. */
type KindOf = (
  name: string,
) => Pick<Kind<never, never, never>, 'irreversible' | 'checkReversal' | 'strikeOut'> | undefined;

/** The reversal of kinds: the roof gives them, so that no kind knows of all the others. */
export const reversalOf = (kindOf: KindOf) =>
  kind({
    name: 'reversal',
    decide: (books: Books, command: ReversalCommand) => decideReversal(books, command, kindOf),
    record: (next, { of, reversed }) => {
      kindOf(reversed)?.strikeOut?.(next, of);
      strikeOut(next, of);
    },
    verbs: { reverse: { keys: ['of', 'reason'], read: reversalStep } },
  });
