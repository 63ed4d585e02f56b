import type { Dimensions } from '../books/journal.ts';
import { lineId, type LotPart } from '../costing/pool.ts';
import { base, type BaseAmount, baseOrThrow, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import type { Item } from '../state/stock.ts';
import { checkDate, checkGoods, poolOrEmpty } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import type { NewMovement } from '../costing/effects.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { DIMENSIONS, dimensionsOf, goodsOf, linesOf, type Reading, warehouseOf } from '../state/caseStep.ts';
import { kind } from '../state/kind.ts';
import { optionalText } from '../reading/fields.ts';
import { stockLine } from './stockLine.ts';

/** Goods that are used or made. */
export interface GoodsLine {
  readonly item: string;
  readonly quantity: Quantity;
  readonly lots?: readonly LotPart[] | undefined;
}

export interface AssemblyCommand {
  readonly kind: 'assembly';
  readonly date: Day;
  readonly warehouse: string;
  readonly uses: readonly GoodsLine[];
  readonly makes: GoodsLine;
  /** Work and machine cost taken into the goods. */
  readonly conversion: BaseAmount;
  readonly dimensions?: Dimensions | undefined;
}

/**
 * Goods are made of others: what is used goes through work in process into what is made, with the cost of making it; a late
 * cost of what was used follows (accounting.md, One mechanism for cost). The line made is numbered after the lines used.
 */
export function decideAssembly(books: Books, command: AssemblyCommand): Decision<AssemblyCommand> {
  const { date, warehouse, makes, conversion, dimensions } = command;
  const refusals: Refusal[] = checkDate(books, date);
  if (command.uses.length === 0) refusals.push(refusal('no_lines', '/uses'));
  command.uses.forEach((line, position) => refusals.push(...checkGoods(books, line, `/uses/${position}`)));
  refusals.push(...checkGoods(books, makes, '/makes'));
  if (conversion < 0n) refusals.push(refusal('amount_negative', '/conversion'));
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const used: NewMovement[] = command.uses.map(({ item, quantity, lots }, position) => ({
    pool: `${item}@${warehouse}`,
    id: lineId(document, position + 1),
    date,
    direction: 'out' as const,
    purpose: 'used' as const,
    quantity,
    lots: lots ?? [],
    dimensions,
  }));
  const pool = `${makes.item}@${warehouse}`;
  const made: NewMovement = {
    pool,
    id: lineId(document, used.length + 1),
    date,
    direction: 'in',
    purpose: 'made',
    quantity: makes.quantity,
    lots: makes.lots ?? [],
    dimensions,
  };
  const takings = used.map(({ id, quantity }) => ({
    of: id,
    taking: { line: made.id, date, kind: 'made' as const, quantity, lots: [], into: pool, dimensions },
  }));
  const cost = {
    pool,
    movement: made.id,
    date,
    component: 'conversion',
    shared: false,
    against: 'conversion' as const,
    about: { ...dimensions },
  };
  return post(books, {
    document: command,
    date,
    effects: { movements: [...used, made], takings, costs: conversion > 0n ? [{ ...cost, amount: conversion }] : [] },
    opened: [...command.uses, makes].map(({ item }) => poolOrEmpty(books, books.items.get(item) as Item, warehouse)),
  });
}

function assemblyStep({ step, books, date }: Reading): AssemblyCommand {
  const uses = linesOf(step, ['item', 'qty', 'lots', 'serials'], 'uses').map(goodsOf);
  const conversion = baseOrThrow(optionalText(step, 'conversion') ?? '0', books.company.currency);
  return {
    kind: 'assembly',
    date,
    warehouse: warehouseOf(step),
    uses,
    makes: goodsOf(step),
    conversion: base(conversion),
    dimensions: dimensionsOf(step),
  };
}

export const assembly = kind({
  name: 'assembly',
  decide: decideAssembly,
  record: (next, { uses, makes, warehouse, date, dimensions }, number) =>
    stockLine(next, lineId(number, uses.length + 1), makes.item, warehouse, date, {
      quantity: makes.quantity,
      dimensions,
    }),
  verbs: {
    assemble: {
      keys: ['warehouse', 'item', 'qty', 'lots', 'uses', 'conversion', ...DIMENSIONS],
      read: assemblyStep,
    },
  },
});
