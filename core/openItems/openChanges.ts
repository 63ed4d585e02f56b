import type { Books } from '../state/books.ts';
import { changesIn, type EntryOf, type PartName, type Writing } from '../state/writing.ts';
import type { OpenItem } from './openItem.ts';
import {
  openOfCharge,
  openOfCreditable,
  openOfHeld,
  openOfOrderLine,
  openOfPayable,
  openOfPrepayment,
  openOfReceiptLine,
  openOfSource,
} from './openOf.ts';

type Opens = { readonly [Name in PartName]?: (entry: EntryOf<Name>) => OpenItem[] };

/** What is open of the entries of each part of the books. */
const OPENS: Opens = {
  orderLines: openOfOrderLine,
  receiptLines: openOfReceiptLine,
  heldGoods: openOfHeld,
  creditable: openOfCreditable,
  charges: openOfCharge,
  sources: openOfSource,
  payables: openOfPayable,
  prepayments: openOfPrepayment,
};

const keyOf = ({ kind, line, part }: OpenItem): string => `${kind} ${line} ${part}`;

/**
 * What a document that was written over the books changes of what is open: what is open after it less what was before. Every figure is
 * a sum of what documents gave and took, so that the changes of all documents, in whatever order, add up to what is open
 * (accounting.md, Exactness: parts of an amount are cumulative).
 */
export function openChanges(next: Writing): OpenItem[] {
  return (Object.keys(OPENS) as (keyof Opens)[]).flatMap((name) => changesOf(next, name));
}

/** Everything that is open in whole books, worked out from their entries. */
export function openIn(books: Books): OpenItem[] {
  const of = <Name extends PartName>(name: Name) =>
    [...(books[name] as ReadonlyMap<string, EntryOf<Name>>).values()].flatMap((entry) => opensOf(name, entry));
  return (Object.keys(OPENS) as (keyof Opens)[]).flatMap((name) => of(name)).filter(isOpen);
}

const opensOf = <Name extends PartName>(name: Name, entry: EntryOf<Name> | undefined): OpenItem[] =>
  entry === undefined ? [] : ((OPENS[name] as (entry: EntryOf<Name>) => OpenItem[])?.(entry) ?? []);

const isOpen = ({ quantity, amount, base }: OpenItem) => quantity !== 0n || amount !== 0n || base !== 0n;

function changesOf<Name extends PartName>(next: Writing, name: Name): OpenItem[] {
  return changesIn(next, name).flatMap(({ before, after }) => {
    const changed = new Map(opensOf(name, after).map((item) => [keyOf(item), item]));
    for (const item of opensOf(name, before)) {
      const now = changed.get(keyOf(item));
      changed.set(keyOf(item), {
        ...item,
        quantity: (now?.quantity ?? 0n) - item.quantity,
        amount: (now?.amount ?? 0n) - item.amount,
        base: (now?.base ?? 0n) - item.base,
      });
    }
    return [...changed.values()].filter(isOpen);
  });
}
