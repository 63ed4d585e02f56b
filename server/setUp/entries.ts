import type { EntityManager } from 'typeorm';
import { type EntryFields, type RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import type { Role } from '@obolus/contract/roles';
import { FieldsRefused, RequestError } from '../asking/failures.ts';
import { duplicateOf } from '../storage/transaction.ts';
import { checkEntry, tidy, type FieldProblem } from './check.ts';
import { keepChanges } from './history.ts';
import { fold, type Known } from './kept.ts';
import { askChange, type Group, waitingFields } from './second.ts';
import { STORED } from './stored.ts';
import { message, type MessageId } from '@obolus/messages/message';
import { rolesOf } from '../asking/roleWords.ts';

/** An entry that cannot be kept as it was written; nothing of it is. */
export class WrongEntry extends FieldsRefused {
  readonly problems: readonly FieldProblem[];

  constructor(problems: readonly FieldProblem[]) {
    super(problems.map(({ field, says }) => ({ at: `/fields/${field}`, says })));
    this.problems = problems;
  }
}

export interface Entry {
  readonly id: string;
  readonly fields: EntryFields;
}

/** The entries of a register, by id: all, or one. */
export async function readEntries(
  manager: EntityManager,
  register: RegisterName,
  id?: string,
  locking = false,
): Promise<Entry[]> {
  const { table, fields } = STORED[register];
  const columns = Object.entries(fields).map(([name, { read }]) => `${read} AS \`${name}\``);
  const rows: Record<string, string | number | null>[] = await manager.query(
    `SELECT t.id, ${columns.join(', ')} FROM ${table} t ${id === undefined ? 'ORDER BY t.id' : `WHERE t.id = ?${locking ? ' FOR UPDATE' : ''}`}`,
    id === undefined ? [] : [id],
  );
  return rows.map((row) => ({ id: String(row.id), fields: fieldsOf(register, row) }));
}

/** The fields of a row that has a column for each. */
export function fieldsOf(register: RegisterName, row: Readonly<Record<string, string | number | null>>): EntryFields {
  const shown = Object.entries(STORED[register].fields).map(([name, { show }]) => {
    const raw = row[name] == null ? '' : String(row[name]);
    return [name, raw !== '' && show ? show(raw) : raw] as const;
  });
  return Object.fromEntries(shown);
}

/** What a field is called. */
const labelOf = (register: RegisterName, name: string): MessageId =>
  REGISTERS[register].fields.find((field) => field.name === name)?.label ?? 'word.name';

/** What an entry is known by, folded: the same for what a file names and what is there. */
export function keyOf(register: RegisterName, fields: EntryFields): string {
  const tidied = tidy(register, fields);
  return REGISTERS[register].key.map((name) => fold(tidied[name] ?? '')).join('|');
}

export async function entriesByKey(manager: EntityManager, register: RegisterName): Promise<Map<string, Entry>> {
  return new Map((await readEntries(manager, register)).map((entry) => [keyOf(register, entry.fields), entry]));
}

/** Whether an entry is used, so that what is settled of it stays. */
export async function isUsed(manager: EntityManager, register: RegisterName, id: string): Promise<boolean> {
  const { table, used } = STORED[register];
  const [row] = (await manager.query(`SELECT ${used} AS used FROM ${table} t WHERE t.id = ?`, [id])) as {
    used: string | number;
  }[];
  return Number(row?.used ?? 0) === 1;
}

/** Ids of the entries that fields name, by their keys. */
export async function readKnown(
  manager: EntityManager,
  register: RegisterName,
  rows: readonly EntryFields[],
): Promise<Known> {
  const known = new Map<RegisterName, Map<string, string>>();
  for (const { name, of } of REGISTERS[register].fields) {
    if (of === undefined) continue;
    const named = [...new Set(rows.map((fields) => fields[name] ?? '').filter(Boolean))];
    const [key = ''] = REGISTERS[of].key;
    const found: { id: string; known_by: string }[] =
      named.length === 0
        ? []
        : await manager.query(`SELECT t.id, t.${key} AS known_by FROM ${STORED[of].table} t WHERE t.${key} IN (?)`, [
            named,
          ]);
    known.set(of, new Map([...(known.get(of) ?? []), ...found.map((row) => [fold(row.known_by), row.id] as const)]));
  }
  return known;
}

export interface Saver {
  readonly by: string;
  readonly role: Role;
  /** A second person approved what is saved: nothing of it waits. */
  readonly isApproved?: true;
  /** When, as the database takes it. */
  readonly at: string;
}

/** What saving an entry would do: nothing wrong, and which fields would differ. */
export interface Checked {
  readonly problems: readonly FieldProblem[];
  readonly fields: EntryFields;
  readonly changed: readonly string[];
}

/** An entry as it would be with what is said of it, and what is wrong with that. What is not said stays. */
export async function checkChange(
  manager: EntityManager,
  register: RegisterName,
  entry: Entry | undefined,
  said: EntryFields,
  role: Role,
  known: Known,
): Promise<Checked> {
  const tidied = tidy(register, said);
  const fields = { ...entry?.fields, ...tidied };
  const changed = Object.keys(tidied).filter((name) => (entry?.fields[name] ?? '') !== tidied[name]);
  const problems = [
    ...unknownFields(register, said),
    ...(await checkEntry(manager, register, entry?.id, fields, known)),
    ...forbidden(register, changed, role),
  ];
  const settled =
    entry === undefined
      ? []
      : REGISTERS[register].fields.filter((field) => field.settled && changed.includes(field.name));
  if (entry && settled.length > 0 && (await isUsed(manager, register, entry.id))) {
    problems.push(
      ...settled.map(({ name }) => ({
        field: name,
        says: [message('check.settled', { was: entry.fields[name] ?? '' })],
      })),
    );
  }
  return { problems, fields, changed };
}

/** What is said of a field that the register does not have is refused, never left out in silence. */
const unknownFields = (register: RegisterName, said: EntryFields): FieldProblem[] =>
  Object.keys(said)
    .filter((name) => !REGISTERS[register].fields.some((field) => field.name === name))
    .map((field) => ({ field, says: [message('check.field_unknown', { fields: fieldNames(register) })] }));

const fieldNames = (register: RegisterName): string => REGISTERS[register].fields.map(({ name }) => name).join(', ');

const forbidden = (register: RegisterName, changed: readonly string[], role: Role): FieldProblem[] =>
  REGISTERS[register].fields
    .filter(({ name, by }) => by !== undefined && changed.includes(name) && !by.includes(role))
    .map(({ name, by = [] }) => ({
      field: name,
      says: [message('check.not_for_role', { role: { word: `role.${role}` }, roles: rolesOf(by) })],
    }));

/**
 * Keeps an entry, new or changed, with the record of who changed what; what needs a second person is asked and takes effect later.
 * Throws `WrongEntry` with what is wrong.
 */
export async function saveEntry(
  manager: EntityManager,
  register: RegisterName,
  id: string | undefined,
  said: EntryFields,
  saver: Saver,
): Promise<string> {
  const [entry] = id === undefined ? [undefined] : await readEntries(manager, register, id, true);
  if (id !== undefined && !entry)
    throw new RequestError(404, 'problem.no_such_entry', { what: { word: REGISTERS[register].one } });
  const known = await readKnown(manager, register, [{ ...entry?.fields, ...said }]);
  const { problems, fields, changed } = await checkChange(manager, register, entry, said, saver.role, known);
  if (problems.length > 0) throw new WrongEntry(problems);
  const groups = saver.isApproved
    ? new Map<Group, string[]>()
    : await waitingFields(manager, register, { changed, isNew: entry === undefined, by: saver.by });
  const waits = [...groups.values()].flat();
  const effective = changed.filter((field) => !waits.includes(field));
  const touched = entry ? effective : Object.keys(STORED[register].fields).filter((field) => !waits.includes(field));
  const kept = await write(manager, register, id, fields, touched, known, saver);
  const pick = (from: EntryFields | undefined, names: readonly string[]) =>
    Object.fromEntries(names.map((name) => [name, from?.[name] ?? '']));
  for (const [group, names] of groups) {
    const waiting = { fields: pick(fields, names), was: pick(entry?.fields, names) };
    await askChange(manager, { what: register, which: kept, group }, waiting, saver);
  }
  // The history says what it is now, however that was written; what waits for a second person is not in use yet.
  const [now] = entry ? await readEntries(manager, register, kept) : [];
  const changes = entry
    ? effective.map((field) => ({ field, was: entry.fields[field] ?? '', became: now?.fields[field] ?? '' }))
    : [{ field: '', was: '', became: REGISTERS[register].key.map((field) => fields[field] ?? '').join(' ') }];
  await keepChanges(manager, { what: register, which: kept, by: saver.by, at: saver.at }, changes);
  return kept;
}

async function write(
  manager: EntityManager,
  register: RegisterName,
  id: string | undefined,
  fields: EntryFields,
  touched: readonly string[],
  known: Known,
  saver: Saver,
): Promise<string> {
  const { table, fields: kept } = STORED[register];
  const columns = Object.assign(
    {},
    ...touched.map((name) => kept[name]?.columns?.(fields[name] ?? '', known) ?? {}),
  ) as Record<string, unknown>;
  const of = id ?? (await insert(manager, register, columns));
  if (id !== undefined && Object.keys(columns).length > 0) {
    const set = Object.keys(columns).map((column) => `${column} = ?`);
    await refusingTwice(register, () =>
      manager.query(`UPDATE ${table} SET ${set.join(', ')} WHERE id = ?`, [...Object.values(columns), id]),
    );
  }
  for (const name of touched) {
    const text = fields[name] ?? '';
    if (id !== undefined || text !== '')
      await kept[name]?.store?.(manager, { id: of, by: saver.by, at: saver.at }, text);
  }
  return of;
}

async function insert(
  manager: EntityManager,
  register: RegisterName,
  columns: Readonly<Record<string, unknown>>,
): Promise<string> {
  const names = Object.keys(columns);
  const marks = names.map(() => '?').join(', ');
  const made = await refusingTwice(register, () =>
    manager.query(
      `INSERT INTO ${STORED[register].table} (${names.join(', ')}) VALUES (${marks})`,
      Object.values(columns),
    ),
  );
  return String((made as { insertId: string | number }).insertId);
}

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
