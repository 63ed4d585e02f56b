import type { Dimensions } from '../books/journal.ts';
import { lineId, type LotPart } from '../costing/pool.ts';
import type { Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import type { Item } from '../state/stock.ts';
import { checkDate, checkGoods, poolOrEmpty } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { DIMENSIONS, dimensionsOf, goodsOf, linesOf, type Reading, SOMEONE, warehouseOf } from '../state/caseStep.ts';
import { kind } from '../state/kind.ts';
import { optionalText } from '../reading/fields.ts';

export interface DeliveryCommand {
  readonly kind: 'delivery';
  readonly customer: string;
  readonly date: Day;
  readonly warehouse: string;
  readonly lines: readonly {
    item: string;
    quantity: Quantity;
    lots?: readonly LotPart[] | undefined;
    dimensions?: Dimensions | undefined;
  }[];
}

/** Goods delivered leave inventory at what the pool's method says, to *shipped not invoiced* (accounting.md, What posts what). */
export function decideDelivery(books: Books, command: DeliveryCommand): Decision<DeliveryCommand> {
  const refusals: Refusal[] = checkDate(books, command.date);
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach((line, position) => refusals.push(...checkGoods(books, line, `/lines/${position}`)));
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const opened = command.lines.map((line) => poolOrEmpty(books, books.items.get(line.item) as Item, command.warehouse));
  const movements = command.lines.map(({ item, quantity, lots, dimensions }, position) => ({
    pool: `${item}@${command.warehouse}`,
    id: lineId(document, position + 1),
    date: command.date,
    direction: 'out' as const,
    purpose: 'delivered' as const,
    quantity,
    lots: lots ?? [],
    dimensions,
    party: command.customer,
  }));
  return post(books, { document: command, date: command.date, effects: { movements }, opened });
}

function deliveryStep({ step, date }: Reading): DeliveryCommand {
  const lines = linesOf(step, ['item', 'qty', 'lots', 'serials', ...DIMENSIONS]).map((line) => ({
    ...goodsOf(line),
    dimensions: dimensionsOf(line),
  }));
  return {
    kind: 'delivery',
    customer: optionalText(step, 'customer') ?? SOMEONE,
    date,
    warehouse: warehouseOf(step),
    lines,
  };
}

export const delivery = kind({
  name: 'delivery',
  decide: decideDelivery,
  verbs: { deliver: { keys: ['warehouse', 'lines'], read: deliveryStep } },
});
