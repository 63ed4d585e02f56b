import type { DataSource, EntityManager } from 'typeorm';
import { DOCUMENT_KINDS, type DocumentKind, KINDS } from '@obolus/contract/kinds/kinds';
import type { DraftRow, DraftView } from '@obolus/contract/views/drafts';
import { RequestError } from '../asking/failures.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import { askTogether } from './askedTogether.ts';
import { upTo } from './upTo.ts';
import type { Writes } from './writes.ts';

const MOST_LISTED = 200;
/** Whoever leaves more unposted loses track of them, and so would the database. */
const MOST_DRAFTS = 500;
/** Whoever works on a draft that waits for anybody holds it for so long; every change begins it anew. */
export const HELD_MINUTES = 15;

interface Stored extends Pick<DraftView, 'id' | 'kind' | 'title' | 'version'> {
  readonly updated_at: string;
  readonly held_by: string;
}

const HELD = `(d.shared = 1 AND d.user_id IS NOT NULL AND d.held_until > UTC_TIMESTAMP(6))`;
const COLUMNS = `d.id, d.kind, d.title, d.version, d.updated_at, IF(${HELD} AND d.user_id <> ?, (SELECT name FROM user_account u WHERE u.id = d.user_id), '') AS held_by`;
/** What of a body says where it is entered; a list does not read the rest of it. */
const PLACING = ['vendor', 'customer', 'of'] as const;
const PLACED = PLACING.map((name) => `COALESCE(JSON_VALUE(d.body, '$.${name}'), '') AS \`${name}\``).join(', ');
const headOf = ({ id, kind, title, version, updated_at: updatedAt, held_by: heldBy }: Stored) => ({
  id,
  kind,
  title,
  version,
  updatedAt,
  heldBy,
});

/** One's own, and those that wait for whoever may post such a document. */
const MINE = '((d.user_id = ? AND d.shared = 0) OR (d.shared = 1 AND d.kind IN (?)))';
/** Of these, what nobody else holds. */
const FREE = `(d.user_id IS NULL OR d.user_id = ? OR (d.shared = 1 AND (d.held_until IS NULL OR d.held_until <= UTC_TIMESTAMP(6))))`;
const mine = ({ id, role }: SignedIn): unknown[] => [
  id,
  ['', ...DOCUMENT_KINDS.filter((kind) => KINDS[kind].mayPost.includes(role))],
];

/** The drafts, called d, that somebody may look at. */
export const DRAFT_FOR = (user: SignedIn): { mine: string; parameters: unknown[] } => ({
  mine: MINE,
  parameters: mine(user),
});

export async function listDrafts(source: DataSource, user: SignedIn): Promise<{ rows: DraftRow[]; more: boolean }> {
  const found: (Stored & DraftRow['placing'])[] = await source.query(
    `SELECT ${COLUMNS}, ${PLACED} FROM draft d WHERE ${MINE} ORDER BY d.updated_at DESC LIMIT ${MOST_LISTED + 1}`,
    [user.id, ...mine(user)],
  );
  const { rows, more } = upTo(MOST_LISTED, found);
  const drafts = rows.map((row) => ({
    ...headOf(row),
    placing: { vendor: row.vendor, customer: row.customer.slice(0, 120), of: row.of },
  }));
  return { rows: drafts, more };
}

/** Leaves a draft for whoever may post it; with the command that it stands for, where it is complete. */
export async function leaveDraft(
  manager: EntityManager,
  draft: {
    id?: string;
    kind: DocumentKind;
    title: string;
    body: object;
    command?: object | undefined;
    restsOn?: string;
  },
): Promise<void> {
  await manager.query(
    'INSERT INTO draft (id, user_id, shared, kind, title, body, command, rests_on, version, updated_at) VALUES (COALESCE(?, UUID()), NULL, 1, ?, ?, ?, ?, ?, 1, UTC_TIMESTAMP(6))',
    [
      draft.id ?? null,
      draft.kind,
      draft.title.slice(0, 120),
      JSON.stringify(draft.body),
      draft.command ? JSON.stringify(draft.command) : null,
      draft.restsOn ?? '',
    ],
  );
}

/** A draft that one may see; null where there is none. */
export async function findDraft(source: DataSource, user: SignedIn, id: string): Promise<DraftView | null> {
  const [row] = (await source.query(`SELECT ${COLUMNS}, d.body FROM draft d WHERE d.id = ? AND ${MINE}`, [
    user.id,
    id,
    ...mine(user),
  ])) as (Stored & { body: string })[];
  return row ? { ...headOf(row), body: JSON.parse(row.body) as unknown } : null;
}

/** @throws RequestError 404 where there is none that one may see */
export async function readDraft(source: DataSource, user: SignedIn, id: string): Promise<DraftView> {
  const draft = await findDraft(source, user, id);
  if (!draft) throw notThere();
  return draft;
}

