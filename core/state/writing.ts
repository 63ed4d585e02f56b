import type { Books } from './books.ts';
import { isHere } from './slice.ts';
import { Written } from './written.ts';

/** The parts of the books that hold entries. */
export type PartName = {
  [Name in keyof Books]: Books[Name] extends ReadonlyMap<string, unknown> ? Name : never;
}[keyof Books];

/** Books that are being written: the same, with maps that take entries. */
export type Writing = {
  -readonly [Key in keyof Books]: Books[Key] extends ReadonlyMap<infer Id, infer Value> ? Map<Id, Value> : Books[Key];
};

const PARTS: { readonly [Name in PartName]: true } = {
  rates: true,
  items: true,
  orders: true,
  approvalLimits: true,
  vendors: true,
  taxCodes: true,
  bins: true,
  orderLines: true,
  heldGoods: true,
  receiptLines: true,
  stockLines: true,
  charges: true,
  customsEntries: true,
  creditable: true,
  expensed: true,
  payables: true,
  prepayments: true,
  paymentRuns: true,
  runPlaces: true,
  bankPayments: true,
  bankAccounts: true,
  sources: true,
  pools: true,
  billNumbers: true,
  bills: true,
  documents: true,
};
const NAMES = Object.keys(PARTS) as PartName[];

type Parts = Record<PartName, Map<string, unknown>>;
type WrittenParts = Record<PartName, Written<string, unknown>>;

/** Books to be written over the ones given, which stay as they are: nothing is copied. */
export function writing(books: Books): Writing {
  const parts = NAMES.map((name) => [name, new Written(books[name] as ReadonlyMap<string, unknown>)] as const);
  return { ...books, ...(Object.fromEntries(parts) as unknown as Pick<Writing, PartName>) };
}

const writtenOf = (next: Writing): WrittenParts => next as unknown as WrittenParts;

/** By part, the entries that were written. */
export function touchedIn(next: Writing): Record<string, readonly string[]> {
  const touched = NAMES.map((name) => [name, writtenOf(next)[name].touched()] as const);
  return Object.fromEntries(touched.filter(([, ids]) => ids.length > 0));
}

/** Each entry that was written, as it was and as it is. */
export function changesIn<Name extends PartName>(
  next: Writing,
  name: Name,
): { before: EntryOf<Name> | undefined; after: EntryOf<Name> | undefined }[] {
  const part = next[name] as unknown as Written<string, EntryOf<Name>>;
  return part.touched().map((id) => ({ before: part.before(id), after: part.get(id) }));
}

export type EntryOf<Name extends PartName> = Books[Name] extends ReadonlyMap<string, infer Entry> ? Entry : never;

/** The books as they were written; parts that nothing was written in are the same. */
export function whole(next: Writing): Books {
  const parts = NAMES.map((name) => [name, writtenOf(next)[name].whole()] as const);
  return { ...next, ...(Object.fromEntries(parts) as unknown as Pick<Books, PartName>) };
}

/** Writes into the books what was written over them. */
export function writeInto(books: Writing, next: Writing): void {
  const parts = books as unknown as Parts;
  const written = NAMES.map((name) => {
    writtenOf(next)[name].writeInto(parts[name]);
    return [name, parts[name]] as const;
  });
  Object.assign(books, next, Object.fromEntries(written));
}

/** Changes an entry that is here; of books that were not loaded whole, what is not here is left alone. */
export function change<Id extends string, Value>(map: Map<Id, Value>, id: Id, to: (value: Value) => Value): void {
  const value = isHere(map, id) ? map.get(id) : undefined;
  if (value !== undefined) map.set(id, to(value));
}

/** The entries of a part that a document wrote; of books that were loaded for one command, all that are here. */
export function writtenBy<Id extends string>(
  next: Writing,
  document: string,
  name: PartName,
  part: ReadonlyMap<Id, unknown>,
): readonly Id[] {
  const touched = next.documents.get(document)?.touched;
  return touched === undefined ? [...part.keys()] : ((touched[name] ?? []) as readonly Id[]);
}
