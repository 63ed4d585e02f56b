import type { EntityManager } from 'typeorm';
import { invariant } from '@obolus/core/exact/invariant';
import { instantText, macOf, sealKeysOf } from '../storage/sealing.ts';
import { written } from '../storage/writes.ts';

export interface Change {
  readonly field: string;
  readonly was: string;
  readonly became: string;
}

interface Changer {
  readonly what: string;
  readonly by: string;
  readonly at: string;
}

/** Keeps who changed what of an entry that is set up, and when. */
export const keepChanges = (
  manager: EntityManager,
  { which, ...changer }: Changer & { readonly which: string },
  changes: readonly Change[],
): Promise<void> =>
  keepChangesOf(
    manager,
    changer,
    changes.map((change) => ({ ...change, which })),
  );

/** The same of several entries of a register. */
export async function keepChangesOf(
  manager: EntityManager,
  { what, by, at }: Changer,
  changes: readonly (Change & { readonly which: string })[],
): Promise<void> {
  if (changes.length === 0) return;
  const [key] = sealKeysOf(manager.connection);
  invariant(key !== undefined, 'a key seals');
  // Each follows the one before: whoever changes what is set up takes turns.
  const [head] = (await manager.query('SELECT mac FROM set_up_head WHERE id = 1 FOR UPDATE')) as { mac: string }[];
  let previous = head?.mac ?? '';
  const rows = changes.map(({ which, field, was, became }) => {
    const change = { what, which, field, was: was.slice(0, LONGEST), became: became.slice(0, LONGEST), by, at };
    previous = macOf(key, changeText(previous, change));
    return [what, which, field, change.was, change.became, by, at, key.id, previous];
  });
  await written(manager, async (writes) => {
    await writes.insert('set_up_change', COLUMNS, rows);
    writes.add('UPDATE set_up_head SET mac = ? WHERE id = 1', [previous]);
  });
}

const LONGEST = 2000;
const COLUMNS = ['what', 'which_id', 'field', 'was', 'became', 'changed_by', 'changed_at', 'key_id', 'mac'];

/** What the seal of a change covers: all of it, and the seal of the one before. */
export const changeText = (
  previous: string,
  { what, which, field, was, became, by, at }: Change & { what: string; which: string; by: string; at: string },
): string => JSON.stringify([previous, what, which, field, was, became, by, instantText(at)]);

export interface KeptChange extends Change {
  readonly by: string;
  readonly at: string;
}

/** What was changed of an entry, the latest first. */
export async function readChanges(manager: EntityManager, what: string, which: string): Promise<KeptChange[]> {
  const rows: { field: string; was: string; became: string; name: string; changed_at: string }[] = await manager.query(
    `SELECT c.field, c.was, c.became, u.name, c.changed_at FROM set_up_change c JOIN user_account u ON u.id = c.changed_by
     WHERE c.what = ? AND c.which_id = ? ORDER BY c.id DESC`,
    [what, which],
  );
  return rows.map(({ field, was, became, name, changed_at: at }) => ({ field, was, became, by: name, at: String(at) }));
}
