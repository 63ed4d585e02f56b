import type { Price, Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';

/** What a vendor asks for an item: in a unit, from so many of it on, from a day on and perhaps until one. */
export interface ListPrice {
  /** The unit of price and quantity; empty for the stock unit. */
  readonly unit: string;
  readonly least: Quantity;
  readonly from: Day;
  readonly to: Day | undefined;
  readonly price: Price;
}

/**
 * The price that the list gives for a quantity on a day: of those that hold then, the one for the largest quantity that is
 * reached; of several, the one that began last.
 */
export function listPrice<Listed extends ListPrice>(
  prices: readonly Listed[],
  unit: string,
  asked: Quantity,
  date: Day,
): Listed | undefined {
  const holding = prices.filter(
    (entry) =>
      entry.unit === unit && entry.least <= asked && entry.from <= date && (entry.to === undefined || date <= entry.to),
  );
  return holding.reduce<Listed | undefined>(
    (best, entry) => (best === undefined || isCloser(entry, best) ? entry : best),
    undefined,
  );
}

const isCloser = (one: ListPrice, other: ListPrice): boolean =>
  one.least > other.least || (one.least === other.least && one.from > other.from);
