import { Journal } from '../books/journal.ts';
import { lineId, type LineId, type Pool } from '../costing/pool.ts';
import type { Cost, NewMovement } from '../costing/settle.ts';
import { formatQuantity, lineAmount, ONE_TO_ONE, quantity, toBase, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books, OrderLine, ReceiptLine } from '../posting/books.ts';
import { checkCitedOnce, checkDate, poolOrEmpty, post, rateOn, refused, type Decision } from '../posting/decision.ts';
import { refusal, type Refusal } from '../posting/refusal.ts';

export interface ReceiptCommand {
  readonly kind: 'receipt';
  readonly vendor: string;
  readonly date: Day;
  readonly warehouse: string;
  readonly lines: readonly { of: LineId; quantity: Quantity }[];
}

export interface ReceiptDocument extends Omit<ReceiptCommand, 'lines'> {
  readonly lines: readonly (ReceiptLine & { of: LineId })[];
}

/**
 * Goods received: inventory at round(qty × order price) at the receipt's rate, against goods received not invoiced
 * (accounting.md, What posts what). One receipt may cover lines of several orders of one vendor.
 */
export function decideReceipt(books: Books, command: ReceiptCommand): Decision<ReceiptDocument> {
  const ordered = command.lines.map((line) => books.orderLines.get(line.of));
  const refusals: Refusal[] = [
    ...checkDate(
      books,
      command.date,
      ordered.flatMap((line) => (line ? [line.date] : [])),
    ),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach((line, position) => refusals.push(...checkLine(books, command, line.quantity, ordered[position], position)));
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const journal = new Journal(command.date);
  const movements: NewMovement[] = [];
  const costs: Cost[] = [];
  const opened: Pool[] = [];
  const lines = command.lines.map((line, position) => {
    const received = receiptLine(books, command, line.quantity, ordered[position] as OrderLine, lineId(document, position + 1));
    movements.push({ pool: received.pool, id: received.id, date: command.date, direction: 'in', quantity: line.quantity });
    costs.push({
      pool: received.pool,
      movement: received.id,
      component: 'goods',
      amount: received.baseAmount,
      against: 'grni',
      about: { vendor: command.vendor },
    });
    const item = books.items.get(received.item);
    if (item) opened.push(poolOrEmpty(books, item, command.warehouse));
    return { ...received, of: line.of };
  });
  return post(books, { ...command, lines }, journal, command.date, movements, costs, opened);
}

function checkLine(books: Books, command: ReceiptCommand, received: Quantity, ordered: OrderLine | undefined, position: number): Refusal[] {
  const at = `/lines/${position}`;
  if (!ordered) return [refusal('line_unknown', at, { line: command.lines[position]?.of ?? '' })];
  if (ordered.vendor !== command.vendor) return [refusal('vendor_differs', at)];
  if (received <= 0n) return [refusal('quantity_not_positive', `${at}/quantity`)];
  const open = quantity(ordered.quantity - ordered.received);
  if (received > open) return [refusal('receipt_exceeds_ordered', `${at}/quantity`, { open: formatQuantity(open), quantity: formatQuantity(received) })];
  if (rateOn(books, ordered.currency, command.date) === undefined) {
    return [refusal('rate_missing', '/date', { currency: ordered.currency, date: command.date })];
  }
  return [];
}

function receiptLine(books: Books, command: ReceiptCommand, received: Quantity, ordered: OrderLine, id: LineId): ReceiptLine {
  const rate = rateOn(books, ordered.currency, command.date) ?? ONE_TO_ONE;
  const amount = lineAmount(received, ordered.price, ordered.discount, ordered.currency);
  const baseAmount = toBase(amount, ordered.currency, rate, books.company.currency);
  return {
    id,
    vendor: command.vendor,
    currency: ordered.currency,
    rate,
    date: command.date,
    item: ordered.item,
    pool: `${ordered.item}@${command.warehouse}`,
    quantity: received,
    amount,
    baseAmount,
    billed: quantity(0n),
    goods: baseAmount,
  };
}
