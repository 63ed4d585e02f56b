import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import { numberOf, type Reading, whoAndWhy } from '../state/caseStep.ts';
import { checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { kind } from '../state/kind.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { change } from '../state/writing.ts';
import { textOf } from '../reading/fields.ts';

/** A bill that is disputed is not paid until somebody releases it; it posts nothing, and what is owed stays owed. */
export interface PaymentHoldCommand {
  readonly kind: 'payment-hold';
  readonly of: string;
  readonly date: Day;
  readonly step: 'held' | 'released';
  /** Why it is held; why it is released may be left out. */
  readonly reason: string;
  readonly by: string;
}

export interface PaymentHoldDocument extends PaymentHoldCommand {
  readonly vendor: string;
}

function decideHold(books: Books, command: PaymentHoldCommand): Decision<PaymentHoldDocument> {
  const payable = books.payables.get(command.of);
  if (payable?.account !== 'payables') return refused([refusal('document_unknown', '/of', { document: command.of })]);
  const refusals: Refusal[] = checkDate(books, command.date, [payable.date]);
  const isHeld = payable.held !== undefined;
  if (command.step === 'held' && isHeld) refusals.push(refusal('bill_held', '/of', { reason: payable.held ?? '' }));
  if (command.step === 'held' && command.reason.trim() === '') refusals.push(refusal('reason_missing', '/reason'));
  if (command.step === 'released' && !isHeld) refusals.push(refusal('bill_not_held', '/of'));
  if (refusals.length > 0) return refused(refusals);
  return post(books, {
    document: { ...command, vendor: payable.vendor },
    date: command.date,
    cites: [],
    postsNothing: true,
  });
}

const stepOf =
  (word: PaymentHoldCommand['step']) =>
  ({ step, numbers, date }: Reading): PaymentHoldCommand => ({
    kind: 'payment-hold',
    of: numberOf(textOf(step, 'of'), numbers),
    date,
    step: word,
    ...whoAndWhy(step),
  });

const WORDS = ['of', 'by', 'reason'];

/** A hold is released rather than reversed. */
export const paymentHold = kind({
  name: 'payment-hold',
  decide: decideHold,
  record(next, { of, step, reason }: PaymentHoldDocument) {
    change(next.payables, of, (payable) => ({ ...payable, held: step === 'held' ? reason : undefined }));
  },
  irreversible: true,
  verbs: {
    'hold-bill': { keys: WORDS, read: stepOf('held') },
    'release-bill': { keys: WORDS, read: stepOf('released') },
  },
});
