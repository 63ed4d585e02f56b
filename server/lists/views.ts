import type { DataSource } from 'typeorm';
import type { ListName } from '@obolus/contract/lists';
import type { ListState } from '@obolus/contract/listState';
import type { SavedView } from '@obolus/contract/views/setUp';
import { RequestError } from '../asking/failures.ts';

const MOST_VIEWS = 50;

/** Somebody's own ways of looking at a list. */
export async function readViews(source: DataSource, user: string, list: ListName): Promise<SavedView[]> {
  const rows: { name: string; state: string }[] = await source.query(
    'SELECT name, state FROM saved_view WHERE user_id = ? AND list = ? ORDER BY name',
    [user, list],
  );
  return rows.map(({ name, state }) => ({ name, state: JSON.parse(state) as ListState }));
}

export async function saveView(
  source: DataSource,
  user: string,
  list: ListName,
  name: string,
  state: ListState,
): Promise<void> {
  const kept = JSON.stringify(state);
  if (name.trim() === '') throw new RequestError(422, 'problem.view_unnamed');
  if (kept.length > 4000) throw new RequestError(422, 'problem.view_too_long');
  if ((await readViews(source, user, list)).length >= MOST_VIEWS)
    throw new RequestError(422, 'problem.too_many_views', { most: MOST_VIEWS });
  await source.query(
    'INSERT INTO saved_view (user_id, list, name, state) VALUES (?, ?, ?, ?) ON DUPLICATE KEY UPDATE state = VALUES(state)',
    [user, list, name, kept],
  );
}

export async function dropView(source: DataSource, user: string, list: ListName, name: string): Promise<void> {
  await source.query('DELETE FROM saved_view WHERE user_id = ? AND list = ? AND name = ?', [user, list, name]);
}
