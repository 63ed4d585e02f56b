import type { Dimensions } from '../books/journal.ts';
import { lineId, type LineId, type LotPart, poolId } from '../costing/pool.ts';
import { openOf, type Source, type Taking } from '../costing/taking.ts';
import { formatQuantity, quantity, type Quantity, quantityOrThrow } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import type { Item } from '../state/stock.ts';
import { checkCitedOnce, checkDate, checkGoods, checkLotsOf, poolOrEmpty } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import type { NewMovement } from '../costing/effects.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import {
  cited,
  DIMENSIONS,
  dimensionsOf,
  goodsOf,
  linesOf,
  lotsOf,
  type Reading,
  WAREHOUSE,
} from '../state/caseStep.ts';
import { isTrue, optionalText, textOf } from '../reading/fields.ts';
import { kind } from '../state/kind.ts';
import type { GoodsLine } from './assembly.ts';
import { stockLine } from './stockLine.ts';

export interface TransferCommand {
  readonly kind: 'transfer';
  readonly date: Day;
  readonly from: string;
  readonly to: string;
  /** In two steps the goods are in transit until an arrival takes them in. */
  readonly inTransit: boolean;
  readonly lines: readonly (GoodsLine & { dimensions?: Dimensions | undefined })[];
}

/**
 * Goods go to another warehouse at what the pool here says; in one step they arrive at once, in two they are in transit
 * (accounting.md, What posts what). In one step the lines that arrive are numbered after those that leave.
 */
export function decideTransfer(books: Books, command: TransferCommand): Decision<TransferCommand> {
  const { date, from, to, inTransit } = command;
  const refusals: Refusal[] = checkDate(books, date);
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  if (from === to) refusals.push(refusal('warehouse_same', '/to'));
  command.lines.forEach((line, position) => refusals.push(...checkGoods(books, line, `/lines/${position}`)));
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const pairs = command.lines.map(({ item, quantity: units, lots, dimensions }, position) => {
    const common = { date, quantity: units, lots: lots ?? [], dimensions };
    const left: NewMovement = {
      ...common,
      pool: poolId(item, from),
      id: lineId(document, position + 1),
      direction: 'out',
      purpose: 'moved',
      party: to,
    };
    const arrived: NewMovement = {
      ...common,
      pool: poolId(item, to),
      id: lineId(document, command.lines.length + position + 1),
      direction: 'in',
      purpose: 'arrived',
    };
    return { left, arrived };
  });
  const takings = pairs.map(({ left, arrived }) => ({ of: left.id, taking: arrivedTaking(arrived) }));
  const opened = command.lines.flatMap(({ item }) =>
    (inTransit ? [from] : [from, to]).map((warehouse) => poolOrEmpty(books, books.items.get(item) as Item, warehouse)),
  );
  const lefts = pairs.map(({ left }) => left);
  const effects = inTransit
    ? { movements: lefts }
    : { movements: [...lefts, ...pairs.map(({ arrived }) => arrived)], takings };
  return post(books, { document: command, date, effects, opened });
}

function arrivedTaking({ id, date, quantity: units, lots, pool, dimensions }: NewMovement): Taking {
  return { line: id, date, kind: 'arrived', quantity: units, lots, into: pool, dimensions };
}

export interface ArrivalCommand {
  readonly kind: 'arrival';
  readonly date: Day;
  /** Of a line in transit: what arrives of it, and what never will. */
  readonly lines: readonly { of: LineId; quantity: Quantity; lost: Quantity; lots?: readonly LotPart[] | undefined }[];
}

