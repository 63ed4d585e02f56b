import { base, type BaseAmount, lineAmount, type Quantity, quantity, type Rate, toBase } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import type { Bought, Statement } from '../state/purchasing.ts';
import { estimatesFor, type Expected } from './estimate.ts';

/** What ordered goods should cost once they are here, in base currency, for the whole line. */
export interface ExpectedCost {
  readonly quantity: Quantity;
  readonly goods: BaseAmount;
  readonly charges: readonly Expected[];
  /** Goods and charges together. */
  readonly landed: BaseAmount;
}

/** A line of an order, as far as it is goods. */
export interface OrderedGoods {
  readonly bought: Bought;
  readonly stated: Statement;
}

/**
 * What lines of an order would be received at if all of them came, each on its due day, of the item's usual origin, at the rate of the order:
 * the goods at the order's price, and the charges that are expected with them (accounting.md, What posts what: goods receipt).
 * @returns line by line; undefined for one that is no goods
 */
export function expectedCosts(
  books: Books,
  lines: readonly OrderedGoods[],
  order: { currency: string; rate: Rate; date: Day },
): (ExpectedCost | undefined)[] {
  const places = lines.flatMap(({ bought }, at) => (books.items.has(bought.item ?? '') ? [at] : []));
  const parts = places.map((at) => {
    const { bought, stated } = lines[at] as OrderedGoods;
    const { currency, rate } = order;
    const goods = toBase(lineAmount(stated.quantity, stated, currency), currency, rate, books.company.currency);
    const received = {
      item: bought.item ?? '',
      quantity: stated.quantity,
      before: quantity(0n),
      value: goods,
      date: stated.due ?? order.date,
      origin: books.items.get(bought.item ?? '')?.origin ?? '',
      preference: false,
    };
    return { ordered: stated, received };
  });
  const charges = estimatesFor(books, parts);
  const costs = new Map(
    parts.map(({ ordered, received: { value: goods } }, place) => {
      const expected = charges[place] ?? [];
      const landed = base(expected.reduce((sum, { amount }) => sum + amount, goods as bigint));
      return [places[place], { quantity: ordered.quantity, goods, charges: expected, landed }] as const;
    }),
  );
  return lines.map((_, at) => costs.get(at));
}
