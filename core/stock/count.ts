import type { Dimensions } from '../books/journal.ts';
import { endOf, lineId, type LotPart, type Pool, poolId } from '../costing/pool.ts';
import {
  base,
  type BaseAmount,
  type Price,
  PRICE_PLACES,
  priceOrThrow,
  type Quantity,
  QUANTITY_PLACES,
  quantityOrThrow,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { decimalsOf } from '../exact/currencies.ts';
import { divideRounded, powerOfTen } from '../exact/rounding.ts';
import type { Books } from '../state/books.ts';
import type { Item } from '../state/stock.ts';
import { checkDate, checkGoods, poolOrEmpty } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { DIMENSIONS, dimensionsOf, linesOf, lotsOf, type Reading, warehouseOf } from '../state/caseStep.ts';
import { NotKnown, optionalText, textOf } from '../reading/fields.ts';
import { kind } from '../state/kind.ts';

/** What a line finds more of, or fewer. */
export interface CountLine {
  readonly item: string;
  readonly change: 'found' | 'missing' | 'scrapped';
  readonly quantity: Quantity;
  readonly lots?: readonly LotPart[] | undefined;
  /** What a unit found is worth; what a unit on hand costs where undefined. */
  readonly unitCost?: Price | undefined;
  readonly dimensions?: Dimensions | undefined;
}

export interface CountCommand {
  readonly kind: 'count';
  readonly date: Day;
  readonly warehouse: string;
  readonly reason: string;
  readonly lines: readonly CountLine[];
}

export interface CountDocument extends Omit<CountCommand, 'lines'> {
  readonly lines: readonly (CountLine & { value: BaseAmount })[];
}

/**
 * Goods found, missing or scrapped: inventory against stock adjustment (accounting.md, What posts what). What is found comes
 * in at what a unit on hand costs unless somebody says; what is missing or scrapped goes out by the pool's method.
 */
export function decideCount(books: Books, command: CountCommand): Decision<CountDocument> {
  const { date, warehouse } = command;
  const refusals: Refusal[] = checkDate(books, date);
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  if (command.reason.trim() === '') refusals.push(refusal('reason_missing', '/reason'));
  command.lines.forEach((line, position) => {
    refusals.push(...checkGoods(books, line, `/lines/${position}`));
    if (line.unitCost !== undefined && line.unitCost < 0n)
      refusals.push(refusal('price_negative', `/lines/${position}/unitCost`));
  });
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const opened = command.lines.map((line) => poolOrEmpty(books, books.items.get(line.item) as Item, warehouse));
  const lines = command.lines.map((line, position) => ({
    ...line,
    value: valueOf(books, line, opened[position] as Pool),
  }));
  const moved = lines.map((line, position) => ({
    ...line,
    id: lineId(document, position + 1),
    pool: poolId(line.item, warehouse),
  }));
  return post(books, {
    document: { ...command, lines },
    date,
    effects: {
      movements: moved.map(({ id, pool, change, quantity, lots, dimensions }) => {
        return {
          pool,
          id,
          date,
          direction: change === 'found' ? 'in' : 'out',
          purpose: change,
          quantity,
          lots: lots ?? [],
          dimensions,
        };
      }),
      costs: moved
        .filter(({ value }) => value > 0n)
        .map(({ id, pool, value, dimensions, item }) => {
          const common = {
            pool,
            movement: id,
            date,
            component: 'goods',
            shared: false,
            against: 'stock-adjustment' as const,
          };
          return { ...common, amount: value, about: { item, ...dimensions } };
        }),
    },
    opened,
  });
}

function valueOf(books: Books, line: CountLine, pool: Pool): BaseAmount {
  if (line.change !== 'found') return base(0n);
  if (line.unitCost !== undefined) {
    return base(
      divideRounded(
        line.quantity * line.unitCost,
        powerOfTen(QUANTITY_PLACES + PRICE_PLACES - decimalsOf(books.company.currency)),
      ),
    );
  }
  const end = endOf(pool);
  return end.quantity === 0n ? base(0n) : base(divideRounded(end.value * line.quantity, end.quantity));
}

function countStep({ step, date }: Reading): CountCommand {
  const lines = linesOf(step, [
    'item',
    'found',
    'missing',
    'scrapped',
    'unitCost',
    'lots',
    'serials',
    ...DIMENSIONS,
  ]).map((line) => {
    const change = (['found', 'missing', 'scrapped'] as const).find((word) => line[word] !== undefined);
    if (!change) throw new NotKnown('a counted line should say found, missing or scrapped');
    const unitCost = optionalText(line, 'unitCost');
    return {
      item: textOf(line, 'item'),
      change,
      quantity: quantityOrThrow(textOf(line, change)),
      lots: lotsOf(line),
      unitCost: unitCost === undefined ? undefined : priceOrThrow(unitCost),
      dimensions: dimensionsOf(line),
    };
  });
  return {
    kind: 'count',
    date,
    warehouse: warehouseOf(step),
    reason: optionalText(step, 'reason') ?? 'counted',
    lines,
  };
}

export const count = kind({
  name: 'count',
  decide: decideCount,
  verbs: { count: { keys: ['warehouse', 'lines', 'reason'], read: countStep } },
});
