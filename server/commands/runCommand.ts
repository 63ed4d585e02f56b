import type { DataSource, EntityManager } from 'typeorm';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import type { PostedReply, PreviewReply } from '@obolus/contract/commands';
import { endOf, type PoolId } from '@obolus/core/costing/pool';
import { invariant } from '@obolus/core/exact/invariant';
import { formatAmount, formatQuantity, unitCost } from '@obolus/core/exact/amounts';
import type { PostedDocument } from '@obolus/core/posting/kinds';
import { decide } from '@obolus/core/posting/decide';
import { type Decision, type Posted, refused } from '@obolus/core/state/decision';
import { record } from '@obolus/core/posting/record';
import type { Refusal } from '@obolus/core/state/refusal';
import { viewEntries } from '../queries/entries.ts';
import type { LoadedBooks } from '../storage/load/loader.ts';
import { checkDraft, endDraft } from '../storage/drafts.ts';
import { once } from '../storage/once.ts';
import { savePosted, touchedBy } from '../storage/savePosted.ts';
import type { Writes } from '../storage/writes.ts';
import { duplicateOf, snapshot, sqlInstant, transaction } from '../storage/transaction.ts';
import type { Following, Saving } from '../documents/documentCommand.ts';
import type { TableRows } from '../storage/documentRows.ts';
import { commandOf } from '../documents/registry.ts';
import { RefusedError } from '../asking/failures.ts';
import { Reader } from '../asking/reader.ts';
import { worded } from '../asking/wording.ts';
import { loadAndDecide } from './loadAndDecide.ts';

/** Who posts, under which key, and when: the clock is the caller's. */
export interface Posting {
  readonly user: string;
  readonly key: string;
  readonly now: () => Date;
  /** The day on which it is entered: nothing is dated far ahead of it. */
  readonly today: string;
  /** The version of the draft that was looked at, where it is posted from one. */
  readonly version?: number | undefined;
  /** What is done first in its transaction, where it is a step of something longer. */
  readonly first?: (manager: EntityManager) => Promise<void>;
  /** Goods are counted without seeing what was ordered: a refusal does not tell it either. */
  readonly blind?: boolean;
}

/**
 * The one path of a command: load what it rests on, locked; decide in the core; save in one transaction. The same key
 * with the same body gives the document that is there; refusals leave nothing, not even the key.
 */
export async function postDocument<Kind extends DocumentKind>(
  source: DataSource,
  kind: Kind,
  body: BodyOf<Kind>,
  posting: Posting,
): Promise<PostedReply> {
  const keyed = { key: posting.key, user: posting.user, at: sqlInstant(posting.now()) };
  try {
    return await transaction(source, async (manager) => {
      await posting.first?.(manager);
      return once(manager, keyed, [kind, body], async (last) => {
        await checkDraft(manager, posting.key, posting.user, posting.version);
        const posted = await postWithin(manager, kind, body, posting, last);
        await commandOf(kind).after?.(manager, posting.key);
        await endDraft(manager, posting.key);
        return posted;
      });
    });
  } catch (problem) {
    // Two people enter the same at the same moment: the unique index decides, and says what the rule says.
    const { duplicate } = commandOf(kind);
    if (duplicate && duplicateOf(problem, duplicate.index))
      throw new RefusedError([duplicate.refusal(body)], { items: new Map(), warehouses: new Map() });
    throw problem;
  }
}

/** Posts a document, and what follows it, in the transaction that is open. */
async function postWithin<Kind extends DocumentKind>(
  manager: EntityManager,
  kind: Kind,
  body: BodyOf<Kind>,
  posting: Posting,
  last: Writes,
): Promise<PostedReply> {
  const {
    books,
    decision,
    terms,
    number,
    command: asked,
  } = await loadAndDecide(manager, kind, body, {
    locking: true,
    ...posting,
    blind: posting.blind ?? false,
  });
  if (!decision.accepted) throw new RefusedError(decision.refusals, books.names);
  invariant(asked !== undefined, 'what was decided was read');
  const id = books.nextDocument.toString();
  const at = sqlInstant(posting.now());
  const saving: Saving = {
    id,
    at,
    books,
    poolRow: (pool) => (pool === undefined ? null : (books.poolRows.get(pool) ?? null)),
  };
  const { document } = decision.posted;
  const command = commandOf(kind);
  await command.settle?.(document, manager, saving, body);
  const rows = command.rows(document, saving, body);
  const { seal, changed } = await savePosted(manager, books, decision.posted, {
    id,
    number,
    key: posting.key,
    user: posting.user,
    at,
    terms,
    header: { ...command.header(body), ...command.headerOf?.(document) },
    rows,
    command: asked,
    takesBack: command.takesBack?.(document),
  });
  // Sealing takes its turn with all others, and so comes at the very end.
  await last.add('CALL seal_document(?, ?, ?)', [...seal]);
  const following = command.follows?.(document, body, books);
  const reply = {
    id,
    kind,
    number,
    lines: linesIn(rows, id),
    touched: touchedBy(decision.posted),
    changed: [...changed],
  };
  if (!following) return reply;
  const next = await postWithin(
    manager,
    following.kind,
    following.body,
    { ...posting, key: `${posting.key}:${following.kind}` },
    last,
  ).catch((problem: unknown) => {
    throw problem instanceof RefusedError
      ? new RefusedError(problem.refusals.map(below(following.at)), problem.names)
      : problem;
  });
  return {
    ...reply,
    touched: [...new Set([...reply.touched, ...next.touched])].filter((touched) => touched !== id),
    changed: [...new Set([...reply.changed, ...next.changed])],
  };
}

