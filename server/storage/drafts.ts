import type { DataSource, EntityManager } from 'typeorm';
import { DOCUMENT_KINDS, MAY_POST, type DocumentKind } from '@obolus/contract/roles';
import type { DraftView } from '@obolus/contract/views';
import { RequestError } from '../commands/failures.ts';
import type { SignedIn } from '../http/session.ts';

const MOST_DRAFTS = 200;

type DraftRow = Omit<DraftView, 'body' | 'updatedAt'> & { body: string; updated_at: string };

const COLUMNS = 'id, kind, title, body, version, updated_at';
const viewOf = ({ id, kind, title, body, version, updated_at: updatedAt }: DraftRow): DraftView => ({
  id,
  kind,
  title,
  body: JSON.parse(body) as unknown,
  version,
  updatedAt,
});

/** One's own, and those that wait for whoever may post such a document. */
const MINE = '(user_id = ? OR (user_id IS NULL AND kind IN (?)))';
const mine = ({ id, role }: SignedIn): unknown[] => [id, ['', ...DOCUMENT_KINDS.filter((kind) => MAY_POST[kind].includes(role))]];

export async function listDrafts(source: DataSource, user: SignedIn): Promise<DraftView[]> {
  const rows: DraftRow[] = await source.query(`SELECT ${COLUMNS} FROM draft WHERE ${MINE} ORDER BY updated_at DESC LIMIT ${MOST_DRAFTS}`, mine(user));
  return rows.map(viewOf);
}

/** Leaves a draft for whoever may post it. */
export async function leaveDraft(manager: EntityManager, draft: { id?: string; kind: DocumentKind; title: string; body: object }): Promise<void> {
  await manager.query(
    'INSERT INTO draft (id, user_id, kind, title, body, version, updated_at) VALUES (COALESCE(?, UUID()), NULL, ?, ?, ?, 1, UTC_TIMESTAMP(6))',
    [draft.id ?? null, draft.kind, draft.title.slice(0, 120), JSON.stringify(draft.body)],
  );
}

export async function readDraft(source: DataSource, user: SignedIn, id: string): Promise<DraftView> {
  const [row] = (await source.query(`SELECT ${COLUMNS} FROM draft WHERE id = ? AND ${MINE}`, [id, ...mine(user)])) as DraftRow[];
  if (!row) throw new RequestError(404, 'Not found', 'This draft is not there any more: it was posted or thrown away.');
  return viewOf(row);
}

/** Keeps what was typed; whoever changes a draft that waited for anybody takes it up; what is posted already is a draft no more, however late a save arrives. A version that was overtaken in another window is refused, so that nothing typed is lost unseen. */
export async function saveDraft(
  source: DataSource,
  user: SignedIn,
  id: string,
  draft: { kind: DocumentKind; title: string; body: unknown; version: number },
): Promise<number> {
  const body = JSON.stringify(draft.body ?? null);
  if (draft.version === 0) {
    await source.query(
      `INSERT IGNORE INTO draft (id, user_id, kind, title, body, version, updated_at)
       SELECT ?, ?, ?, ?, ?, 1, UTC_TIMESTAMP(6) FROM DUAL WHERE NOT EXISTS (SELECT 1 FROM document WHERE idempotency_key = ?)`,
      [id, user.id, draft.kind, draft.title, body, id],
    );
  } else {
    await source.query(
      `UPDATE draft SET title = ?, body = ?, user_id = ?, version = version + 1, updated_at = UTC_TIMESTAMP(6) WHERE id = ? AND version = ? AND ${MINE}`,
      [draft.title, body, user.id, id, draft.version, ...mine(user)],
    );
  }
  const [row] = (await source.query('SELECT version, body FROM draft WHERE id = ? AND user_id = ?', [id, user.id])) as { version: number; body: string }[];
  if (!row) throw new RequestError(404, 'Not found', 'This draft is not there any more: it was posted or thrown away.');
  if (row.body !== body) throw new RequestError(409, 'Changed elsewhere', 'This draft was changed in another window: load it again.');
  return row.version;
}

export async function dropDraft(source: DataSource, user: SignedIn, id: string): Promise<void> {
  await source.query(`DELETE FROM draft WHERE id = ? AND ${MINE}`, [id, ...mine(user)]);
}
