import type { OrderView } from '@obolus/contract/views/orders';
import type { PriceView } from '@obolus/contract/views/setUp';
import { price, PRICE_PLACES, quantity, QUANTITY_PLACES } from '@obolus/core/exact/amounts';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { listPrice } from '@obolus/core/purchasing/priceList';
import { showDay } from '../../locale/figures.ts';
import { showPrice } from '../../locale/figures.ts';
import { say } from '../../locale/say.ts';

/** A price that is known, and in words where from. */
export interface KnownPrice {
  readonly price: string;
  readonly source: string;
}

interface Wanted {
  /** Empty for the stock unit. */
  readonly unit: string;
  readonly quantity: string;
  readonly date: string;
}

const scaled = (text: string, places: number): bigint => {
  const parsed = parseDecimal(text, places);
  return parsed.ok ? parsed.scaled : 0n;
};

/** What the vendor asks: by its list, for this quantity on this day; without one, as on the last order in this unit. */
export function knownPrice(
  known: PriceView | undefined,
  { unit, quantity: asked, date }: Wanted,
): KnownPrice | undefined {
  if (!known) return undefined;
  const list = known.list.map((entry) => ({
    unit: entry.unit,
    from: entry.from,
    to: entry.to ?? undefined,
    shown: entry,
    least: quantity(scaled(entry.least, QUANTITY_PLACES)),
    price: price(scaled(entry.price, PRICE_PLACES)),
  }));
  const listed = listPrice(list, unit, quantity(scaled(asked, QUANTITY_PLACES)), date);
  if (listed) return { price: listed.shown.price, source: inWords(listed.shown) };
  return known.last?.unit === unit
    ? { price: known.last.price, source: say('orders.last_order', { order: known.last.order }) }
    : undefined;
}

function inWords({ least, to }: PriceView['list'][number]): string {
  const more = [
    least === '0' ? '' : say('orders.from_quantity', { least }),
    to === null ? '' : say('orders.until', { to: showDay(to) }),
  ].filter(Boolean);
  return [say('orders.price_list'), ...more].join(', ');
}

/** The unit in which the item is usually bought there: as it was ordered last, else as it is listed. */
export const usualUnit = (known: PriceView | undefined): string => known?.last?.unit ?? known?.list[0]?.unit ?? '';

/** Where a line's price comes from, in words. */
export function priceFrom(
  price: string,
  known: KnownPrice | undefined,
  ordered: OrderView['lines'][number] | undefined,
): string {
  if (ordered !== undefined && price === ordered.price) return say('orders.as_ordered');
  if (known)
    return known.price === price
      ? known.source
      : say('orders.not_source', { source: known.source, price: showPrice(known.price) });
  return price ? say('orders.typed') : '';
}
