import { Journal } from '../books/journal.ts';
import { lineId, type Pool } from '../costing/pool.ts';
import type { NewMovement } from '../costing/settle.ts';
import type { Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books, Item } from '../posting/books.ts';
import { checkDate, poolOrEmpty, post, refused, type Decision } from '../posting/decision.ts';
import { refusal, type Refusal } from '../posting/refusal.ts';

export interface DeliveryCommand {
  readonly kind: 'delivery';
  readonly customer: string;
  readonly date: Day;
  readonly warehouse: string;
  readonly lines: readonly { item: string; quantity: Quantity }[];
}

/** Goods delivered leave inventory at what the pool's method says, to *shipped not invoiced* (accounting.md, What posts what). */
export function decideDelivery(books: Books, command: DeliveryCommand): Decision<DeliveryCommand> {
  const refusals: Refusal[] = checkDate(books, command.date);
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach((line, position) => {
    if (!books.items.has(line.item)) refusals.push(refusal('item_unknown', `/lines/${position}/item`, { item: line.item }));
    if (line.quantity <= 0n) refusals.push(refusal('quantity_not_positive', `/lines/${position}/quantity`));
  });
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const opened: Pool[] = command.lines.map((line) => poolOrEmpty(books, books.items.get(line.item) as Item, command.warehouse));
  const movements: NewMovement[] = command.lines.map((line, position) => ({
    pool: (opened[position] as Pool).id,
    id: lineId(document, position + 1),
    date: command.date,
    direction: 'out',
    quantity: line.quantity,
  }));
  return post(books, command, new Journal(command.date), command.date, movements, [], opened);
}
