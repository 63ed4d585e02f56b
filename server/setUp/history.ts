import type { EntityManager } from 'typeorm';

export interface Change {
  readonly field: string;
  readonly was: string;
  readonly became: string;
}

/** Keeps who changed what of the setting up, and when. */
export async function keepChanges(
  manager: EntityManager,
  { what, which, by, at }: { what: string; which: string; by: string; at: string },
  changes: readonly Change[],
): Promise<void> {
  for (const { field, was, became } of changes) {
    await manager.query(
      'INSERT INTO set_up_change (what, which_id, field, was, became, changed_by, changed_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
      [what, which, field, was.slice(0, 2000), became.slice(0, 2000), by, at],
    );
  }
}

export interface KeptChange extends Change {
  readonly by: string;
  readonly at: string;
}

/** What was changed of an entry, the latest first. */
export async function readChanges(manager: EntityManager, what: string, which: string): Promise<KeptChange[]> {
  const rows: { field: string; was: string; became: string; name: string; changed_at: string }[] = await manager.query(
    `SELECT c.field, c.was, c.became, u.name, c.changed_at FROM set_up_change c JOIN user_account u ON u.id = c.changed_by
     WHERE c.what = ? AND c.which_id = ? ORDER BY c.id DESC LIMIT 200`,
    [what, which],
  );
  return rows.map(({ field, was, became, name, changed_at: at }) => ({ field, was, became, by: name, at: String(at) }));
}
