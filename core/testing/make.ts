import type { CostingMethod } from '../costing/pool.ts';
import { priceOrThrow, quantityOrThrow } from '../exact/amounts.ts';
import type { Books } from '../state/books.ts';
import type { Item } from '../state/stock.ts';
import type { Refusal } from '../state/refusal.ts';

/** An item for tests: plain unless a test says what is special about it. */
export function item(id: string, method: CostingMethod, special: Partial<Item> = {}): Item {
  return {
    id,
    method,
    tracking: method === 'lot' ? 'lot' : 'none',
    unit: 'each',
    packs: [],
    weight: quantityOrThrow('1'),
    volume: undefined,
    tariffCode: '',
    origin: '',
    standards: method === 'standard' ? [{ line: '', date: '', standard: priceOrThrow('5') }] : [],
    ...special,
  };
}

/** A refusal as a test says it: the reason, where, and the offending values. */
export const inWords = ({ reason, at, values }: Refusal): string =>
  [reason, at, ...Object.entries(values).map(([name, value]) => `${name}=${value}`)].join(' ');

/** The number of the document that is entered next: no figure, so that days may be counted by it. */
export const documentsIn = (books: Books): number => Number(books.nextDocument.toString());
