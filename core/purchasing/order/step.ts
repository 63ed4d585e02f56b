import { lineId } from '../../costing/pool.ts';
import type { Books } from '../../state/books.ts';
import type { Order } from '../../state/purchasing.ts';
import { checkDate } from '../../state/checks.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { change, type Writing } from '../../state/writing.ts';
import { kind } from '../../state/kind.ts';
import { checkSeen, checkStanding, isHeld, latestVersion } from './standing.ts';
import { stepOf } from './case.ts';
import type { OrderStepCommand, OrderStepDocument } from './commands.ts';

export function decideOrderStep(books: Books, command: OrderStepCommand): Decision<OrderStepDocument> {
  const order = books.orders.get(command.of);
  if (!order) return refused([refusal('document_unknown', '/of', { document: command.of })]);
  const refusals: Refusal[] = [
    ...checkDate(books, command.date, [order.date]),
    ...checkSeen(order, command.seen, '/seen'),
  ];
  if (command.step === 'held' && isHeld(order)) refusals.push(refusal('order_on_hold', '/of', { order: order.id }));
  if (command.step === 'held' && command.reason.trim() === '') refusals.push(refusal('reason_missing', '/reason'));
  if (command.step === 'released' && !isHeld(order)) refusals.push(refusal('order_not_held', '/of'));
  if (command.step === 'sent') refusals.push(...checkStanding(books, order, '/of'));
  return refusals.length > 0 ? refused(refusals) : stepped(books, command, order);
}

function stepped(books: Books, command: OrderStepCommand, order: Order): Decision<OrderStepDocument> {
  const document = { ...command, vendor: order.vendor, version: latestVersion(order), amount: order.amount };
  return post(books, { document, date: command.date, cites: [lineId(order.id, 0)], postsNothing: true });
}

/** What was done with an order stays among its steps; what happened stands for ever. */
function recordStep(next: Writing, { of, step, by, version, amount }: OrderStepDocument, document: string): void {
  change(next.orders, of, (order) => ({ ...order, steps: [...order.steps, { document, step, by, version, amount }] }));
}

const WORDS = ['of', 'by', 'reason'];

/** A hold is released rather than reversed. */
export const orderStep = kind({
  name: 'order-step',
  decide: decideOrderStep,
  record: recordStep,
  irreversible: true,
  verbs: {
    'hold-order': { keys: WORDS, read: stepOf('held') },
    'release-order': { keys: WORDS, read: stepOf('released') },
    'send-order': { keys: WORDS, read: stepOf('sent') },
  },
});
