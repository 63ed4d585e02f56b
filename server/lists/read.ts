import type { EntityManager } from 'typeorm';
import { LISTS, type ListName } from '@obolus/contract/lists';
import type { ListPage, ListRow, ListColumn } from '@obolus/contract/listState';
import type { Day } from '@obolus/core/exact/calendar';
import { RequestError } from '../asking/failures.ts';
import { text, type Row } from '../queries/figures.ts';
import type { Around, ColumnSource, ListSource } from './source.ts';
import { SOURCES } from './sources.ts';
import { type Sql, column, findIn, conditionsOf, conditionSql } from './conditions.ts';

const PAGE = 100;

/** How a list was asked for. */
export interface Asked {
  readonly sort?: string | undefined;
  readonly down?: string | undefined;
  readonly find?: string | undefined;
  readonly where?: string | undefined;
  readonly after?: string | undefined;
}

interface Query {
  readonly source: ListSource;
  readonly columns: readonly ListColumn[];
  readonly sort: ListColumn;
  readonly down: boolean;
  readonly conditions: readonly Sql[];
  /** The columns that conditions are about. */
  readonly narrowedBy: readonly string[];
  readonly today: Day;
  /** The rows themselves, where they are given: the one parameter of where they come from. */
  readonly given: readonly string[];
}

/** A page of a list, by key: what came in between does not move it. */
export async function readList(
  manager: EntityManager,
  list: ListName,
  asked: Asked,
  around: Around,
): Promise<ListPage> {
  const query = await queryOf(manager, list, asked, around);
  const { rows, next } = await readPage(manager, query, asked.after, PAGE);
  return {
    rows: await showRows(manager, query, rows, around),
    next,
    ...(asked.after === undefined ? await countAndSum(manager, query, around) : { count: null, sums: {} }),
  };
}

/** All rows that a list finds, a page at a time. */
export async function* readAll(
  manager: EntityManager,
  list: ListName,
  asked: Asked,
  around: Around,
): AsyncGenerator<ListRow[]> {
  const query = await queryOf(manager, list, asked, around);
  let after: string | null | undefined;
  do {
    const page = await readPage(manager, query, after, 1000);
    yield await showRows(manager, query, page.rows, around);
    after = page.next;
  } while (after !== null);
}

async function queryOf(manager: EntityManager, list: ListName, asked: Asked, around: Around): Promise<Query> {
  const { baseCurrency, today } = around;
  const { columns, sort, down } = LISTS[list];
  const source = SOURCES[list];
  const by = columns.find(({ name, calculated }) => name === (asked.sort ?? sort) && !calculated);
  if (!by) throw new RequestError(422, 'problem.not_sortable', { column: asked.sort ?? '' });
  const words =
    (asked.find ?? '').trim() === ''
      ? []
      : columns.filter(({ as, calculated, hidden }) => as === 'text' && !calculated && !hidden);
  const conditions = conditionsOf(asked.where);
  return {
    source,
    columns,
    sort: by,
    down: asked.sort === undefined ? down === true : asked.down === 'yes',
    today,
    given: source.given ? [JSON.stringify(await source.given(manager, around))] : [],
    conditions: [
      ...findIn(words, asked.find),
      ...conditions.map((condition) => conditionSql(condition, columns, source, baseCurrency, today)),
    ],
    // An amount is compared in the currency of its row.
    narrowedBy: [
      ...words.map(({ name }) => name),
      ...conditions.map((condition) => condition.column),
      ...(source.columns.currency ? ['currency'] : []),
    ],
  };
}

/** Rows with some of their columns, each by its name: only what is needed is worked out. */
function rowsWith({ source, today }: Query, columns: readonly string[], only = ''): string {
  const { id, from, where, worked } = source;
  const select = [...new Set(columns)].map((name) => `${source.columns[name]?.sql ?? 'NULL'} AS \`${name}\``);
  const join = worked?.columns.some((name) => columns.includes(name)) ? ` ${worked.join}` : '';
  const all = [where, only].filter(Boolean).join(' AND ');
  return `SELECT ${[`${id} AS id`, ...select].join(', ')} FROM ${from}${join}${all === '' ? '' : ` WHERE ${all}`}`
    .replaceAll(':today', `'${today}'`)
    .replace(':given', '?');
}

/** The rows that meet all conditions, with these columns beside those of the conditions. */
function found(query: Query, columns: readonly string[], ...further: Sql[]): Sql {
  const all = [...query.conditions, ...further];
  const where = all.length === 0 ? '' : ` WHERE ${all.map(({ sql }) => `(${sql})`).join(' AND ')}`;
  return {
    sql: `(${rowsWith(query, [...query.narrowedBy, ...columns])}) r${where}`,
    parameters: [...query.given, ...all.flatMap(({ parameters }) => parameters)],
  };
}

