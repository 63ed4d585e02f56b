import type { Books } from './books.ts';
import { copyOf, isHere } from './slice.ts';

/** Books that are being written: the same, with maps that take entries. */
export type Writing = {
  -readonly [Key in keyof Books]: Books[Key] extends ReadonlyMap<infer Id, infer Value> ? Map<Id, Value> : Books[Key];
};

export function writing(books: Books): Writing {
  return {
    ...books,
    rates: copyOf(books.rates),
    items: copyOf(books.items),
    orders: copyOf(books.orders),
    approvalLimits: copyOf(books.approvalLimits),
    vendors: copyOf(books.vendors),
    taxCodes: copyOf(books.taxCodes),
    bins: copyOf(books.bins),
    orderLines: copyOf(books.orderLines),
    heldGoods: copyOf(books.heldGoods),
    receiptLines: copyOf(books.receiptLines),
    stockLines: copyOf(books.stockLines),
    charges: copyOf(books.charges),
    customsEntries: copyOf(books.customsEntries),
    creditable: copyOf(books.creditable),
    expensed: copyOf(books.expensed),
    payables: copyOf(books.payables),
    prepayments: copyOf(books.prepayments),
    sources: copyOf(books.sources),
    pools: copyOf(books.pools),
    billNumbers: copyOf(books.billNumbers),
    bills: copyOf(books.bills),
    documents: copyOf(books.documents),
  };
}

/** Changes an entry that is here; of books that were not loaded whole, what is not here is left alone. */
export function change<Id extends string, Value>(map: Map<Id, Value>, id: Id, to: (value: Value) => Value): void {
  const value = isHere(map, id) ? map.get(id) : undefined;
  if (value !== undefined) map.set(id, to(value));
}

export function each<Id, Value>(map: Map<Id, Value>, change: (value: Value) => Value): void {
  for (const [id, value] of map) map.set(id, change(value));
}
