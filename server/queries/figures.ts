import {
  base,
  formatAmount,
  formatPrice,
  formatQuantity,
  lineAmount,
  ONE_UNIT,
  price,
  quantity,
  unitCost,
} from '@obolus/core/exact/amounts';
import type { ItemView } from '@obolus/contract/views/setUp';
import { CODES, codesOf, PACKS, packsOf } from '../storage/load/packs.ts';
import { pricingOf } from '../storage/load/rows.ts';

/** SQL: letters and digits alone, as numbers that people write are compared (`core/matching`, `folded`). */
export const PLAIN = (column: string): string => `REGEXP_REPLACE(LOWER(${column}), '[^[:alnum:]]', '')`;

/** A row as the database gives it: money and quantities (BIGINT, sums) as text; plain INT columns go through `text` or Number. */
export type Row = Record<string, string | null>;

export const big = (value: string | null | undefined): bigint => BigInt(value ?? 0);
export const text = (value: string | null | undefined): string => (value == null ? '' : String(value));
export const showQuantity = (scaled: string | null | undefined): string => formatQuantity(quantity(big(scaled)));
export const showPrice = (scaled: string | null | undefined): string => formatPrice(price(big(scaled)));
export const showAmount = (minor: string | bigint | null | undefined, currency: string): string =>
  formatAmount(BigInt(minor ?? 0), currency);
/** A discount in percent, from millionths of one. */
export const showDiscount = (scaled: string | null | undefined): string =>
  big(scaled) === 0n ? '' : formatQuantity(quantity(big(scaled) * 100n));
export const showUnitCost = (value: bigint, held: bigint, currency: string): string | null =>
  unitCost(base(value), quantity(held), currency) ?? null;

/** What a line with `quantity`, `price`, `per` and `discount` comes to; or another quantity of it. */
export const amountOfLine = (row: Row, currency: string, of = row.quantity): bigint =>
  lineAmount(quantity(big(of)), pricingOf(row), currency);

/** A line's unit, and its quantity in that: of an order in boxes, how many boxes. */
export const askedIn = (row: Row): { unit: string; asked: string; per: string } => ({
  unit: text(row.unit) || text(row.item_unit),
  asked: formatQuantity(quantity((big(row.quantity) * ONE_UNIT) / big(row.per))),
  per: showQuantity(row.per),
});

/** The columns that `itemOf` reads, of a table called i. */
export const ITEM_COLUMNS = `i.id AS item_id, i.number AS item_number, i.name AS item_name, i.unit AS item_unit, i.method AS item_method, i.tracking AS item_tracking, i.weight AS item_weight, i.volume AS item_volume, ${PACKS} AS item_packs, ${CODES} AS item_codes`;

export function itemOf(row: Row): ItemView {
  // A line that is an expense has no item: it is shown by the expense's name.
  return {
    id: row.item_id ?? '0',
    number: text(row.item_number),
    name: text(row.item_name ?? row.expense),
    unit: text(row.item_unit),
    codes: codesOf(row.item_codes),
    packs: packsOf(row.item_packs).map(({ unit, size }) => ({ unit, size: formatQuantity(size) })),
    method: text(row.item_method ?? 'fifo') as ItemView['method'],
    tracking: text(row.item_tracking ?? 'none') as ItemView['tracking'],
    weight: row.item_weight == null ? null : showQuantity(row.item_weight),
    volume: row.item_volume == null ? null : showQuantity(row.item_volume),
  };
}
