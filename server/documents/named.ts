import { DIMENSIONS } from '@obolus/contract/views/setUp';
import { refusal, type Refusal, type RefusalReason } from '@obolus/core/state/refusal';
import { distinct, query, type Reading } from '../storage/load/rows.ts';
import { text } from '../queries/figures.ts';

/** Something that a body names of the setting up, and where. */
interface Stated {
  readonly field: string;
  readonly name: string;
  readonly at: string;
}

/** What a body brings into the books anew: nothing of it may be out of use. */
export interface Brought {
  readonly what: 'item' | 'vendor' | 'warehouse';
  readonly id: string;
  readonly at: string;
}

/** What bodies name by the field: what is said where there is no such entry. */
const NAMED = [
  { field: 'warehouse', reason: 'warehouse_unknown', table: 'warehouse', key: 'id' },
  { field: 'taxCode', reason: 'tax_code_unknown', table: 'tax_code', key: 'code' },
  { field: 'kind', reason: 'charge_kind_unknown', table: 'charge_kind', key: 'code' },
  { field: 'account', reason: 'bank_account_unknown', table: 'bank_account', key: 'id' },
  { field: 'charge', reason: 'charge_kind_unknown', table: 'charge_kind', key: 'code' },
] as const satisfies readonly { field: string; reason: RefusalReason; table: string; key: string }[];

/** What is written freely until there is a list of it; then bodies name an entry that is in use. */
const LISTED = [
  { field: 'expense', reason: 'expense_unknown', table: 'expense_account', key: 'code' },
  { field: 'customer', reason: 'customer_unknown', table: 'customer', key: 'name' },
] as const satisfies readonly { field: string; reason: RefusalReason; table: string; key: string }[];

/** Whether everything that a body names is set up: the same for every kind of document. */
export async function checkNamed(reading: Reading, body: unknown, brought: readonly Brought[]): Promise<Refusal[]> {
  const said = namesIn(body, '');
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
  for (const { field, reason, table, key } of LISTED) {
    const of = said.filter((entry) => entry.field === field);
    if (of.length === 0) continue;
    const rows = await query(reading, `SELECT ${key} AS name FROM ${table} WHERE retired = 0`);
    const known = new Set(rows.map((row) => text(row.name)));
    if (known.size === 0) continue;
    refusals.push(...of.filter(({ name }) => !known.has(name)).map(({ name, at }) => refusal(reason, at, { name })));
  }
  const dimensions = said.filter(({ field }) => (DIMENSIONS as readonly string[]).includes(field));
  if (dimensions.length > 0) refusals.push(...(await checkDimensions(reading, dimensions)));
  return [...refusals, ...(await checkInUse(reading, brought))];
}

async function checkDimensions(reading: Reading, said: readonly Stated[]): Promise<Refusal[]> {
  const rows = await query(reading, 'SELECT kind, code FROM dimension WHERE retired = 0');
  const listed = new Set(rows.map((row) => text(row.kind)));
  const known = new Set(rows.map((row) => `${text(row.kind)} ${text(row.code)}`));
  return said
    .filter(({ field, name }) => listed.has(field) && !known.has(`${field} ${name}`))
    .map(({ field, name, at }) => refusal('dimension_unknown', at, { kind: field, name }));
}

/** What is out of use stays in the books, and comes into no new document. */
async function checkInUse(reading: Reading, brought: readonly Brought[]): Promise<Refusal[]> {
  const refusals: Refusal[] = [];
  for (const what of ['item', 'vendor', 'warehouse'] as const) {
    const of = brought.filter((entry) => entry.what === what && entry.id !== '');
    if (of.length === 0) continue;
    const rows = await query(reading, `SELECT id, name FROM ${what} WHERE retired = 1 AND id IN (?)`, [
      distinct(of.map(({ id }) => id)),
    ]);
    const names = new Map(rows.map((row) => [text(row.id), text(row.name)]));
    refusals.push(
      ...of.flatMap(({ id, at }) => {
        const name = names.get(id);
        return name === undefined ? [] : [refusal('no_longer_used', at, { name })];
      }),
    );
  }
  return refusals;
}

const FIELDS: ReadonlySet<string> = new Set([
  ...NAMED.map(({ field }) => field),
  ...LISTED.map(({ field }) => field),
  ...DIMENSIONS,
]);

/** What a body says in these fields, each with its place (RFC 6901). */
function namesIn(body: unknown, at: string): Stated[] {
  if (typeof body !== 'object' || body === null) return [];
  return Object.entries(body).flatMap(([field, value]: [string, unknown]): Stated[] => {
    const place = `${at}/${field}`;
    if (typeof value !== 'string') return namesIn(value, place);
    // The warehouse of the document itself is looked up with its header; where goods go to is another.
    if (place === '/warehouse' || value === '') return [];
    if (place === '/to') return [{ field: 'warehouse', name: value, at: place }];
    return FIELDS.has(field) ? [{ field, name: value.trim(), at: place }] : [];
  });
}
