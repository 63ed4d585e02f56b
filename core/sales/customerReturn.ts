import { lineId, type LineId, type LotPart } from '../costing/pool.ts';
import { openOf, type Source, type Taking } from '../costing/taking.ts';
import {
  base,
  type BaseAmount,
  formatQuantity,
  forOne,
  lineAmount,
  type Price,
  priceOrThrow,
  quantity,
  type Quantity,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import type { Item } from '../state/stock.ts';
import { checkCitedOnce, checkDate, checkLotsOf, poolOrEmpty } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { cited, linesOf, lotsOf, quantityOf, type Reading, SOMEONE, warehouseOf } from '../state/caseStep.ts';
import { kind } from '../state/kind.ts';
import { optionalText, textOf } from '../reading/fields.ts';
import { soldFlows } from './invoice.ts';

export interface CustomerReturnCommand {
  readonly kind: 'customer-return';
  readonly customer: string;
  readonly date: Day;
  readonly warehouse: string;
  /** `price`: what the customer is credited for a unit that was invoiced. */
  readonly lines: readonly { of: LineId; quantity: Quantity; price: Price; lots?: readonly LotPart[] | undefined }[];
}

export interface CustomerReturnLine {
  readonly id: LineId;
  readonly of: LineId;
  readonly price: Price;
  readonly quantity: Quantity;
  readonly uninvoiced: Quantity;
  readonly invoiced: Quantity;
  readonly credit: BaseAmount;
}

export interface CustomerReturnDocument extends Omit<CustomerReturnCommand, 'lines'> {
  readonly lines: readonly CustomerReturnLine[];
}

/**
 * A customer gives goods back: the cumulative part of the delivery's cost comes back into inventory, and follows it when it
 * changes; from *shipped not invoiced* first, then from cost of goods with the customer's credit (accounting.md, What posts what).
 */
export function decideCustomerReturn(books: Books, command: CustomerReturnCommand): Decision<CustomerReturnDocument> {
  const sources = command.lines.map((line) => books.sources.get(line.of));
  const citedDays = sources.flatMap((source) =>
    source ? [source.date, ...source.takings.map((taking) => taking.date)] : [],
  );
  const refusals: Refusal[] = [
    ...checkDate(books, command.date, citedDays),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach((line, position) =>
    refusals.push(...checkLine(books, command, line, sources[position], `/lines/${position}`)),
  );
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const lines = command.lines.map((line, position) =>
    returnLine(books, line, sources[position] as Source, lineId(document, position + 1)),
  );
  const each = lines.map((line, position) => ({
    line,
    source: sources[position] as Source,
    lots: command.lines[position]?.lots ?? [],
  }));
  return post(books, {
    document: { ...command, lines },
    date: command.date,
    effects: {
      flows: each.flatMap(({ line, source }) => soldFlows(base(-line.credit), source)),
      movements: each.map(({ line, source, lots }) => ({
        pool: `${source.item}@${command.warehouse}`,
        id: line.id,
        date: command.date,
        direction: 'in' as const,
        purpose: 'given-back' as const,
        quantity: line.quantity,
        lots,
        dimensions: source.dimensions,
      })),
      takings: each.flatMap(({ line, source, lots }) => takingsOf(command, line, lots, source)),
    },
    cites: each.flatMap(({ line, source }) => [line.of, ...(line.invoiced > 0n ? invoicesOf(source) : [])]),
    opened: each.map(({ source }) => poolOrEmpty(books, books.items.get(source.item) as Item, command.warehouse)),
  });
}

type Line = CustomerReturnCommand['lines'][number];

const invoicesOf = (source: Source): LineId[] =>
  source.takings.filter((taking) => taking.kind === 'invoiced').map((taking) => taking.line);

function checkLine(
  books: Books,
  command: CustomerReturnCommand,
  line: Line,
  of: Source | undefined,
  at: string,
): Refusal[] {
  if (of?.purpose !== 'delivered') return [refusal('line_unknown', at, { line: line.of })];
  if (of.party !== command.customer) return [refusal('customer_differs', at)];
  const refusals: Refusal[] = line.price < 0n ? [refusal('price_negative', `${at}/price`)] : [];
  if (line.quantity <= 0n) return [...refusals, refusal('quantity_not_positive', `${at}/quantity`)];
  const { untaken, invoiced } = openOf(of);
  const open = quantity(untaken + invoiced);
  if (line.quantity > open) {
    return [
      ...refusals,
      refusal('return_exceeds_delivered', `${at}/quantity`, {
        open: formatQuantity(open),
        quantity: formatQuantity(line.quantity),
      }),
    ];
  }
  return [...refusals, ...checkLotsOf(books, of, line, at)];
}

function returnLine(books: Books, line: Line, source: Source, id: LineId): CustomerReturnLine {
  const { untaken } = openOf(source);
  const uninvoiced = quantity(line.quantity < untaken ? line.quantity : untaken);
  const invoiced = quantity(line.quantity - uninvoiced);
  const credit = base(lineAmount(invoiced, forOne(line.price), books.company.currency));
  return { id, of: line.of, price: line.price, quantity: line.quantity, uninvoiced, invoiced, credit };
}

function takingsOf(
  command: CustomerReturnCommand,
  line: CustomerReturnLine,
  lots: readonly LotPart[],
  source: Source,
): { of: LineId; taking: Taking }[] {
  const common = {
    line: line.id,
    date: command.date,
    lots,
    into: `${source.item}@${command.warehouse}`,
    dimensions: source.dimensions,
  };
  const takings: Taking[] = [
    { ...common, kind: 'given-back', quantity: line.uninvoiced },
    { ...common, kind: 'given-back-invoiced', quantity: line.invoiced },
  ];
  return takings.filter((taking) => taking.quantity > 0n).map((taking) => ({ of: line.of, taking }));
}

function returnStep({ step, numbers, date }: Reading): CustomerReturnCommand {
  const lines = linesOf(step, ['of', 'qty', 'price', 'lots', 'serials']).map((line) => ({
    of: cited(textOf(line, 'of'), numbers),
    ...quantityOf(line),
    price: priceOrThrow(optionalText(line, 'price') ?? '0'),
    lots: lotsOf(line),
  }));
  return {
    kind: 'customer-return',
    customer: optionalText(step, 'customer') ?? SOMEONE,
    date,
    warehouse: warehouseOf(step),
    lines,
  };
}

export const customerReturn = kind({
  name: 'customer-return',
  decide: decideCustomerReturn,
  verbs: { 'take-back': { keys: ['warehouse', 'lines'], read: returnStep } },
});
