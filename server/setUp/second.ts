import type { EntityManager } from 'typeorm';
import { MAY_SECOND } from '@obolus/contract/approvals';
import type { EntryFields, RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import type { AskedChange } from '@obolus/contract/views/setUp';
import { ask, UNANSWERED } from '../storage/approvalRequests.ts';
import { type Row, text } from '../queries/figures.ts';

/** A change that takes effect when a second person approves it, as it is kept with what was asked. */
export interface Waiting {
  readonly fields: EntryFields;
  readonly was: EntryFields;
}

export type Group = 'bank_account' | 'limits';

/** What is asked about an entry: `vendors/12/bank_account`, `people/3/limits`. */
export const subjectOf = (what: string, which: string, group: Group): string => `${what}/${which}/${group}`;

/**
 * Which changed fields of an entry wait for a second person. A vendor's bank account always does (job.md: the one who changes it does not
 * pay it); limits and allowances once something is posted, where there is somebody else who may approve them, and not those that an
 * entry is set up with.
 */
export async function waitingFields(
  manager: EntityManager,
  register: RegisterName,
  { changed, isNew, by }: { changed: readonly string[]; isNew: boolean; by: string },
): Promise<ReadonlyMap<Group, readonly string[]>> {
  const groups = new Map<Group, string[]>();
  for (const { name, second } of REGISTERS[register].fields)
    if (second !== undefined && changed.includes(name) && !(second === 'limits' && isNew))
      groups.set(second, [...(groups.get(second) ?? []), name]);
  if (groups.has('limits') && !(await hasSecond(manager, by))) groups.delete('limits');
  return groups;
}

/** Whether a change of limits waits: books that hold documents, and a second person. */
export async function hasSecond(manager: EntityManager, by: string): Promise<boolean> {
  const [row] = (await manager.query(
    'SELECT EXISTS (SELECT 1 FROM document) AND EXISTS (SELECT 1 FROM user_account WHERE blocked = 0 AND id <> ? AND role IN (?)) AS has',
    [by, MAY_SECOND],
  )) as { has: string | number }[];
  return Number(row?.has) === 1;
}

/** Asks for a change of an entry; what the same person asked of the same fields and nobody answered is asked with it. */
export async function askChange(
  manager: EntityManager,
  { what, which, group }: { what: string; which: string; group: Group },
  { fields, was }: Waiting,
  { by, at }: { by: string; at: string },
): Promise<void> {
  const of = subjectOf(what, which, group);
  const [before] = await readWaiting(manager, of);
  const own = before?.by === by ? before.waiting : undefined;
  const body: Waiting = { fields: { ...own?.fields, ...fields }, was: { ...own?.was, ...was } };
  await ask(manager, { subject: 'set-up', of, body, note: '', by, at });
}

interface Read {
  readonly of: string;
  readonly seen: string;
  readonly by: string;
  readonly name: string;
  readonly waiting: Waiting;
}

/** Changes that wait, of one subject, or of all that begin so. */
async function readWaiting(manager: EntityManager, like: string): Promise<Read[]> {
  const rows: Row[] = await manager.query(
    `SELECT q.*, u.name FROM approval_request q JOIN user_account u ON u.id = q.asked_by WHERE q.subject = 'set-up' AND q.subject_id LIKE ? AND ${UNANSWERED('q')} ORDER BY q.id`,
    [like],
  );
  return rows.map((row) => ({
    of: text(row.subject_id),
    seen: text(row.body_hash),
    by: text(row.asked_by),
    name: text(row.name),
    waiting: JSON.parse(text(row.body)) as Waiting,
  }));
}

/** The fields of a change that waits, with what each was when it was asked. */
export const fieldsOfChange = ({ fields, was }: Waiting): AskedChange['fields'] =>
  Object.entries(fields).map(([field, became]) => ({ field, was: was[field] ?? '', became }));

/** What waits for a second person, of one entry. */
export async function askedChanges(
  manager: EntityManager,
  what: string,
  which: string,
  user: string,
): Promise<AskedChange[]> {
  const found = await readWaiting(manager, `${what}/${which}/%`);
  return found.map(({ of, seen, by, name, waiting }) => ({
    of,
    seen,
    fields: fieldsOfChange(waiting),
    by: name,
    mine: by === user,
  }));
}
