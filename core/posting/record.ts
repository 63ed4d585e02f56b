import { placeOf, positionOf } from '../costing/pool.ts';
import { documentAmount } from '../exact/amounts.ts';
import { sourceFrom } from '../costing/taken.ts';
import type { Books } from '../state/books.ts';
import type { Posted } from '../state/decision.ts';
import { change, touchedIn, whole, writeInto, writing, type Writing } from '../state/writing.ts';
import { appended, Slice } from '../state/slice.ts';
import { openChanges } from '../openItems/openChanges.ts';
import type { OpenItem } from '../openItems/openItem.ts';
import type { Item } from '../state/stock.ts';
import { kindOf, type PostedDocument } from './kinds.ts';

const NOTHING_HELD = documentAmount(0n);

/** The books after a document; the books before it stay as they are. */
export const record = (books: Books, posted: Posted<PostedDocument>): Books => whole(recordOver(books, posted));

/** What a document changes of what is open, on the books before it. */
export const openedBy = (books: Books, posted: Posted<PostedDocument>): OpenItem[] =>
  openChanges(recordOver(books, posted));

/**
 * Brings a document into the books that are given, and says what it changed of what is open. It touches only what the document
 * does, so that a long history takes time in proportion to its documents.
 */
export function recordInto(books: Writing, posted: Posted<PostedDocument>): OpenItem[] {
  const next = recordOver(books, posted);
  const opened = openChanges(next);
  writeInto(books, next);
  return opened;
}

/** The books with a document written over them: what it appended is in them, what it changed by its facts is worked out. */
function recordOver(books: Books, posted: Posted<PostedDocument>): Writing {
  const next = writing(books);
  const number = next.nextDocument.toString();
  next.nextDocument += 1n;
  const { document, effects, settlement, entries, cites } = posted;
  for (const { pool } of settlement.pools) next.pools.set(pool.id, pool);
  recordSources(next, posted);
  const suspense = entries.flatMap((entry) =>
    entry.lines
      .filter((line) => line.account === 'stock-suspense')
      .map((line) => ({ document: number, date: entry.date, amount: line.amount })),
  );
  if (suspense.length > 0) next.suspense = appended(next.suspense, suspense);
  const moved = entries.flatMap(({ date, lines }) =>
    lines.flatMap(({ bank, held = NOTHING_HELD, amount }) =>
      bank === undefined ? [] : [{ document: number, account: bank, date, held, base: amount }],
    ),
  );
  if (moved.length > 0) next.bankMoves = appended(next.bankMoves, moved);
  for (const cited of cites)
    change(next.documents, cited, (facts) => ({ ...facts, citedBy: [...facts.citedBy, number] }));
  if (posted.sign === 1)
    for (const { line, item, date, standard } of effects.standards) addStandard(next, item, { line, date, standard });
  kindOf(document.kind).record?.(next, document, number);
  const touched = books.documents instanceof Slice ? undefined : touchedIn(next);
  next.documents.set(number, {
    document: number,
    kind: document.kind,
    date: document.date,
    effects,
    citedBy: [],
    ...(touched && { touched }),
  });
  return next;
}

/** Movements out from which value may be taken, at what they are worth now. */
function recordSources(next: Writing, { effects, settlement, sign }: Posted<PostedDocument>): void {
  for (const source of settlement.sources) next.sources.set(source.line, source);
  const settled = new Set(settlement.sources.map(({ line }) => line));
  for (const movement of effects.movements) {
    if (sign === -1) {
      next.sources.delete(movement.id);
      continue;
    }
    if (movement.direction === 'in' || settled.has(movement.id)) continue;
    const pool = next.pools.get(movement.pool);
    if (!pool) continue;
    const at = positionOf(pool.movements, { date: movement.date, place: placeOf(movement.id) });
    const value = pool.values[at];
    if (value !== undefined && pool.movements[at]?.id === movement.id)
      next.sources.set(movement.id, sourceFrom(movement, pool.item, value));
  }
}

function addStandard(next: Writing, item: string, standard: Item['standards'][number]): void {
  change(next.items, item, (known) => ({
    ...known,
    standards: [...known.standards, standard].sort((a, b) => (a.date === b.date ? 0 : a.date < b.date ? -1 : 1)),
  }));
}
