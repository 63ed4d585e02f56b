import type { EntityManager } from 'typeorm';
import { RequestError } from '../asking/failures.ts';
import type { Layout } from '@obolus/contract/views/me';

/** How somebody looks at the columns of tables, by the table's name. */
export async function layoutsOf(manager: EntityManager, user: string): Promise<Record<string, Layout>> {
  const rows = (await manager.query('SELECT name, layout FROM table_layout WHERE user_id = ?', [user])) as {
    name: string;
    layout: string;
  }[];
  return Object.fromEntries(rows.map(({ name, layout }) => [name, JSON.parse(layout) as Layout]));
}

/** More tables than there are; so that nobody fills the database. */
const MOST = 200;

/** Keeps how somebody looks at a table; what says nothing is not kept. */
export async function saveLayout(manager: EntityManager, user: string, name: string, layout: Layout): Promise<void> {
  const saysNothing = [layout.hidden, layout.fixed, Object.keys(layout.widths)].every(({ length }) => length === 0);
  const others = (await manager.query('SELECT COUNT(*) AS count FROM table_layout WHERE user_id = ? AND name <> ?', [
    user,
    name,
  ])) as { count: string }[];
  if (!saysNothing && Number(others[0]?.count) >= MOST)
    throw new RequestError(422, 'problem.too_many_layouts', { most: MOST });
  await (saysNothing
    ? manager.query('DELETE FROM table_layout WHERE user_id = ? AND name = ?', [user, name])
    : manager.query(
        'INSERT INTO table_layout (user_id, name, layout) VALUES (?, ?, ?) ON DUPLICATE KEY UPDATE layout = VALUES(layout)',
        [user, name, JSON.stringify(layout)],
      ));
}