/**
 * Which rows are on the page is found by the columns that say so; only their other columns are worked out. What is empty stands first upwards,
 * and last downwards; of equals the one with the lower number.
 */
async function readPage(
  manager: EntityManager,
  query: Query,
  after: string | null | undefined,
  most: number,
): Promise<{ rows: Row[]; next: string | null }> {
  const { sort, down, source } = query;
  const by = column(sort.name);
  const order = down ? 'DESC' : 'ASC';
  const { sql, parameters } = found(query, [sort.name], ...(after == null ? [] : [beyond(keyOf(after), by, down)]));
  const keys: Row[] = await manager.query(
    `SELECT r.id, ${by} FROM ${sql} ORDER BY ${by} ${order}, r.id ${order} LIMIT ${most + 1}`,
    [...parameters],
  );
  const shown = keys.slice(0, most);
  const last = shown.at(-1);
  if (!last) return { rows: [], next: null };
  const ids = shown.map((row) => text(row.id));
  const rows: Row[] = await manager.query(rowsWith(query, Object.keys(source.columns), `${source.id} IN (?)`), [
    ...query.given,
    ids,
  ]);
  const byId = new Map(rows.map((row) => [text(row.id), row]));
  return {
    rows: ids.map((id) => byId.get(id)).filter((row): row is Row => row !== undefined),
    next: keys.length > most ? JSON.stringify([last[sort.name] ?? null, text(last.id)]) : null,
  };
}

/** What comes after a row, in the order of the list (platform.md: a page by key). */
function beyond({ value, id }: { value: string | null; id: string }, by: string, down: boolean): Sql {
  const compare = down ? '<' : '>';
  if (value === null)
    return {
      sql: down ? `${by} IS NULL AND r.id ${compare} ?` : `${by} IS NOT NULL OR r.id ${compare} ?`,
      parameters: [id],
    };
  return {
    sql: `${by} ${compare} ? OR (${by} = ? AND r.id ${compare} ?)${down ? ` OR ${by} IS NULL` : ''}`,
    parameters: [value, value, id],
  };
}

function keyOf(after: string): { value: string | null; id: string } {
  try {
    const key: unknown = JSON.parse(after);
    if (Array.isArray(key) && key.length === 2 && typeof key[1] === 'string' && /^\d+$/.test(key[1]))
      return { value: key[0] === null ? null : String(key[0]), id: key[1] };
  } catch {
    // Stated below.
  }
  throw new RequestError(422, 'problem.no_such_page');
}

async function countAndSum(
  manager: EntityManager,
  query: Query,
  around: Around,
): Promise<Pick<ListPage, 'count' | 'sums'>> {
  const { columns, source } = query;
  const summed = columns.filter(({ sum }) => sum);
  const { sql, parameters } = found(
    query,
    summed.map(({ name }) => name),
  );
  const sums = summed.map(({ name }) => `, COALESCE(SUM(${column(name)}), 0) AS \`${name}\``).join('');
  const [row] = (await manager.query(`SELECT COUNT(*) AS \`how many\`${sums} FROM ${sql}`, [...parameters])) as Row[];
  return {
    count: Number(row?.['how many'] ?? 0),
    sums: Object.fromEntries(
      summed.map(({ name }) => [name, shown(source.columns[name], text(row?.[name] ?? '0'), row ?? {}, around)]),
    ),
  };
}

const shown = (source: ColumnSource | undefined, raw: string, row: Row, { baseCurrency }: Around): string =>
  raw !== '' && source?.show ? source.show(raw, row, baseCurrency) : raw;

async function showRows(
  manager: EntityManager,
  { source, columns }: Query,
  rows: readonly Row[],
  around: Around,
): Promise<ListRow[]> {
  const calculated =
    rows.length > 0 && source.calculate ? await source.calculate(manager, rows, around.baseCurrency) : {};
  return rows.map((row, position) => {
    const cell = ({ name, calculated: isCalculated }: ListColumn): [string, string] => [
      name,
      isCalculated ? (calculated[name]?.[position] ?? '') : shown(source.columns[name], text(row[name]), row, around),
    ];
    return {
      id: text(row.id),
      link: source.link(row),
      cells: Object.fromEntries(columns.filter(({ hidden }) => !hidden).map(cell)),
    };
  });
}
