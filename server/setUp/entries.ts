import type { EntityManager } from 'typeorm';
import { type EntryFields, type RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import type { Role } from '@obolus/contract/roles';
import { FieldsRefused } from '../asking/failures.ts';
import { checkEntry, tidy, type FieldProblem } from './check.ts';
import { fold } from './fold.ts';
import type { Known } from './kept.ts';
import { readPeriods } from './periods.ts';
import { STORED } from './stored.ts';
import { message } from '@obolus/messages/message';
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

/** The entries of a register, by id: all, or those that are named. */
export async function readEntries(
  manager: EntityManager,
  register: RegisterName,
  ids?: readonly string[],
  { locking = false }: { locking?: boolean } = {},
): Promise<Entry[]> {
  if (ids?.length === 0) return [];
  const { table, fields } = STORED[register];
  const columns = Object.entries(fields).map(([name, { read }]) => `${read} AS \`${name}\``);
  const rows: Record<string, string | number | null>[] = await manager.query(
    `SELECT t.id, ${columns.join(', ')} FROM ${table} t ${ids ? 'WHERE t.id IN (?)' : ''} ORDER BY t.id${locking ? ' FOR UPDATE' : ''}`,
    ids ? [ids] : [],
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

/** What an entry is known by, folded: the same for what a file names and what is there. */
export function keyOf(register: RegisterName, fields: EntryFields): string {
  const tidied = tidy(register, fields);
  const { fields: kept } = STORED[register];
  return REGISTERS[register].key
    .map((name) => fold(kept[name]?.alike?.(tidied[name] ?? '') ?? tidied[name] ?? ''))
    .join('|');
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

/** What entries with these fields are checked against. */
export async function readKnown(
  manager: EntityManager,
  register: RegisterName,
  rows: readonly EntryFields[],
): Promise<Known> {
  const ids = new Map<RegisterName, Map<string, string>>();
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
    ids.set(of, new Map([...(ids.get(of) ?? []), ...found.map((row) => [fold(row.known_by), row.id] as const)]));
  }
  return { ids, periods: await readPeriods(manager, register, rows) };
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
