import type { DataSource, EntityManager } from 'typeorm';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import type { PreviewReply } from '@obolus/contract/commands';
import { endOf, type PoolId } from '@obolus/core/costing/pool';
import { formatAmount, formatQuantity, unitCost } from '@obolus/core/exact/amounts';
import type { PostedDocument } from '@obolus/core/posting/kinds';
import { decide } from '@obolus/core/posting/decide';
import { record } from '@obolus/core/posting/record';
import type { Books } from '@obolus/core/state/books';
import { type Decision, type Posted, refused } from '@obolus/core/state/decision';
import type { Refusal } from '@obolus/core/state/refusal';
import { viewEntries } from '../queries/entries.ts';
import type { LoadedBooks } from '../storage/load/loader.ts';
import { snapshot } from '../storage/transaction.ts';
import type { Following } from '../documents/documentCommand.ts';
import { commandOf } from '../documents/registry.ts';
import { Reader } from '../asking/reader.ts';
import { worded } from '../asking/wording.ts';
import { loadAndDecide } from './loadAndDecide.ts';
import { below } from './runCommand.ts';

/** Who looks at it, on what day, and the draft that it is of. */
export interface Previewing {
  readonly user: string;
  readonly today: string;
  readonly key?: string;
  /** Goods are counted without seeing what was ordered. */
  readonly blind?: boolean;
}

/** What posting would do, by the same load and the same decision, in a snapshot without locks, numbers or saving. */
export function previewDocument<Kind extends DocumentKind>(
  source: DataSource,
  kind: Kind,
  body: BodyOf<Kind>,
  { user, today, key, blind = false }: Previewing,
): Promise<PreviewReply> {
  return snapshot(source, async (manager) => {
    const { books, decision, command, questioned } = await loadAndDecide(manager, kind, body, {
      locking: false,
      user,
      today,
      key,
      blind,
    });
    const about = await commandOf(kind).preview?.(manager, { key, body, books, command, questioned });
    if (!decision.accepted) return { ...notAccepted(decision.refusals, books), ...about };
    const chain = decideChain(books, decision.posted, { kind, body, at: '' } as Following, user);
    if (!chain.accepted) return { ...notAccepted(chain.refusals, books), ...about };
    const [first = NOTHING_SHOWN, ...next] = await viewAll(manager, books, chain.posted);
    return {
      ...first,
      ...about,
      entries: [first, ...next].flatMap(({ entries }) => entries),
      unitCosts: next.reduce((costs, { unitCosts }) => oneAfterAnother(costs, unitCosts), first.unitCosts),
    };
  });
}

/** A document with all that follow it, each on the books as those before it leave them. */
function decideChain(
  books: LoadedBooks,
  posted: Posted<PostedDocument>,
  said: Following,
  user: string,
): { accepted: true; posted: Posted<PostedDocument>[] } | { accepted: false; refusals: Refusal[] } {
  const chain = [posted];
  // What nothing follows need not be loaded as far as recording it takes: each is recorded when the next is decided.
  const unrecorded = [posted];
  let after = books;
  for (const following of commandOf(said.kind).follows?.(posted.document as never, said.body as never, books) ?? []) {
    for (const one of unrecorded.splice(0)) after = { ...after, ...record(after, one) };
    const next = decideNext(after, books.company.currency, following, user);
    const rest = next.accepted ? decideChain(after, next.posted, following, user) : next;
    if (!rest.accepted) return { accepted: false, refusals: rest.refusals.map(below(following.at)) };
    chain.push(...rest.posted);
    unrecorded.push(...rest.posted);
  }
  return { accepted: true, posted: chain };
}

async function viewAll(
  manager: EntityManager,
  books: LoadedBooks,
  posted: readonly Posted<PostedDocument>[],
): Promise<PreviewReply[]> {
  const views: PreviewReply[] = [];
  for (const one of posted) views.push(await viewPosted(manager, books, one));
  return views;
}

/** Unit costs as one document found them and the next one leaves them. */
function oneAfterAnother(first: PreviewReply['unitCosts'], next: PreviewReply['unitCosts']): PreviewReply['unitCosts'] {
  const isSame = (a: PreviewReply['unitCosts'][number]) => (b: PreviewReply['unitCosts'][number]) =>
    a.item === b.item && a.warehouse === b.warehouse;
  return [
    ...first.filter((cost) => !next.some(isSame(cost))),
    ...next.map((cost) => ({ ...cost, before: (first.find(isSame(cost)) ?? cost).before })),
  ];
}

const NOTHING_SHOWN: PreviewReply = {
  accepted: false,
  refusals: [],
  entries: [],
  unitCosts: [],
  shares: [],
  charged: [],
  expected: [],
  ruled: [],
  differences: [],
  statement: null,
  total: null,
  asksPayee: null,
  crossRates: [],
  approval: '',
};

const notAccepted = (refusals: readonly Refusal[], books: LoadedBooks): PreviewReply => ({
  ...NOTHING_SHOWN,
  refusals: refusals.map((entry) => worded(entry, books.names)),
});

/** What a document that follows would be, on the books as the first one leaves them. */
function decideNext(
  books: Books,
  baseCurrency: string,
  { kind, body }: Following,
  user: string,
): Decision<PostedDocument> {
  const reader = new Reader();
  const command = commandOf(kind).read(body as never, reader, { user, baseCurrency });
  if (reader.refusals.length > 0) return refused(reader.refusals);
  return decide(books, command);
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