/** Goods in transit arrive: each arrival takes its cumulative part; what never arrives goes to stock adjustment. */
export function decideArrival(books: Books, command: ArrivalCommand): Decision<ArrivalCommand> {
  const sent = command.lines.map((line) => books.sources.get(line.of));
  const citedDays = sent.flatMap((source) => (source ? [source.date] : []));
  const refusals: Refusal[] = [
    ...checkDate(books, command.date, citedDays),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach((line, position) =>
    refusals.push(...checkArrival(books, line, sent[position], `/lines/${position}`)),
  );
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const arrivals = command.lines.map((line, position) =>
    arrivalOf(command, line, sent[position] as Source, lineId(document, position + 1)),
  );
  return post(books, {
    document: command,
    date: command.date,
    effects: {
      movements: arrivals.flatMap(({ movements }) => movements),
      takings: arrivals.flatMap(({ takings }) => takings),
    },
    cites: command.lines.map((line) => line.of),
    opened: sent.flatMap((source) =>
      source ? [poolOrEmpty(books, books.items.get(source.item) as Item, source.party)] : [],
    ),
  });
}

function arrivalOf(command: ArrivalCommand, line: ArrivalCommand['lines'][number], source: Source, id: LineId) {
  const { dimensions } = source;
  const { date } = command;
  const pool = poolId(source.item, source.party);
  const movement: NewMovement = {
    pool,
    id,
    date,
    direction: 'in',
    purpose: 'arrived',
    quantity: line.quantity,
    lots: line.lots ?? [],
    dimensions,
  };
  const lost: Taking = { line: id, date, kind: 'lost', quantity: line.lost, lots: [], into: undefined, dimensions };
  const arrives = line.quantity > 0n;
  return {
    movements: arrives ? [movement] : [],
    takings: [...(arrives ? [arrivedTaking(movement)] : []), ...(line.lost > 0n ? [lost] : [])].map((taking) => ({
      of: line.of,
      taking,
    })),
  };
}

function checkArrival(
  books: Books,
  line: ArrivalCommand['lines'][number],
  of: Source | undefined,
  at: string,
): Refusal[] {
  if (of?.purpose !== 'moved') return [refusal('line_unknown', at, { line: line.of })];
  if (line.quantity < 0n || line.lost < 0n || line.quantity + line.lost === 0n)
    return [refusal('quantity_not_positive', `${at}/quantity`)];
  const open = quantity(openOf(of).untaken);
  if (line.quantity + line.lost > open) {
    return [
      refusal('arrival_exceeds_sent', `${at}/quantity`, {
        open: formatQuantity(open),
        quantity: formatQuantity(quantity(line.quantity + line.lost)),
      }),
    ];
  }
  return line.quantity > 0n ? checkLotsOf(books, of, line, at) : [];
}

function transferStep({ step, date }: Reading): TransferCommand {
  const lines = linesOf(step, ['item', 'qty', 'lots', 'serials', ...DIMENSIONS]).map((line) => ({
    ...goodsOf(line),
    dimensions: dimensionsOf(line),
  }));
  const from = optionalText(step, 'from') ?? WAREHOUSE;
  return { kind: 'transfer', date, from, to: textOf(step, 'to'), inTransit: isTrue(step, 'in-transit'), lines };
}

function arrivalStep({ step, numbers, date }: Reading): ArrivalCommand {
  const lines = linesOf(step, ['of', 'qty', 'lost', 'lots', 'serials']).map((line) => ({
    of: cited(textOf(line, 'of'), numbers),
    quantity: quantityOrThrow(optionalText(line, 'qty') ?? '0'),
    lost: quantityOrThrow(optionalText(line, 'lost') ?? '0'),
    lots: lotsOf(line),
  }));
  return { kind: 'arrival', date, lines };
}

export const transfer = kind({
  name: 'transfer',
  decide: decideTransfer,
  record: (next, { lines, to, date, inTransit }, number) => {
    if (inTransit) return;
    lines.forEach((line, position) =>
      stockLine(next, lineId(number, lines.length + position + 1), line.item, to, date, line),
    );
  },
  verbs: { transfer: { keys: ['from', 'to', 'in-transit', 'lines'], read: transferStep } },
});

export const arrival = kind({
  name: 'arrival',
  decide: decideArrival,
  record: (next, { lines, date }, number) =>
    lines.forEach((line, position) => {
      const source = next.sources.get(line.of);
      if (!source || line.quantity <= 0n) return;
      const { quantity } = line;
      const { item, party, dimensions } = source;
      stockLine(next, lineId(number, position + 1), item, party, date, { quantity, dimensions });
    }),
  verbs: { arrive: { keys: ['lines'], read: arrivalStep } },
});
