import { base, type BaseAmount, lineAmount, type Quantity, type Rate, toBase } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import type { Bought, Statement } from '../state/purchasing.ts';
import { estimatesFor } from './estimate.ts';

/** What ordered goods should cost once they are here, in base currency, for the whole line. */
export interface ExpectedCost {
  readonly quantity: Quantity;
  readonly goods: BaseAmount;
  readonly charges: readonly { readonly kind: string; readonly amount: BaseAmount }[];
  /** Goods and charges together. */
  readonly landed: BaseAmount;
}

/**
 * What a line would be received at if all of it came on its due day, of the item's usual origin, at the rate of its order: the goods at
 * the order's price, and the charges that are expected with them (accounting.md, What posts what: goods receipt).
 * @returns undefined for a line that is no goods
 */
export function expectedCost(
  books: Books,
  bought: Bought,
  stated: Statement,
  order: { currency: string; rate: Rate; date: Day },
): ExpectedCost | undefined {
  const item = books.items.get(bought.item ?? '');
  if (!item) return undefined;
  const goods = toBase(
    lineAmount(stated.quantity, stated, order.currency),
    order.currency,
    order.rate,
    books.company.currency,
  );
  const charges = estimatesFor(books, stated, {
    item: bought.item ?? '',
    quantity: stated.quantity,
    before: 0n as Quantity,
    value: goods,
    date: stated.due ?? order.date,
    origin: item.origin ?? '',
    preference: false,
  });
  return {
    quantity: stated.quantity,
    goods,
    charges,
    landed: base(charges.reduce((sum, { amount }) => sum + amount, goods as bigint)),
  };
}
