import { Journal } from '../books/journal.ts';
import type { BaseAmount, Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books, Item } from '../posting/books.ts';
import { checkDate, poolOrEmpty, post, refused, type Decision } from '../posting/decision.ts';
import { refusal, type Refusal } from '../posting/refusal.ts';
import { lineId, type Pool } from './pool.ts';
import type { Cost, NewMovement } from './settle.ts';

export interface OpeningCommand {
  readonly kind: 'opening';
  readonly date: Day;
  readonly warehouse: string;
  readonly lines: readonly { item: string; quantity: Quantity; value: BaseAmount }[];
}

/** Stock taken over from earlier books: inventory against opening balances, each line a layer of its own. */
export function decideOpening(books: Books, command: OpeningCommand): Decision<OpeningCommand> {
  const refusals: Refusal[] = checkDate(books, command.date);
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach((line, position) => {
    const at = `/lines/${position}`;
    if (!books.items.has(line.item)) refusals.push(refusal('item_unknown', `${at}/item`, { item: line.item }));
    if (line.quantity <= 0n) refusals.push(refusal('quantity_not_positive', `${at}/quantity`));
    if (line.value < 0n) refusals.push(refusal('amount_negative', `${at}/value`));
  });
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const opened: Pool[] = command.lines.map((line) => poolOrEmpty(books, books.items.get(line.item) as Item, command.warehouse));
  const movements: NewMovement[] = command.lines.map((line, position) => ({
    pool: (opened[position] as Pool).id,
    id: lineId(document, position + 1),
    date: command.date,
    direction: 'in',
    quantity: line.quantity,
  }));
  const costs: Cost[] = command.lines.map((line, position) => ({
    pool: (opened[position] as Pool).id,
    movement: lineId(document, position + 1),
    component: 'goods',
    amount: line.value,
    against: 'opening-balance',
    about: {},
  }));
  return post(books, command, new Journal(command.date), command.date, movements, costs, opened);
}
