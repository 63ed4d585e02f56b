import type { Books } from './books.ts';

/** Books that are being written: the same, with maps that take entries. */
export type Writing = {
  -readonly [Key in keyof Books]: Books[Key] extends ReadonlyMap<infer Id, infer Value> ? Map<Id, Value> : Books[Key];
};

export function writing(books: Books): Writing {
  return {
    ...books,
    nextDocument: books.nextDocument + 1n,
    items: new Map(books.items),
    orders: new Map(books.orders),
    approvalLimits: new Map(books.approvalLimits),
    vendors: new Map(books.vendors),
    taxCodes: new Map(books.taxCodes),
    bins: new Map(books.bins),
    orderLines: new Map(books.orderLines),
    asides: new Map(books.asides),
    receiptLines: new Map(books.receiptLines),
    stockLines: new Map(books.stockLines),
    charges: new Map(books.charges),
    customsEntries: new Map(books.customsEntries),
    creditable: new Map(books.creditable),
    expensed: new Map(books.expensed),
    payables: new Map(books.payables),
    prepayments: new Map(books.prepayments),
    sources: new Map(books.sources),
    pools: new Map(books.pools),
    billNumbers: new Map(books.billNumbers),
    bills: new Map(books.bills),
    documents: new Map(books.documents),
  };
}

export function change<Id, Value>(map: Map<Id, Value>, id: Id, to: (value: Value) => Value): void {
  const value = map.get(id);
  if (value !== undefined) map.set(id, to(value));
}

export function each<Id, Value>(map: Map<Id, Value>, change: (value: Value) => Value): void {
  for (const [id, value] of map) map.set(id, change(value));
}
