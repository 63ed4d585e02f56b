import type { EntityManager } from 'typeorm';
import { type BodyOf, type DocumentKind, KINDS } from '@obolus/contract/kinds/kinds';
import { decide } from '@obolus/core/posting/decide';
import type { CommandOf, DocumentOf } from '@obolus/core/posting/kinds';
import type { Terms } from '@obolus/core/purchasing/terms';
import { type Decision, refused } from '@obolus/core/state/decision';
import { refusal, type Refusal } from '@obolus/core/state/refusal';
import { reached } from '../asking/progress.ts';
import { Reader } from '../asking/reader.ts';
import { checkNamed } from '../documents/named.ts';
import type { Questioned } from '../documents/documentCommand.ts';
import { commandOf } from '../documents/registry.ts';
import { loadCompany } from '../storage/load/company.ts';
import { BooksLoader, type LoadedBooks } from '../storage/load/loader.ts';
import { big, query, type Reading, text } from '../storage/load/rows.ts';
import { lockWantedPools, readWantedPools } from '../storage/load/wanted.ts';
import { seriesOf } from '../storage/rights.ts';

/** A document that does not exist yet stands after every other in the order of entry. */
const NOT_YET_NUMBERED = 90_000_000_000n;

/** A command as it was decided, with the books that it was decided on. */
export interface Decided<Kind extends DocumentKind> {
  readonly books: LoadedBooks;
  readonly decision: Decision<DocumentOf[Kind]>;
  readonly terms: Terms;
  readonly number: string;
  /** Undefined where its body cannot be read: then it is refused. */
  readonly command?: CommandOf[Kind];
  readonly questioned: Questioned | undefined;
}

/**
 * Loads what a decision rests on, and decides: the same for posting, which locks and numbers, and for a preview. Nothing is saved.
 *
 * @param loader a new one, unless a test looks at what it is asked for
 */
export async function loadAndDecide<Kind extends DocumentKind>(
  manager: EntityManager,
  kind: Kind,
  body: BodyOf<Kind>,
  {
    locking,
    user,
    today,
    key,
    blind,
    document = NOT_YET_NUMBERED,
  }: {
    locking: boolean;
    user: string;
    today: string;
    key?: string | undefined;
    blind: boolean;
    /** Its place in the order of entry, where it is known before it is locked. */
    document?: bigint;
  },
  loader = new BooksLoader(manager, locking, today),
): Promise<Decided<Kind>> {
  reached('reading');
  const [{ refusals: ofHeader, terms }, ofNamed] = await Promise.all([
    loadCompany(loader, commandOf(kind).header(body)),
    checkNamed({ manager, locking }, body, commandOf(kind).brings?.(body) ?? []),
  ]);
  const refusals = [...ofHeader, ...ofNamed];
  const reader = new Reader();
  const questioned = await commandOf(kind).question?.(manager, {
    key,
    user,
    baseCurrency: loader.company.currency,
    body,
    locking,
  });
  const command = commandOf(kind).read(body, reader, {
    user,
    baseCurrency: loader.company.currency,
    ...questioned,
  });
  // What cannot be read is not decided.
  refusals.push(...reader.refusals);
  if (refusals.length > 0)
    return { books: loader.books(0n), decision: refused(refusals), terms, number: '', questioned };
  await commandOf(kind).load(command, loader);
  if (!locking) await commandOf(kind).loadFollowing?.(body, loader);
  const rows = await lockWantedPools(loader);
  // Taken after the locks: within an order and a pool, documents are numbered in the order in which they commit.
  const [numbered] = await Promise.all([
    locking ? nextNumbers(loader.reading, kind) : { document, number: '' },
    readWantedPools(loader, rows),
  ]);
  const books = loader.books(numbered.document);
  reached('deciding');
  const decision = decide<Kind>(books, command);
  return {
    books,
    decision: blind && !decision.accepted ? refused(decision.refusals.map(veiled)) : decision,
    terms,
    number: numbered.number,
    command,
    questioned,
  };
}

/** A refusal for somebody who counts blind. */
const veiled = (told: Refusal): Refusal =>
  told.reason === 'receipt_exceeds_ordered' || told.reason === 'short_beyond_tolerance'
    ? refusal('count_again', told.at)
    : told;

async function nextNumbers(reading: Reading, kind: DocumentKind): Promise<{ document: bigint; number: string }> {
  const [row] = await query(reading, `SELECT NEXTVAL(document_ids) AS document, NEXTVAL(${seriesOf(kind)}) AS number`);
  return { document: big(row?.document), number: numberOf(kind, text(row?.number)) };
}

const numberOf = (kind: DocumentKind, number: string) => `${KINDS[kind].prefix}-${number}`;

/** The next place in the order of entry. */
export async function nextDocument(manager: EntityManager): Promise<bigint> {
  const [row] = (await manager.query('SELECT NEXTVAL(document_ids) AS document')) as { document: string }[];
  return BigInt(row?.document ?? 0);
}

/** The next number of a kind, for a document whose place is known. */
export async function nextNumber(manager: EntityManager, kind: DocumentKind): Promise<string> {
  const [row] = (await manager.query(`SELECT NEXTVAL(${seriesOf(kind)}) AS number`)) as { number: string }[];
  return numberOf(kind, row?.number ?? '');
}
