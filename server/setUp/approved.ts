import type { EntityManager } from 'typeorm';
import { registerOf } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { RefusedError, RequestError } from '../asking/failures.ts';
import { refusal } from '@obolus/core/state/refusal';
import { readEntries } from './entries.ts';
import { keepChanges } from './history.ts';
import { saveEntry } from './saveEntries.ts';
import type { Waiting } from './second.ts';
import { type Row, text } from '../queries/figures.ts';

/** A change that a second person approved takes effect, with who approved it in its history; not where what it changes was changed meanwhile. */
export async function applyChange(
  manager: EntityManager,
  of: string,
  { fields, was }: Waiting,
  { by, at }: { by: string; at: string },
): Promise<void> {
  const [what = '', which = ''] = of.split('/');
  const isStill = (now: (field: string) => string) => {
    if (Object.keys(fields).some((field) => now(field) !== (was[field] ?? '')))
      throw new RefusedError([refusal('approval_changed_since', '/seen')], { items: new Map(), warehouses: new Map() });
  };
  if (what === 'people') {
    const [person] = (await manager.query('SELECT approval_limit FROM user_account WHERE id = ? FOR UPDATE', [
      which,
    ])) as Row[];
    isStill((field) => text(person?.[field]));
    const { approval_limit: became = '' } = fields;
    await manager.query('UPDATE user_account SET approval_limit = ? WHERE id = ?', [became || null, which]);
    const change = { field: 'approval_limit', was: was.approval_limit ?? '', became };
    await keepChanges(manager, { what, which, by, at }, [change]);
    return;
  }
  const register = registerOf(what);
  if (register === undefined) throw new RequestError(404, 'problem.nothing_to_approve');
  const [entry] = await readEntries(manager, register, [which], { locking: true });
  isStill((field) => entry?.fields[field] ?? '');
  // Who asked had the right to: whoever approves needs none to change it by themselves.
  const [role = 'administrator'] = REGISTERS[register].mayChange;
  await saveEntry(manager, register, which, fields, { by, role, at, isApproved: true });
}
