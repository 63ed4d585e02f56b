import type { EntityManager } from 'typeorm';
import { invariant } from '@obolus/core/exact/invariant';
import type { EntryFields, RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import type { Role } from '@obolus/contract/roles';
import { message, type MessageId } from '@obolus/messages/message';
import { RequestError } from '../asking/failures.ts';
import { groupBy } from '../storage/groupBy.ts';
import { duplicateOf } from '../storage/transaction.ts';
import { type Checked, checkChange, type Entry, readEntries, readKnown, WrongEntry } from './entries.ts';
import { keepChangesOf } from './history.ts';
import type { Known } from './kept.ts';
import { askChange, type Group, waitingFields } from './second.ts';
import { STORED } from './stored.ts';

export interface Saver {
  readonly by: string;
  readonly role: Role;
  /** A second person approved what is saved: nothing of it waits. */
  readonly isApproved?: true;
  /** When, as the database takes it. */
  readonly at: string;
}

/** What is said of an entry: of one that is there by its id, or of a new one. */
export interface Said {
  readonly id: string | undefined;
  readonly fields: EntryFields;
}

/** An entry that is about to be kept: which fields take effect, which wait for a second person, and which columns are written. */
interface Plan extends Checked {
  readonly entry: Entry | undefined;
  readonly waiting: ReadonlyMap<Group, readonly string[]>;
  readonly touched: readonly string[];
}

/** Keeps one entry, as `saveEntries` does; gives its id. */
export async function saveEntry(
  manager: EntityManager,
  register: RegisterName,
  id: string | undefined,
  fields: EntryFields,
  saver: Saver,
): Promise<string> {
  const [kept] = await saveEntries(manager, register, [{ id, fields }], saver);
  invariant(kept !== undefined, 'an entry that is saved has an id');
  return kept;
}

/**
 * Keeps entries, new or changed, none of them twice, with the record of who changed what; what needs a second person is asked and takes
 * effect later. Gives their ids. Throws `WrongEntry` with what is wrong with the first that is wrong; nothing is to be kept then.
 */
export async function saveEntries(
  manager: EntityManager,
  register: RegisterName,
  said: readonly Said[],
  saver: Saver,
): Promise<string[]> {
  const plans = await planned(manager, register, said, saver);
  const known = await readKnown(
    manager,
    register,
    plans.map(({ fields }) => fields),
  );
  const ids = await write(manager, register, plans, known, saver);
  await askSecond(manager, register, plans, ids, saver);
  await keepHistory(manager, register, plans, ids, saver);
  return ids;
}

async function planned(
  manager: EntityManager,
  register: RegisterName,
  said: readonly Said[],
  { role, by, isApproved }: Saver,
): Promise<Plan[]> {
  const named = said.flatMap(({ id }) => id ?? []);
  const entries = new Map(
    (await readEntries(manager, register, named, { locking: true })).map((entry) => [entry.id, entry]),
  );
  if (named.some((id) => !entries.has(id)))
    throw new RequestError(404, 'problem.no_such_entry', { what: { word: REGISTERS[register].one } });
  const of = said.map(({ id, fields }) => ({ entry: id === undefined ? undefined : entries.get(id), fields }));
  const known = await readKnown(
    manager,
    register,
    of.map(({ entry, fields }) => ({ ...entry?.fields, ...fields })),
  );
  const plans: Plan[] = [];
  for (const { entry, fields } of of) {
    const checked = await checkChange(manager, register, entry, fields, role, known);
    if (checked.problems.length > 0) throw new WrongEntry(checked.problems);
    const waiting = isApproved
      ? new Map<Group, string[]>()
      : await waitingFields(manager, register, { changed: checked.changed, isNew: entry === undefined, by });
    const waits = new Set([...waiting.values()].flat());
    const names = entry ? checked.changed : Object.keys(STORED[register].fields);
    plans.push({ ...checked, entry, waiting, touched: names.filter((name) => !waits.has(name)) });
  }
  return plans;
}

/** Writes what takes effect: new entries together, those that are there one by one; gives all ids. */
async function write(
  manager: EntityManager,
  register: RegisterName,
  plans: readonly Plan[],
  known: Known,
  { by, at }: Saver,
): Promise<string[]> {
  const { table, fields: kept } = STORED[register];
  const rows = plans.map(
    ({ fields, touched }) =>
      Object.assign({}, ...touched.map((name) => kept[name]?.columns?.(fields[name] ?? '', known) ?? {})) as Record<
        string,
        unknown
      >,
  );
  const made = await insert(
    manager,
    register,
    rows.flatMap((columns, at) => (plans[at]?.entry ? [] : [{ at, columns }])),
  );
  const ids: string[] = [];
  for (const [position, { entry, fields, touched }] of plans.entries()) {
    const id = entry?.id ?? made.get(position);
    invariant(id !== undefined, 'each entry is there or was made');
    ids.push(id);
    const columns = Object.entries(rows[position] ?? {});
    if (entry && columns.length > 0) {
      const set = columns.map(([column]) => `${column} = ?`).join(', ');
      const values = columns.map(([, value]) => value);
      await refusingTwice(register, () => manager.query(`UPDATE ${table} SET ${set} WHERE id = ?`, [...values, id]));
    }
    for (const name of touched) {
      const text = fields[name] ?? '';
      if (entry || text !== '') await kept[name]?.store?.(manager, { id, by, at }, text);
    }
  }
  return ids;
}

/** Inserts rows, those of the same columns in one statement; gives their ids by where they stand. */
async function insert(
  manager: EntityManager,
  register: RegisterName,
  rows: readonly { readonly at: number; readonly columns: Readonly<Record<string, unknown>> }[],
): Promise<ReadonlyMap<number, string>> {
  const ids = new Map<number, string>();
  for (const [names, alike] of groupBy(rows, ({ columns }) => Object.keys(columns).join(', '))) {
    const made = await refusingTwice(register, () =>
      manager.query(`INSERT INTO ${STORED[register].table} (${names}) VALUES ? RETURNING id`, [
        alike.map(({ columns }) => Object.values(columns)),
      ]),
    );
    for (const [position, { id }] of (made as { id: string | number }[]).entries())
      ids.set(alike[position]?.at ?? -1, String(id));
  }
  return ids;
}

async function askSecond(
  manager: EntityManager,
  register: RegisterName,
  plans: readonly Plan[],
  ids: readonly string[],
  saver: Saver,
): Promise<void> {
  const pick = (from: EntryFields | undefined, names: readonly string[]) =>
    Object.fromEntries(names.map((name) => [name, from?.[name] ?? '']));
  for (const [at, { entry, fields, waiting }] of plans.entries())
    for (const [group, names] of waiting) {
      const asked = { fields: pick(fields, names), was: pick(entry?.fields, names) };
      await askChange(manager, { what: register, which: ids[at] ?? '', group }, asked, saver);
    }
}

/** The history says what it is now, however that was written; what waits for a second person is not in use yet. */
async function keepHistory(
  manager: EntityManager,
  register: RegisterName,
  plans: readonly Plan[],
  ids: readonly string[],
  { by, at }: Saver,
): Promise<void> {
  const changedIds = plans.flatMap(({ entry, touched }) => (entry && touched.length > 0 ? entry.id : []));
  const now = new Map((await readEntries(manager, register, changedIds)).map(({ id, fields }) => [id, fields]));
  const changes = plans.flatMap(({ entry, fields, touched }, position) => {
    const which = ids[position] ?? '';
    return entry
      ? touched.map((field) => ({
          which,
          field,
          was: entry.fields[field] ?? '',
          became: now.get(entry.id)?.[field] ?? '',
        }))
      : [{ which, field: '', was: '', became: REGISTERS[register].key.map((field) => fields[field] ?? '').join(' ') }];
  });
  await keepChangesOf(manager, { what: register, by, at }, changes);
}

/** What a field is called. */
const labelOf = (register: RegisterName, name: string): MessageId =>
  REGISTERS[register].fields.find((field) => field.name === name)?.label ?? 'word.name';

/** A second entry of the same key is refused at the key, also when two make it at once. */
async function refusingTwice<Result>(register: RegisterName, work: () => Promise<Result>): Promise<Result> {
  try {
    return await work();
  } catch (problem) {
    if (!duplicateOf(problem, STORED[register].once)) throw problem;
    const { key } = REGISTERS[register];
    throw new WrongEntry([
      {
        field: key.at(-1) ?? '',
        says: [
          message('check.there_already', { key: { list: key.map((name) => ({ word: labelOf(register, name) })) } }),
        ],
      },
    ]);
  }
}
