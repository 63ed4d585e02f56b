import { DIMENSIONS } from '@obolus/contract/views';
import { refusal, type Refusal, type RefusalReason } from '@obolus/core/posting/refusal';
import { distinct, query, text, type Reading } from '../storage/load/rows.ts';

/** What lines name of the setting up: the field, and what is said where there is no such entry. */
const NAMED = [
  { field: 'warehouse', reason: 'warehouse_unknown', table: 'warehouse', key: 'id' },
  { field: 'taxCode', reason: 'tax_code_unknown', table: 'tax_code', key: 'code' },
] as const satisfies readonly { field: string; reason: RefusalReason; table: string; key: string }[];

interface Said {
  readonly field: string;
  readonly name: string;
  readonly at: string;
}

/**
 * Whether everything that the lines of a body name is set up: the same for every kind of document. Departments, locations and
 * projects are written freely until there is a list of them.
 */
export async function checkNamed(reading: Reading, body: unknown): Promise<Refusal[]> {
  const said = lineFields(body);
  const refusals: Refusal[] = [];
  for (const { field, reason, table, key } of NAMED) {
    const of = said.filter((entry) => entry.field === field);
    if (of.length === 0) continue;
    const rows = await query(reading, `SELECT ${key} AS name FROM ${table} WHERE ${key} IN (?)`, [
      distinct(of.map(({ name }) => name)),
    ]);
    const known = new Set(rows.map((row) => text(row.name)));
    refusals.push(...of.filter(({ name }) => !known.has(name)).map(({ name, at }) => refusal(reason, at, { name })));
  }
  const dimensions = said.filter(({ field }) => (DIMENSIONS as readonly string[]).includes(field));
  return dimensions.length === 0 ? refusals : [...refusals, ...(await checkDimensions(reading, dimensions))];
}

async function checkDimensions(reading: Reading, said: readonly Said[]): Promise<Refusal[]> {
  const rows = await query(reading, 'SELECT kind, code FROM dimension WHERE retired = 0');
  const listed = new Set(rows.map((row) => text(row.kind)));
  const known = new Set(rows.map((row) => `${text(row.kind)} ${text(row.code)}`));
  return said
    .filter(({ field, name }) => listed.has(field) && !known.has(`${field} ${name}`))
    .map(({ field, name, at }) => refusal('dimension_unknown', at, { kind: field, name }));
}

const FIELDS: ReadonlySet<string> = new Set([...NAMED.map(({ field }) => field), ...DIMENSIONS]);

/** What the lines of a body say in these fields, each with its place. */
function lineFields(body: unknown): Said[] {
  if (typeof body !== 'object' || body === null) return [];
  return Object.entries(body).flatMap(([list, lines]) =>
    Array.isArray(lines)
      ? lines.flatMap((line: unknown, position) =>
          Object.entries((line ?? {}) as Record<string, unknown>)
            .filter(
              (pair): pair is [string, string] => FIELDS.has(pair[0]) && typeof pair[1] === 'string' && pair[1] !== '',
            )
            .map(([field, name]) => ({ field, name, at: `/${list}/${position}/${field}` })),
        )
      : [],
  );
}
