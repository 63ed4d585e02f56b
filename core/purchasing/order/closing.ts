import { documentOf, lineId, type LineId } from '../../costing/pool.ts';
import { quantity } from '../../exact/amounts.ts';
import type { Books } from '../../state/books.ts';
import type { OrderLine } from '../../state/purchasing.ts';
import { checkCitedOnce, checkDate } from '../../state/checks.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { change } from '../../state/writing.ts';
import { kind } from '../../state/kind.ts';
import { billedAhead, openToReceive } from './openOfLine.ts';
import { linesOfOrder } from './standing.ts';
import { closingStep } from './case.ts';
import type { OrderClosingCommand, OrderClosingDocument } from './commands.ts';

/** No more comes on lines of an order, or on all of it: what was open is closed, with a reason. Its reverse opens them again. */
export function decideOrderClosing(books: Books, command: OrderClosingCommand): Decision<OrderClosingDocument> {
  const order = books.orders.get(command.of);
  if (!order) return refused([refusal('document_unknown', '/of', { document: command.of })]);
  const refusals: Refusal[] = [
    ...checkDate(books, command.date, [order.date]),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  if (command.reason.trim() === '') refusals.push(refusal('reason_missing', '/reason'));
  command.lines.forEach(({ of }, position) =>
    refusals.push(...checkClosed(books.orderLines.get(of), command.of, of, `/lines/${position}`)),
  );
  if (refusals.length > 0) return refused(refusals);

  const chosen =
    command.lines.length > 0
      ? command.lines.flatMap(({ of }) => books.orderLines.get(of) ?? [])
      : linesOfOrder(books, order.id).filter(canClose);
  const lines = chosen.map((line) => ({ of: line.id, quantity: quantity(openToReceive(line)) }));
  if (lines.length === 0) return refused([refusal('nothing_open', '/lines')]);
  return post(books, {
    document: { ...command, vendor: order.vendor, lines },
    date: command.date,
    // A version that stated what is closed stays while it is closed.
    cites: [lineId(order.id, 0), ...chosen.map(({ by }) => lineId(by, 0))],
    postsNothing: true,
  });
}

const canClose = (line: OrderLine): boolean => openToReceive(line) > 0n && billedAhead(line) === 0n;

function checkClosed(line: OrderLine | undefined, order: string, of: LineId, at: string): Refusal[] {
  if (!line || documentOf(line.id) !== order) return [refusal('line_unknown', at, { line: of })];
  if (openToReceive(line) <= 0n) return [refusal('nothing_open', at)];
  return billedAhead(line) > 0n ? [refusal('order_billed_ahead', at)] : [];
}

export const orderClosing = kind({
  name: 'order-closing',
  decide: decideOrderClosing,
  record: (next, { lines, date, reason }, number) =>
    lines.forEach(({ of, quantity }, position) => {
      const closed = { line: lineId(number, position + 1), date, quantity, reason };
      change(next.orderLines, of, (known) => ({ ...known, closed: [...known.closed, closed] }));
    }),
  verbs: { 'close-order': { keys: ['of', 'lines', 'reason'], read: closingStep } },
});
