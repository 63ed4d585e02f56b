import type { DataSource, EntityManager } from 'typeorm';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import { canonicalText } from '@obolus/core/exact/canonical';
import { commandOf } from '../documents/registry.ts';
import { loadCompany } from '../storage/load/company.ts';
import { BooksLoader } from '../storage/load/loader.ts';
import { snapshot } from '../storage/transaction.ts';
import { type Decided, loadAndDecide, nextDocument } from './loadAndDecide.ts';

/** What was decided on a snapshot, to be written once it is known that nothing that it rests on has changed. */
export interface Ahead {
  readonly decided: Decided<DocumentKind>;
  /** The documents that it rests on. */
  readonly documents: readonly string[];
  /** The place in the chain of documents that the snapshot was taken at. */
  readonly place: string;
}

/**
 * Loads and decides on a snapshot, so that nobody waits meanwhile. Undefined where it is refused: that is decided anew, as somebody may have
 * changed what it was refused for, or posted just this under its key.
 */
export async function decideAhead<Kind extends DocumentKind>(
  source: DataSource,
  kind: Kind,
  body: BodyOf<Kind>,
  { user, today, key }: { user: string; today: string; key: string },
): Promise<Ahead | undefined> {
  const document = await nextDocument(source.manager);
  return snapshot(source, async (manager) => {
    const [head] = (await manager.query('SELECT place FROM ledger_head WHERE id = 1')) as { place: string }[];
    const loader = new BooksLoader(manager, false, today);
    const decided = await loadAndDecide(
      manager,
      kind,
      body,
      { locking: false, user, today, key, blind: false, document },
      loader,
    );
    // A pool that nothing ever moved in is begun under its lock.
    const begins = [...loader.wanted.keys()].some((pool) => !loader.pools.rows.has(pool));
    if (!decided.decision.accepted || begins) return undefined;
    return {
      decided: decided as unknown as Decided<DocumentKind>,
      documents: [...loader.documents],
      place: head?.place ?? '0',
    };
  });
}

/**
 * Locks what it rests on, in the order of every posting, and says whether it is as it was in the snapshot: the company's settings, the pools
 * by their versions, and the documents, which change by what cites them, or reverses what does.
 */
export async function stillHolds(
  manager: EntityManager,
  kind: DocumentKind,
  body: BodyOf<DocumentKind>,
  { decided: { books }, documents, place }: Ahead,
): Promise<boolean> {
  const loader = new BooksLoader(manager, true, books.company.today ?? '');
  const { refusals } = await loadCompany(loader, commandOf(kind).header(body as never));
  if (refusals.length > 0 || canonicalText(loader.company) !== canonicalText(books.company)) return false;
  await loader.lockDocuments(documents);
  return (await poolsAreAsTheyWere(manager, books.poolVersions)) && !(await isReached(manager, documents, place));
}

async function poolsAreAsTheyWere(manager: EntityManager, versions: ReadonlyMap<string, string>): Promise<boolean> {
  if (versions.size === 0) return true;
  const rows = (await manager.query('SELECT id, version FROM pool WHERE id IN (?) ORDER BY id FOR UPDATE', [
    [...versions.keys()],
  ])) as { id: string; version: string }[];
  return rows.length === versions.size && rows.every(({ id, version }) => versions.get(id) === version);
}

/** Whether a document that was posted since cites one of these, or what cites one of them. */
async function isReached(manager: EntityManager, documents: readonly string[], place: string): Promise<boolean> {
  if (documents.length === 0) return false;
  const rows = (await manager.query(
    `WITH since AS (SELECT document_id AS id FROM seal WHERE place > ?),
       cited AS (SELECT c.cited_id AS id FROM since s JOIN citation c ON c.document_id = s.id)
     SELECT r.id FROM (SELECT id FROM since UNION SELECT id FROM cited UNION SELECT c.cited_id FROM cited d JOIN citation c ON c.document_id = d.id) r
     WHERE r.id IN (?) LIMIT 1`,
    [place, documents],
  )) as unknown[];
  return rows.length > 0;
}
