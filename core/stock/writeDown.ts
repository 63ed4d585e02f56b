import { lineId, poolId } from '../costing/pool.ts';
import { type Price, priceOrThrow } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import type { Item } from '../state/stock.ts';
import { checkDate, poolOrEmpty } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { linesOf, type Reading, warehouseOf } from '../state/caseStep.ts';
import { kind } from '../state/kind.ts';
import { textOf } from '../reading/fields.ts';

export interface WriteDownCommand {
  readonly kind: 'write-down';
  readonly date: Day;
  readonly warehouse: string;
  /** What a unit can be sold for, less what selling it costs, in base currency. */
  readonly lines: readonly { item: string; netRealisable: Price }[];
}

/**
 * Goods are worth no more than they can be sold for: from now on what they cost above that stands in the allowance, whatever
 * becomes known of their cost; a higher price takes the write-down back, never above cost (IAS 2.28–33; accounting.md).
 */
export function decideWriteDown(books: Books, command: WriteDownCommand): Decision<WriteDownCommand> {
  const refusals: Refusal[] = checkDate(books, command.date);
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach(({ item, netRealisable }, position) => {
    if (!books.items.has(item)) refusals.push(refusal('item_unknown', `/lines/${position}/item`, { item }));
    if (netRealisable < 0n) refusals.push(refusal('price_negative', `/lines/${position}/netRealisable`));
  });
  if (refusals.length > 0) return refused(refusals);
  const document = books.nextDocument.toString();
  const writeDowns = command.lines.map(({ item, netRealisable }, position) => {
    return { line: lineId(document, position + 1), pool: poolId(item, command.warehouse), netRealisable };
  });
  const opened = command.lines.map(({ item }) => poolOrEmpty(books, books.items.get(item) as Item, command.warehouse));
  return post(books, { document: command, date: command.date, effects: { writeDowns }, opened });
}

function writeDownStep({ step, date }: Reading): WriteDownCommand {
  const lines = linesOf(step, ['item', 'sells-for']).map((line) => ({
    item: textOf(line, 'item'),
    netRealisable: priceOrThrow(textOf(line, 'sells-for')),
  }));
  return { kind: 'write-down', date, warehouse: warehouseOf(step), lines };
}

export const writeDown = kind({
  name: 'write-down',
  decide: decideWriteDown,
  verbs: { 'write-down': { keys: ['warehouse', 'lines'], read: writeDownStep } },
});