/** Takes a draft up that waits for anybody: until the hold runs out, nobody else changes or posts it. Says who holds it, if somebody else does. */
export async function holdDraft(
  source: DataSource,
  user: SignedIn,
  id: string,
): Promise<{ heldBy: string; version: number }> {
  await source.query(
    `UPDATE draft d SET d.user_id = ?, d.held_until = ${untilThen} WHERE d.id = ? AND d.shared = 1 AND ${MINE} AND ${FREE}`,
    [user.id, id, ...mine(user), user.id],
  );
  // What was typed may be long, and is none of this.
  const [row] = (await source.query(`SELECT ${COLUMNS} FROM draft d WHERE d.id = ? AND ${MINE}`, [
    user.id,
    id,
    ...mine(user),
  ])) as Stored[];
  if (!row) throw notThere();
  return { heldBy: row.held_by, version: row.version };
}

/** Lets go of a draft that one held. */
export async function letGoOfDraft(source: DataSource, user: SignedIn, id: string): Promise<void> {
  await source.query('UPDATE draft SET user_id = NULL, held_until = NULL WHERE id = ? AND shared = 1 AND user_id = ?', [
    id,
    user.id,
  ]);
}

const untilThen = `UTC_TIMESTAMP(6) + INTERVAL ${HELD_MINUTES} MINUTE`;

/**
 * Keeps what was typed; whoever changes a draft that waited for anybody takes it up; what is posted already is a draft no more, however late a save arrives.
 * A version that was overtaken is refused, and one that somebody else holds, so that nothing typed is lost unseen.
 */
export async function saveDraft(
  source: DataSource,
  user: SignedIn,
  id: string,
  draft: { kind: DocumentKind; title: string; body: unknown; command?: unknown; version: number },
): Promise<number> {
  const body = JSON.stringify(draft.body ?? null);
  const command = draft.command === undefined || draft.command === null ? null : JSON.stringify(draft.command);
  if (draft.version === 0) {
    const [own] = (await source.query('SELECT COUNT(*) AS n FROM draft WHERE user_id = ? AND id <> ?', [
      user.id,
      id,
    ])) as { n: string }[];
    if (Number(own?.n ?? 0) >= MOST_DRAFTS)
      throw new RequestError(422, 'problem.too_many_drafts', { most: MOST_DRAFTS });
    await source.query(
      `INSERT IGNORE INTO draft (id, user_id, kind, title, body, command, version, updated_at)
       SELECT ?, ?, ?, ?, ?, ?, 1, UTC_TIMESTAMP(6) FROM DUAL WHERE NOT EXISTS (SELECT 1 FROM document WHERE idempotency_key = ?)`,
      [id, user.id, draft.kind, draft.title, body, command, id],
    );
  } else {
    await source.query(
      `UPDATE draft d SET d.title = ?, d.body = ?, d.command = ?, d.user_id = ?, d.held_until = IF(d.shared = 1, ${untilThen}, NULL), d.post_on = NULL, d.post_by = NULL, d.says = '', d.version = d.version + 1, d.updated_at = UTC_TIMESTAMP(6)
       WHERE d.id = ? AND d.version = ? AND ${MINE} AND ${FREE}`,
      [draft.title, body, command, user.id, id, draft.version, ...mine(user), user.id],
    );
  }
  const kept = await readDraft(source, user, id);
  if (kept.heldBy !== '') throw new RequestError(409, 'problem.taken', { name: kept.heldBy });
  if (JSON.stringify(kept.body) !== body) throw new RequestError(409, 'problem.draft_changed_elsewhere');
  return kept.version;
}

export async function dropDraft(source: DataSource, user: SignedIn, id: string): Promise<void> {
  await source.query(`DELETE d FROM draft d WHERE d.id = ? AND ${MINE} AND ${FREE}`, [id, ...mine(user), user.id]);
}

/**
 * Whether a draft may be posted now by somebody: nobody else holds it, and it is still what they saw. One that is not kept is nobody's business.
 * @param version as they saw it; undefined where it posts by itself, or another program posts it
 */
export function checkDraft(
  row: DraftState | undefined,
  { user, version }: { user: string; version: number | undefined },
): void {
  if (!row) return;
  if (row.heldBy !== '') throw new RequestError(409, 'problem.taken', { name: row.heldBy });
  // What one saves oneself may be on its way.
  if (version !== undefined && row.user !== user && row.version !== version)
    throw new RequestError(409, 'problem.changed_meanwhile');
}

/** How a draft stands for somebody who is about to post it; it is locked. Undefined where there is none. */
export async function stateOfDraft(manager: EntityManager, id: string, user: string): Promise<DraftState | undefined> {
  const [row] = await askTogether(
    manager,
    `SELECT d.version, d.user_id, IF(${HELD} AND d.user_id <> ?, (SELECT name FROM user_account u WHERE u.id = d.user_id), '') AS held_by FROM draft d WHERE d.id = ? FOR UPDATE`,
    [user, id],
  );
  return row && { version: Number(row.version), user: row.user_id ?? null, heldBy: row.held_by ?? '' };
}

interface DraftState {
  readonly version: number;
  /** Who began it, or holds it. */
  readonly user: string | null;
  readonly heldBy: string;
}

/** What was posted is a draft no more. */
export const endDraft = (writes: Writes, id: string): void => writes.add('DELETE FROM draft WHERE id = ?', [id]);

const notThere = (): RequestError => new RequestError(404, 'problem.draft_gone');