/** The document's own lines, by id, in their order; a later version of an order states lines of the order. */
function linesIn(rows: readonly TableRows[], id: string): string[] {
  const lines = rows
    .filter(({ uncited }) => !uncited)
    .flatMap(({ rows: each }) => each as readonly { document_id: string; line_no?: number; by_id?: string }[])
    .filter((row) => row.line_no !== undefined && (row.by_id ?? row.document_id) === id)
    .sort((a, b) => (a.line_no ?? 0) - (b.line_no ?? 0));
  return [...new Set(lines.map((row) => `${row.document_id}/${row.line_no ?? ''}`))];
}

/** A refusal of a document that follows, at its place in the body of the first. */
const below =
  (at: string) =>
  (refused: Refusal): Refusal => ({ ...refused, at: `${at}${refused.at}` });

/** What posting would do, by the same load and the same decision, in a snapshot without locks, numbers or saving. */
export function previewDocument<Kind extends DocumentKind>(
  source: DataSource,
  kind: Kind,
  body: BodyOf<Kind>,
  { user, today, key, blind = false }: { user: string; today: string; key?: string; blind?: boolean },
): Promise<PreviewReply> {
  return snapshot(source, async (manager) => {
    const { books, decision, command } = await loadAndDecide(manager, kind, body, {
      locking: false,
      user,
      today,
      key,
      blind,
    });
    const about = await commandOf(kind).preview?.(manager, { key, body, books, command });
    if (!decision.accepted) return { ...notAccepted(decision.refusals, books), ...about };
    const first = await viewPosted(manager, books, decision.posted);
    const following = commandOf(kind).follows?.(decision.posted.document, body, books);
    if (!following) return { ...first, ...about };
    const next = decideNext(books, decision.posted, following, user);
    if (!next.accepted) return { ...notAccepted(next.refusals.map(below(following.at)), books), ...about };
    return {
      ...first,
      ...about,
      entries: [
        ...first.entries,
        ...(await viewEntries(manager, next.posted.entries, books.company.currency, books.chart)),
      ],
    };
  });
}

const NOTHING_SHOWN: PreviewReply = {
  accepted: false,
  refusals: [],
  entries: [],
  unitCosts: [],
  shares: [],
  charged: [],
  expected: [],
  differences: [],
  total: null,
  approval: '',
};

const notAccepted = (refusals: readonly Refusal[], books: LoadedBooks): PreviewReply => ({
  ...NOTHING_SHOWN,
  refusals: refusals.map((entry) => worded(entry, books.names)),
});

/** What a document that follows would be, on the books as the first one leaves them. */
function decideNext(
  books: LoadedBooks,
  posted: Posted<PostedDocument>,
  { kind, body }: Following,
  user: string,
): Decision<PostedDocument> {
  const reader = new Reader();
  const command = commandOf(kind).read(body, reader, { user, baseCurrency: books.company.currency });
  if (reader.refusals.length > 0) return refused(reader.refusals);
  return decide(record(books, posted), command);
}

async function viewPosted(
  manager: EntityManager,
  books: LoadedBooks,
  posted: Posted<PostedDocument>,
): Promise<PreviewReply> {
  return {
    ...NOTHING_SHOWN,
    accepted: true,
    entries: await viewEntries(manager, posted.entries, books.company.currency, books.chart),
    unitCosts: await viewUnitCosts(manager, posted, books),
    ...commandOf(posted.document.kind).shows?.(posted.document as never, books),
  };
}

/**
 * What late costs come to in each pool; none where goods moved, as then the pool and what went out change together, nor at standard cost,
 * where they are variances.
 */
function lateCosts({ settlement, effects, sign }: Posted<PostedDocument>): ReadonlyMap<PoolId, bigint> {
  const sums = new Map<PoolId, bigint>();
  for (const { pool, amount } of effects.costs) sums.set(pool, (sums.get(pool) ?? 0n) + amount * BigInt(sign));
  for (const { pool } of effects.movements) sums.delete(pool);
  for (const { pool } of settlement.pools) if (pool.method === 'standard') sums.delete(pool.id);
  return sums;
}

const splitOf = (late: bigint | undefined, change: bigint, currency: string) => ({
  onHand: formatAmount(late === undefined ? 0n : change, currency),
  gone: formatAmount(late === undefined ? 0n : late - change, currency),
});

async function viewUnitCosts(
  manager: EntityManager,
  posted: Posted<PostedDocument>,
  books: LoadedBooks,
): Promise<PreviewReply['unitCosts']> {
  const { settlement } = posted;
  if (settlement.pools.length === 0) return [];
  const late = lateCosts(posted);
  const { currency } = books.company;
  const ids = settlement.pools.map(({ pool }) => pool.item);
  const rows = (await manager.query('SELECT id, name FROM item WHERE id IN (?)', [ids])) as {
    id: string;
    name: string;
  }[];
  const names = new Map(rows.map((row) => [row.id, row.name]));
  return settlement.pools.map(({ before, pool }) => {
    const [was, is] = [endOf(before), endOf(pool)];
    return {
      item: names.get(pool.item) ?? '',
      warehouse: books.names.warehouses.get(pool.warehouse) ?? '',
      unit: books.items.get(pool.item)?.unit ?? '',
      quantity: formatQuantity(is.quantity),
      before: unitCost(was.value, was.quantity, currency) ?? null,
      after: unitCost(is.value, is.quantity, currency) ?? null,
      late: splitOf(late.get(pool.id), is.value - was.value, currency),
    };
  });
}
