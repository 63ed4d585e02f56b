import { lineId } from '../costing/pool.ts';
import type { BaseAmount } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { approvalOf, latestVersion, limitOf } from '../purchasing/order/standing.ts';
import { checkPayeeAnswer } from '../paying/remitTo.ts';
import type { Payable } from '../state/owed.ts';
import type { Asked, Subject } from '../state/approval.ts';
import type { Books } from '../state/books.ts';
import { numberOf, type Reading, whoAndWhy } from '../state/caseStep.ts';
import { checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { kind } from '../state/kind.ts';
import type { Order } from '../state/purchasing.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { change } from '../state/writing.ts';
import { textOf } from '../reading/fields.ts';

/** What a second person answers to exactly what was asked. */
export interface ApprovalCommand {
  readonly kind: 'approval';
  readonly subject: Subject;
  readonly of: string;
  /** Exactly what was on the screen: the version of an order, the hash of what is not posted. Nobody approves what came a moment before. */
  readonly seen: string;
  readonly date: Day;
  readonly step: 'approved' | 'rejected';
  readonly reason: string;
  readonly by: string;
  /** What was asked last of a subject that is no posted document; undefined where nothing was. */
  readonly asked?: Asked | undefined;
  /** Numbers of documents that make it doubtful whether a run pays something twice, which whoever entered it did not know. */
  readonly doubted?: readonly string[] | undefined;
}

export interface ApprovalDocument extends ApprovalCommand {
  /** Of an order: its vendor and the version that stands. */
  readonly vendor?: string | undefined;
  readonly version?: string | undefined;
  /** In base currency, what was approved, and the limit that it is above. */
  readonly amount: BaseAmount | undefined;
  readonly above: BaseAmount | undefined;
}

/**
 * Approved or rejected, with a reason where it is rejected, and never by one who stated it (job.md: the one who orders does not
 * approve it, and the one who changes a vendor's bank account does not pay it). What is approved is exactly what was seen, and its
 * amount is kept with the answer.
 */
export function decideApproval(books: Books, command: ApprovalCommand): Decision<ApprovalDocument> {
  if (command.subject === 'order') return decideOrder(books, command);
  if (command.subject === 'payment-run') return decideRun(books, command);
  return command.subject === 'remit-to' ? decidePayee(books, command) : decideAsked(books, command);
}

function decideOrder(books: Books, command: ApprovalCommand): Decision<ApprovalDocument> {
  const order = books.orders.get(command.of);
  if (!order) return refused([refusal('document_unknown', '/of', { document: command.of })]);
  const refusals = [...checkDate(books, command.date, [order.date]), ...checkOrder(books, command, order)];
  if (refusals.length > 0) return refused(refusals);
  const { vendor, amount } = order;
  const about = { vendor, version: latestVersion(order), amount, above: limitOf(order, books.approvalLimits) };
  return answered(books, command, about, [lineId(order.id, 0)]);
}

function checkOrder(books: Books, command: ApprovalCommand, order: Order): Refusal[] {
  const version = String(order.versions.length);
  return [
    ...(command.seen === version ? [] : [refusal('order_changed_since', '/seen', { version })]),
    ...(order.versions.some(({ by }) => by === command.by) ? [refusal('approval_own', '/of')] : []),
    ...(approvalOf(order, books.approvalLimits) === 'awaited' ? [] : [refusal('approval_not_awaited', '/of')]),
    ...checkReason(command),
  ];
}

/** Whoever entered a run does not release it. */
function decideRun(books: Books, command: ApprovalCommand): Decision<ApprovalDocument> {
  const run = books.paymentRuns.get(command.of);
  if (!run) return refused([refusal('document_unknown', '/of', { document: command.of })]);
  const refusals = [...checkDate(books, command.date, []), ...checkReason(command)];
  if (run.by === command.by) refusals.push(refusal('approval_own', '/of'));
  if (run.answer !== undefined) refusals.push(refusal('approval_not_awaited', '/of'));
  if (command.step === 'approved' && command.date > run.date)
    refusals.push(refusal('run_day_past', '/of', { date: run.date }));
  const [doubted] = command.doubted ?? [];
  if (command.step === 'approved' && doubted !== undefined && command.reason.trim() === '')
    refusals.push(refusal('may_be_paid_twice', '/reason', { number: doubted }));
  if (refusals.length > 0) return refused(refusals);
  return answered(books, command, { amount: run.amount, above: undefined }, [lineId(run.document, 0)]);
}

/** Approved, a bill is paid as its paper asks; rejected, to the account on file. */
function decidePayee(books: Books, command: ApprovalCommand): Decision<ApprovalDocument> {
  const refusals = [...checkPayeeAnswer(books, command), ...checkReason(command)];
  if (refusals.length > 0) return refused(refusals);
  const { base: amount, vendor } = books.payables.get(command.of) as Payable;
  return answered(books, command, { vendor, amount, above: undefined }, []);
}

function decideAsked(books: Books, command: ApprovalCommand): Decision<ApprovalDocument> {
  const { asked } = command;
  const refusals = checkDate(books, command.date, []);
  if (!asked || asked.isAnswered) refusals.push(refusal('approval_not_awaited', '/of'));
  else if (asked.seen !== command.seen) refusals.push(refusal('approval_changed_since', '/seen'));
  if (asked?.by === command.by || asked?.concerns === command.by) refusals.push(refusal('approval_own', '/of'));
  refusals.push(...checkReason(command));
  if (refusals.length > 0) return refused(refusals);
  return answered(books, command, { amount: asked?.amount, above: asked?.above }, []);
}

const checkReason = ({ step, reason }: ApprovalCommand): Refusal[] =>
  step === 'rejected' && reason.trim() === '' ? [refusal('reason_missing', '/reason')] : [];

const answered = (
  books: Books,
  command: ApprovalCommand,
  about: Pick<ApprovalDocument, 'vendor' | 'version' | 'amount' | 'above'>,
  cites: readonly ReturnType<typeof lineId>[],
): Decision<ApprovalDocument> =>
  post(books, { document: { ...command, ...about }, date: command.date, cites, postsNothing: true });

const WORDS = ['of', 'by', 'reason'];

function answerOf(word: ApprovalCommand['step']): (reading: Reading) => ApprovalCommand {
  return ({ step, numbers, books, date }) => {
    const of = numberOf(textOf(step, 'of'), numbers);
    const seen = String(books.orders.get(of)?.versions.length ?? 1);
    return { kind: 'approval', subject: 'order', of, seen, date, step: word, ...whoAndWhy(step) };
  };
}

/** An approval stands for ever; it is answered anew when something else is asked. */
export const approval = kind({
  name: 'approval',
  decide: decideApproval,
  record(next, { subject, of, step, by, version, amount }: ApprovalDocument, document) {
    if (subject === 'remit-to')
      change(next.payables, of, (bill) => ({
        ...bill,
        ...(bill.remitTo ? { remitTo: { ...bill.remitTo, answer: step } } : {}),
      }));
    if (subject === 'payment-run') change(next.paymentRuns, of, (run) => ({ ...run, answer: step }));
    if (subject !== 'order' || version === undefined || amount === undefined) return;
    change(next.orders, of, (order) => ({
      ...order,
      steps: [...order.steps, { document, step, by, version, amount }],
    }));
  },
  irreversible: true,
  verbs: {
    'approve-order': { keys: WORDS, read: answerOf('approved') },
    'reject-order': { keys: WORDS, read: answerOf('rejected') },
  },
});
