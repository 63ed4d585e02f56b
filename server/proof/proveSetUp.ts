import type { EntityManager } from 'typeorm';
import type { RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { readEntries } from '../setUp/entries.ts';
import { changeText } from '../setUp/history.ts';
import { hashOfVersion } from '../storage/saveCommand.ts';
import { macOf, sealKeysOf } from '../storage/sealing.ts';

type Row = Record<string, string>;

/**
 * The history of what is set up is as it was written, nothing left out; what is set up now is what the history says that it became; and
 * the versions that documents rest on say what they are called by.
 */
export async function proveSetUp(manager: EntityManager): Promise<string[]> {
  const changes: Row[] = await manager.query('SELECT * FROM set_up_change ORDER BY id');
  return [
    ...(await proveChain(manager, changes)),
    ...(await proveCurrent(manager, changes)),
    ...(await provePeople(manager, changes)),
    ...(await proveVersions(manager)),
  ];
}

async function proveChain(manager: EntityManager, changes: readonly Row[]): Promise<string[]> {
  const keys = new Map(sealKeysOf(manager.connection).map((key) => [key.id, key]));
  const wrong: string[] = [];
  let previous = '';
  for (const row of changes) {
    const {
      what = '',
      which_id: which = '',
      field = '',
      was = '',
      became = '',
      changed_by: by = '',
      changed_at: at = '',
    } = row;
    const key = keys.get(row.key_id ?? '');
    if (key === undefined || macOf(key, changeText(previous, { what, which, field, was, became, by, at })) !== row.mac)
      wrong.push(`the history of ${what} ${which} is not as it was written, at its change ${row.id}`);
    previous = row.mac ?? '';
  }
  const [head] = (await manager.query('SELECT mac FROM set_up_head WHERE id = 1')) as Row[];
  if (head?.mac !== previous) wrong.push('the history of what is set up lacks its end');
  return wrong;
}

/** What each field of each entry became last. */
function latest(changes: readonly Row[], what: string): ReadonlyMap<string, ReadonlyMap<string, string>> {
  const found = new Map<string, Map<string, string>>();
  for (const row of changes) {
    if (row.what !== what) continue;
    const fields = found.get(row.which_id ?? '') ?? new Map<string, string>();
    found.set(row.which_id ?? '', fields.set(row.field ?? '', row.became ?? ''));
  }
  return found;
}

async function proveCurrent(manager: EntityManager, changes: readonly Row[]): Promise<string[]> {
  const wrong: string[] = [];
  for (const register of Object.keys(REGISTERS) as RegisterName[]) {
    const became = latest(changes, register);
    const approved = REGISTERS[register].fields.filter(({ second }) => second === 'bank_account');
    for (const entry of became.size === 0 && approved.length === 0 ? [] : await readEntries(manager, register))
      // A bank account that no change put there is not the entry's.
      for (const [field, value] of new Map([
        ...approved.map(({ name }) => [name, ''] as const),
        ...(became.get(entry.id) ?? []),
      ]))
        if (field in entry.fields && (entry.fields[field] ?? '').slice(0, 2000) !== value)
          wrong.push(`${field} of ${register} ${entry.id} is not what it became when it was last changed`);
  }
  return wrong;
}

async function provePeople(manager: EntityManager, changes: readonly Row[]): Promise<string[]> {
  const became = latest(changes, 'people');
  const people: Row[] = await manager.query('SELECT id, role, approval_limit, blocked FROM user_account');
  return people.flatMap((person) =>
    (['role', 'approval_limit', 'blocked'] as const)
      .filter((field) => {
        const kept = became.get(person.id ?? '')?.get(field);
        return (kept ?? (field === 'blocked' ? '0' : '')) !== String(person[field] ?? '');
      })
      .map((field) => `${field} of person ${person.id} is not what it became when it was last changed`),
  );
}

async function proveVersions(manager: EntityManager): Promise<string[]> {
  const versions: Row[] = await manager.query('SELECT * FROM set_up_version');
  return versions
    .filter((row) => hashOfVersion(row.part ?? '', row.which_id ?? '', row.body ?? '') !== row.hash)
    .map(
      (row) => `a version of ${row.part} ${row.which_id} says something else than when documents were decided on it`,
    );
}
