import type { Dimensions } from '../books/journal.ts';
import {
  type Fraction,
  fraction,
  FRACTION_PLACES,
  type Price,
  priceOrThrow,
  quantityOrThrow,
  rateOrThrow,
} from '../exact/amounts.ts';
import { asFields, type Fields, listOf, onlyKeys, optionalText, textOf, textsOf } from '../reading/fields.ts';
import { type LineId, lineId, type LotPart } from '../costing/pool.ts';
import { decimalOrThrow } from '../exact/decimal.ts';
import type { Books } from './books.ts';
import type { Bought } from './purchasing.ts';

/** Document numbers as the case writes them, and the numbers the books gave. */
export type Numbers = ReadonlyMap<string, { document: string; charges: ReadonlyMap<string, LineId> }>;

/** Cases have one warehouse unless they say otherwise, and name a vendor or a customer only where it matters. */
export const WAREHOUSE = 'main';

export const SOMEONE = 'someone';

export const DIMENSIONS = ['department', 'location', 'project'];

/** What a verb reads: its step, the numbers so far, the books before it. */
export interface Reading {
  readonly step: Fields;
  readonly numbers: Numbers;
  readonly books: Books;
  readonly date: string;
}

export interface Verb<Command> {
  /** The words that a step of it may hold, beside those of every step. */
  readonly keys: readonly string[];
  readonly read: (reading: Reading) => Command;
  /** Words that state another document: its step, and what is left of this one, which then names it. */
  readonly states?: (step: Fields) => { readonly first: Fields; readonly rest: Fields } | undefined;
  /** Its step is called by its word too: a month has no number. */
  readonly calledByWord?: boolean;
}

/** The lines of a step, each with no other words than these. */
export function linesOf(step: Fields, keys: readonly string[], name = 'lines'): Fields[] {
  const lines = listOf(step, name);
  for (const line of lines) onlyKeys(line, keys, name);
  return lines;
}

export function boughtOf(line: Fields): Bought {
  const expense = optionalText(line, 'expense');
  return expense === undefined ? { item: textOf(line, 'item') } : { expense };
}

export const whoAndWhy = (step: Fields) => ({
  by: optionalText(step, 'by') ?? SOMEONE,
  reason: optionalText(step, 'reason') ?? 'as agreed',
});

export function dimensionsOf(line: Fields): Dimensions | undefined {
  if (!DIMENSIONS.some((key) => line[key] !== undefined)) return undefined;
  return {
    department: optionalText(line, 'department'),
    location: optionalText(line, 'location'),
    project: optionalText(line, 'project'),
  };
}

export const numberOf = (name: string, numbers: Numbers): string => numbers.get(name)?.document ?? name;

/** `GR-1/2` is line 2 of GR-1. A document the books do not hold gives a line that nothing is known of. */
export function cited(name: string, numbers: Numbers): LineId {
  const [document = '', line = ''] = name.split('/');
  return lineId(numberOf(document, numbers), Number(line));
}

/** A charge by its bill and kind, or one that was moved, by its document. */
export function citedCharge(name: string, numbers: Numbers): LineId {
  const [document = '', kind = ''] = name.split('/');
  return numbers.get(document)?.charges.get(kind) ?? name;
}

/** `lots` gives quantities by lot, `serials` lists single numbers. */
export function lotsOf(line: Fields): LotPart[] {
  const lots = Object.entries(asFields(line.lots ?? {}, 'lots')).map(([lot, units]) => ({
    lot,
    quantity: quantityOrThrow(String(units)),
  }));
  return [...lots, ...textsOf(line, 'serials').map((lot) => ({ lot, quantity: quantityOrThrow('1') }))];
}

export const goodsOf = (line: Fields) => ({ item: textOf(line, 'item'), ...quantityOf(line), lots: lotsOf(line) });

export const quantityOf = (line: Fields) => ({ quantity: quantityOrThrow(textOf(line, 'qty')) });

export function priceOf(line: Fields): { price: Price; discount: Fraction } {
  return {
    price: priceOrThrow(textOf(line, 'price')),
    discount: fraction(decimalOrThrow(optionalText(line, 'discount') ?? '0', FRACTION_PLACES)),
  };
}

export const currencyOf = (step: Fields, books: Books): string =>
  optionalText(step, 'currency') ?? books.company.currency;

/** `agreed-rates: { USD: 1.08 }`: units of other currencies for one of the paper's. */
export const agreedRatesOf = (step: Fields) =>
  Object.entries(asFields(step['agreed-rates'] ?? {}, 'agreed-rates')).map(([currency, units]) => ({
    currency,
    rate: rateOrThrow(String(units)),
  }));

export const warehouseOf = (step: Fields): string => optionalText(step, 'warehouse') ?? WAREHOUSE;

/** 15 is 0.15 of one. */
export const percentOf = (text: string): Fraction => fraction(decimalOrThrow(text, FRACTION_PLACES - 2));
