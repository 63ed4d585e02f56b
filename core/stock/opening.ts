import { lineId, type LotPart } from '../costing/pool.ts';
import { type BaseAmount, baseOrThrow, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import type { Item } from '../state/stock.ts';
import { checkDate, checkGoods, poolOrEmpty } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { goodsOf, linesOf, type Reading, warehouseOf } from '../state/caseStep.ts';
import { kind } from '../state/kind.ts';
import { textOf } from '../reading/fields.ts';

export interface OpeningCommand {
  readonly kind: 'opening';
  readonly date: Day;
  readonly warehouse: string;
  readonly lines: readonly {
    item: string;
    quantity: Quantity;
    value: BaseAmount;
    lots?: readonly LotPart[] | undefined;
  }[];
}

/** Stock taken over from earlier books: inventory against opening balances, each line a layer of its own. */
export function decideOpening(books: Books, command: OpeningCommand): Decision<OpeningCommand> {
  const refusals: Refusal[] = checkDate(books, command.date);
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach((line, position) => {
    refusals.push(...checkGoods(books, line, `/lines/${position}`));
    if (line.value < 0n) refusals.push(refusal('amount_negative', `/lines/${position}/value`));
  });
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const { date, warehouse } = command;
  const lines = command.lines.map((line, position) => ({
    ...line,
    id: lineId(document, position + 1),
    pool: `${line.item}@${warehouse}`,
  }));
  return post(books, {
    document: command,
    date,
    effects: {
      movements: lines.map(({ id, pool, quantity, lots }) => {
        return {
          pool,
          id,
          date,
          direction: 'in' as const,
          purpose: 'opened' as const,
          quantity,
          lots: lots ?? [],
          dimensions: undefined,
        };
      }),
      costs: lines.map(({ id, pool, value }) => {
        return {
          pool,
          movement: id,
          date,
          component: 'goods',
          shared: false,
          amount: value,
          against: 'opening-balance' as const,
          about: {},
        };
      }),
    },
    opened: command.lines.map((line) => poolOrEmpty(books, books.items.get(line.item) as Item, warehouse)),
  });
}

function openingStep({ step, books, date }: Reading): OpeningCommand {
  const lines = linesOf(step, ['item', 'qty', 'value', 'lots', 'serials']).map((line) => ({
    ...goodsOf(line),
    value: baseOrThrow(textOf(line, 'value'), books.company.currency),
  }));
  return { kind: 'opening', date, warehouse: warehouseOf(step), lines };
}

export const opening = kind({
  name: 'opening',
  decide: decideOpening,
  verbs: { 'opening-stock': { keys: ['warehouse', 'lines'], read: openingStep } },
});
