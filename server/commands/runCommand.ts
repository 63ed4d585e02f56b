import type { DataSource, EntityManager } from 'typeorm';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import type { PostedReply } from '@obolus/contract/commands';
import { invariant } from '@obolus/core/exact/invariant';
import type { PostedDocument } from '@obolus/core/posting/kinds';
import type { Posted } from '@obolus/core/state/decision';
import type { Refusal } from '@obolus/core/state/refusal';
import { checkDraft, endDraft, stateOfDraft } from '../storage/drafts.ts';
import { once } from '../storage/once.ts';
import { savePosted, touchedBy } from '../storage/savePosted.ts';
import { type Pen, send, writing } from '../storage/writes.ts';
import { duplicateOf, sqlInstant, transaction } from '../storage/transaction.ts';
import type { Saving } from '../documents/documentCommand.ts';
import type { TableRows } from '../storage/documentRows.ts';
import { commandOf } from '../documents/registry.ts';
import { RefusedError } from '../asking/failures.ts';
import { beginsToWrite, followedBy } from '../asking/progress.ts';
import { type Ahead, stillHolds } from './ahead.ts';
import { type Decided, loadAndDecide, nextNumber } from './loadAndDecide.ts';

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
  /** What was decided on a snapshot before: written as it is where it still holds, else decided anew. */
  readonly ahead?: Ahead | undefined;
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
  const { key, user, version } = posting;
  const command = commandOf(kind);
  try {
    return await once(source, { key, user, at: sqlInstant(posting.now()) }, [kind, body], {
      asks: (manager) => stateOfDraft(manager, key, user),
      work: async (manager, pen, draft) => {
        await posting.first?.(manager);
        checkDraft(draft, { user, version });
        endDraft(pen.last, key);
        const posted = await postWithin(manager, kind, body, posting, pen);
        if (command.after) {
          await pen.through();
          await command.after(manager, key);
        }
        return posted;
      },
    });
  } catch (problem) {
    // Two people enter the same at the same moment: the unique index decides, and says what the rule says.
    const { duplicate } = command;
    if (duplicate && duplicateOf(problem, duplicate.index))
      throw new RefusedError([duplicate.refusal(body)], { items: new Map(), warehouses: new Map() });
    throw problem;
  }
}

/** Posts a document in the transaction that is open. */
export type Post = <Kind extends DocumentKind>(kind: Kind, body: BodyOf<Kind>) => Promise<PostedReply>;

/**
 * Posts several documents in one transaction with whatever else belongs to them: all of it or nothing. They are sealed at its end. Whoever calls sees to
 * it that the same is not done twice.
 */
export function postTogether<Result>(
  source: DataSource,
  posting: Pick<Posting, 'user' | 'key' | 'now' | 'today'>,
  work: (manager: EntityManager, post: Post) => Promise<Result>,
): Promise<Result> {
  return transaction(source, async (manager) => {
    let count = 0;
    const { result, last } = await writing(manager, (pen) =>
      work(manager, async (kind, body) => {
        count += 1;
        const posted = await postWithin(manager, kind, body, { ...posting, key: `${posting.key}:${count}` }, pen);
        await pen.through();
        return posted;
      }),
    );
    await send(manager, last);
    return result;
  });
}

/** Posts a document, and what follows it, in the transaction that is open. */
async function postWithin<Kind extends DocumentKind>(
  manager: EntityManager,
  kind: Kind,
  body: BodyOf<Kind>,
  posting: Posting,
  pen: Pen,
): Promise<PostedReply> {
  const {
    books,
    decision,
    terms,
    number,
    command: asked,
  } = (await decidedAhead(manager, kind, body, posting.ahead)) ??
  (await loadAndDecide(manager, kind, body, { ...posting, locking: true, blind: posting.blind ?? false }));
  if (!decision.accepted) throw new RefusedError(decision.refusals, books.names);
  invariant(asked !== undefined, 'what was decided was read');
  const id = books.nextDocument.toString();
  const at = sqlInstant(posting.now());
  const saving: Saving = {
    id,
    at,
    books,
    terms,
    poolRow: (pool) => (pool === undefined ? null : (books.poolRows.get(pool) ?? null)),
  };
  const { document } = decision.posted;
  const command = commandOf(kind);
  const rows = command.rows(document, saving, body);
  beginsToWrite(rowsOf(rows, decision.posted));
  await command.settle?.(document, manager, saving, body);
  const { seal, changed } = await savePosted(manager, pen, books, decision.posted, {
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
  pen.last.add('CALL seal_document(?, ?, ?)', [...seal]);
  const reply = {
    id,
    kind,
    number,
    lines: linesIn(rows, id),
    touched: touchedBy(decision.posted),
    changed: [...new Set([...changed, ...(command.changes?.(document) ?? [])])],
  };
  const replies: PostedReply[] = [reply];
  const followers = command.follows?.(document, body, books) ?? [];
  for (const [position, following] of followers.entries()) {
    followedBy(position, followers.length);
    await pen.through();
    replies.push(
      await postWithin(
        manager,
        following.kind,
        following.body,
        {
          ...posting,
          ahead: undefined,
          key: `${posting.key}:${following.kind}${position === 0 ? '' : `:${position + 1}`}`,
        },
        pen,
      ).catch((problem: unknown) => {
        throw problem instanceof RefusedError
          ? new RefusedError(problem.refusals.map(below(following.at)), problem.names)
          : problem;
      }),
    );
  }
  return {
    ...reply,
    touched: [...new Set(replies.flatMap(({ touched }) => touched))].filter((touched) => touched !== id),
    changed: [...new Set(replies.flatMap(({ changed }) => changed))],
  };
}

/** What was decided ahead, with its number, where it still holds: then what it rests on is locked. */
async function decidedAhead<Kind extends DocumentKind>(
  manager: EntityManager,
  kind: Kind,
  body: BodyOf<Kind>,
  ahead: Ahead | undefined,
): Promise<Decided<Kind> | undefined> {
  if (!ahead || !(await stillHolds(manager, kind, body, ahead))) return undefined;
  return { ...(ahead.decided as unknown as Decided<Kind>), number: await nextNumber(manager, kind) };
}

/** About how many rows a document writes: its own, its entries and the changes of value that it causes. */
const rowsOf = (rows: readonly TableRows[], { entries, settlement }: Posted<PostedDocument>): number =>
  [...rows.map((table) => table.rows), ...entries.map(({ lines }) => lines), settlement.valueChanges].reduce(
    (sum, { length }) => sum + length,
    0,
  );

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
export const below =
  (at: string) =>
  (refused: Refusal): Refusal => ({ ...refused, at: `${at}${refused.at}` });
