import type { Dimensions } from '@obolus/core/books/journal';
import type { LotPart } from '@obolus/core/costing/pool';
import type { Quantity } from '@obolus/core/exact/amounts';
import type { Brought } from './named.ts';
import type { Reader } from '../asking/reader.ts';

/** Lots or serial numbers of a line, as the core's. */
export function lotsOf(line: { lots?: readonly LotBody[] }, reader: Reader, at: string): LotPart[] {
  return (line.lots ?? []).map(({ lot, quantity, expires }, position) => ({
    lot: lot.trim(),
    quantity: reader.quantity(quantity, `${at}/lots/${position}/quantity`),
    ...(expires ? { expires } : {}),
  }));
}

interface LotBody {
  readonly lot: string;
  readonly quantity: string;
  readonly expires?: string;
}

interface DimensionsBody {
  readonly department?: string;
  readonly location?: string;
  readonly project?: string;
}

/** What a line is looked at by; nothing said is nothing. */
export function dimensionsOf({ department, location, project }: DimensionsBody): Dimensions | undefined {
  if (!department && !location && !project) return undefined;
  return { department: department || undefined, location: location || undefined, project: project || undefined };
}

interface GoodsBody {
  readonly item: string;
  readonly quantity: string;
  readonly lots?: readonly LotBody[];
}

export function goodsOf(
  line: GoodsBody,
  reader: Reader,
  at: string,
): { item: string; quantity: Quantity; lots: LotPart[] } {
  return {
    item: reader.given(line.item, `${at}/item`),
    quantity: reader.quantity(line.quantity, `${at}/quantity`),
    lots: lotsOf(line, reader, at),
  };
}

/** The items of lines, as something that a document brings. */
export const itemsOf = (lines: readonly { readonly item: string }[], at = '/lines'): Brought[] =>
  lines.map(({ item }, position) => ({ what: 'item', id: item, at: `${at}/${position}/item` }));

export const vendorIn = ({ vendor }: { readonly vendor: string }): Brought => ({
  what: 'vendor',
  id: vendor,
  at: '/vendor',
});
export const warehouseIn = ({ warehouse }: { readonly warehouse: string }): Brought => ({
  what: 'warehouse',
  id: warehouse,
  at: '/warehouse',
});

/** Warehouses that lines name. */
export const warehousesOf = (lines: readonly { readonly warehouse?: string }[]): Brought[] =>
  lines.map(({ warehouse = '' }, position) => ({
    what: 'warehouse',
    id: warehouse,
    at: `/lines/${position}/warehouse`,
  }));
