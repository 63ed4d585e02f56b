import type { DataSource } from 'typeorm';
import type { EntryFields, RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import type { RegisterEntry } from '@obolus/contract/views/setUp';
import { RequestError } from '../asking/failures.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import { once } from '../storage/once.ts';
import { sqlInstant, transaction } from '../storage/transaction.ts';
import { isUsed, readEntries, WrongEntry } from './entries.ts';
import { readChanges } from './history.ts';
import { saveEntry, type Saver } from './saveEntries.ts';
import { askedChanges } from './second.ts';
import { message } from '@obolus/messages/message';
import { rolesOf } from '../asking/roleWords.ts';

/** An entry with everything that was ever changed of it. */
export async function viewEntry(
  { manager }: DataSource,
  register: RegisterName,
  id: string,
  user: string,
): Promise<RegisterEntry> {
  const [entry] = await readEntries(manager, register, [id]);
  if (!entry) throw new RequestError(404, 'problem.no_such_entry', { what: { word: REGISTERS[register].one } });
  return {
    id: entry.id,
    fields: entry.fields,
    used: await isUsed(manager, register, id),
    changes: await readChanges(manager, register, id),
    asked: await askedChanges(manager, register, id, user),
  };
}

/** Sets up a new entry; asked again with the same key it is the one that was made. */
export async function newEntry(
  source: DataSource,
  register: RegisterName,
  fields: EntryFields,
  key: string,
  user: SignedIn,
  now: Date,
): Promise<string> {
  const saver = saverOf(register, user, now);
  const keyed = { key, user: user.id, at: saver.at };
  const { id } = await once(source, keyed, [register, fields], {
    work: async (manager) => ({ id: await saveEntry(manager, register, undefined, fields, saver) }),
  });
  return id;
}

/** Changes fields of an entry; where somebody else changed one of them meanwhile it says so, and nothing is put back unseen. */
export function changeEntry(
  source: DataSource,
  register: RegisterName,
  id: string,
  fields: EntryFields,
  seen: EntryFields,
  user: SignedIn,
  now: Date,
): Promise<string> {
  const saver = saverOf(register, user, now);
  return transaction(source, async (manager) => {
    const [entry] = await readEntries(manager, register, [id], { locking: true });
    const overtaken = Object.keys(fields).filter(
      (name) => entry && seen[name] !== undefined && seen[name] !== entry.fields[name],
    );
    if (overtaken.length > 0)
      throw new WrongEntry(
        overtaken.map((field) => ({
          field,
          says: [message('check.changed_meanwhile', { now: entry?.fields[field] ?? '' })],
        })),
      );
    return saveEntry(manager, register, id, fields, saver);
  });
}

function saverOf(register: RegisterName, { id, role }: SignedIn, now: Date): Saver {
  const { mayChange, title } = REGISTERS[register];
  if (!mayChange.includes(role))
    throw new RequestError(403, 'problem.not_for_role_change', {
      role: { word: `role.${role}` },
      what: { word: title },
      roles: rolesOf(mayChange),
    });
  return { by: id, role, at: sqlInstant(now) };
}
