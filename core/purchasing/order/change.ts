import { documentOf, lineId } from '../../costing/pool.ts';
import { formatQuantity, quantity, sumOf } from '../../exact/amounts.ts';
import type { Books } from '../../state/books.ts';
import type { Bought, Order, OrderLine, Statement } from '../../state/purchasing.ts';
import { checkCitedOnce, checkDate } from '../../state/checks.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { kind } from '../../state/kind.ts';
import { checkHold } from '../vendor.ts';
import { checkOrderLine, statementOf } from './decide.ts';
import { billedAhead } from './openOfLine.ts';
import { checkSeen, linesOfOrder } from './standing.ts';
import { changeStep } from './case.ts';
import { recordOrderChange, takeVersionBack } from './record.ts';
import type { ChangedLine, OrderChangeCommand, OrderChangeDocument } from './commands.ts';

/**
 * A new version of an order. It posts nothing, and touches nothing that has come: what is received keeps the price at which it
 * came in. No line falls below what has come or was billed ahead.
 */
export function decideOrderChange(books: Books, command: OrderChangeCommand): Decision<OrderChangeDocument> {
  const order = books.orders.get(command.of);
  if (!order) return refused([refusal('document_unknown', '/of', { document: command.of })]);
  const cited = command.lines.flatMap((line) => (line.of === undefined ? [] : [{ of: line.of }]));
  const refusals: Refusal[] = [...checkDate(books, command.date, [order.date]), ...checkCitedOnce(cited, '/lines')];
  refusals.push(...checkSeen(order, command.seen, '/seen'), ...checkHold(books, order.vendor, '/of'));
  if (command.reason.trim() === '') refusals.push(refusal('reason_missing', '/reason'));
  command.lines.forEach((line, position) => refusals.push(...checkChanged(books, order, line, `/lines/${position}`)));
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  let last = Math.max(...linesOfOrder(books, order.id).map(({ id }) => Number(id.split('/')[1])));
  const lines = command.lines.flatMap((line, said) => {
    const known = line.of === undefined ? undefined : books.orderLines.get(line.of);
    const bought = known?.bought ?? (line.bought as Bought);
    const stated = statementOf(books, bought, line, document);
    if (known) return isSame(known, stated) ? [] : [{ id: known.id, isNew: false, bought, stated, said }];
    return [{ id: lineId(order.id, (last += 1)), isNew: true, bought, stated, said }];
  });
  if (lines.length === 0) return refused([refusal('nothing_changed', '/lines')]);
  return post(books, {
    document: { ...command, vendor: order.vendor, lines },
    date: command.date,
    cites: [lineId(order.id, 0)],
    postsNothing: true,
  });
}

function checkChanged(books: Books, order: Order, line: ChangedLine, at: string): Refusal[] {
  if (line.of === undefined) return checkOrderLine(books, { ...line, bought: line.bought ?? { item: '' } }, order, at);
  const known = books.orderLines.get(line.of);
  if (!known || documentOf(known.id) !== order.id) return [refusal('line_unknown', at, { line: line.of })];
  const refusals = checkOrderLine(books, { ...line, bought: known.bought }, order, at);
  const stated = statementOf(books, known.bought, line, '');
  if (known.closed.length > 0 && !isSame(known, stated))
    refusals.push(refusal('order_line_closed', `${at}/quantity`, closedBy(known)));
  const least = quantity(taken(known));
  if (stated.quantity < least && stated.quantity < known.quantity)
    refusals.push(refusal('order_below_received', `${at}/quantity`, { received: formatQuantity(least) }));
  return refusals;
}

/** What of a line has come and not gone back for a replacement, or was billed before it came. */
function taken(line: OrderLine): bigint {
  return sumOf(line.receipts) - sumOf(line.reopened) + billedAhead(line);
}

/** What a line says beside who says it. */
const STATED = [
  'quantity',
  'unit',
  'price',
  'per',
  'discount',
  'due',
  'estimates',
  'warehouse',
  'taxCode',
  'shipment',
] as const;

function isSame(known: OrderLine, stated: Statement): boolean {
  const text = ({ dimensions, ...said }: Omit<Statement, 'by'>) =>
    JSON.stringify(
      [STATED.map((name) => said[name]), dimensions?.department, dimensions?.location, dimensions?.project],
      (_, value: unknown) => (typeof value === 'bigint' ? value.toString() : value),
    );
  return text(known) === text(stated);
}

/** When and why a line was closed, for the one who meets it at the door. */
export function closedBy(line: OrderLine): Record<string, string> {
  const last = line.closed[line.closed.length - 1];
  return { date: last?.date ?? '', reason: last?.reason ?? '' };
}

export const orderChange = kind({
  name: 'order-change',
  decide: decideOrderChange,
  record: recordOrderChange,
  strikeOut: takeVersionBack,
  verbs: { 'change-order': { keys: ['of', 'lines', 'by', 'reason'], read: changeStep } },
});
