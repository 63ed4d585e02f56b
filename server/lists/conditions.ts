import { Ajv } from 'ajv';
import { Conditions, type Condition, type ListColumn } from '@obolus/contract/listState';
import { addDays, isDay, type Day } from '@obolus/core/exact/calendar';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { RequestError } from '../asking/failures.ts';
import type { ColumnSource, ListSource } from './source.ts';

export const FIGURE_PLACES = 6;

const like = (text: string) => `%${text.trim().replace(/[\\%_]/g, '\\$&')}%`;

export const findIn = (words: readonly ListColumn[], find = ''): Sql[] =>
  words.length === 0
    ? []
    : [
        {
          sql: words.map(({ name }) => `${column(name)} LIKE ?`).join(' OR '),
          parameters: words.map(() => like(find)),
        },
      ];

const isConditions = new Ajv().compile<Condition[]>(Conditions);

export function conditionsOf(where: string | undefined): Condition[] {
  if (where === undefined) return [];
  try {
    const parsed: unknown = JSON.parse(where);
    if (isConditions(parsed)) return parsed;
  } catch {
    // Stated below, with everything else that is no list of conditions.
  }
  throw new RequestError(422, 'problem.conditions');
}

export function conditionSql(
  { column: name, is, to }: Condition,
  columns: readonly ListColumn[],
  source: ListSource,
  baseCurrency: string,
  today: Day,
): Sql {
  const described = columns.find((entry) => entry.name === name && !entry.calculated);
  const from = source.columns[name];
  if (!described || !from) throw new RequestError(422, 'problem.not_filterable', { column: name });
  const of = column(name);
  switch (is) {
    case 'empty':
      return { sql: `COALESCE(${of}, '') = ''`, parameters: [] };
    case 'filled':
      return { sql: `COALESCE(${of}, '') <> ''`, parameters: [] };
    case 'has':
      return { sql: `${of} LIKE ?`, parameters: [like(to)] };
    case 'has-not':
      return { sql: `COALESCE(${of}, '') NOT LIKE ?`, parameters: [like(to)] };
    case 'is':
    case 'from':
    case 'to': {
      const sign = { is: '=', from: '>=', to: '<=' }[is];
      const value = valueOf(described, from, to, baseCurrency, today);
      return { sql: `${of} ${sign} ${value.sql}`, parameters: value.parameters };
    }
  }
}

/** What a column is compared with: a day may be said from today on, a figure is brought to what the database keeps. */
function valueOf({ as, title }: ListColumn, { one }: ColumnSource, to: string, baseCurrency: string, today: Day): Sql {
  if (as === 'text') return { sql: '?', parameters: [to] };
  if (as === 'day') {
    const said = /^today\s*([+-]\s*\d{1,4})?$/.exec(to.trim());
    const day = said ? addDays(today, Number((said[1] ?? '0').replace(/\s/g, ''))) : to.trim();
    if (!isDay(day)) throw new RequestError(422, 'problem.condition_day', { column: { word: title } });
    return { sql: '?', parameters: [day] };
  }
  const parsed = parseDecimal(to, FIGURE_PLACES);
  if (!parsed.ok)
    throw new RequestError(422, 'problem.condition_figure', { column: { word: title }, text: to.replace(/^\?/, '') });
  return {
    sql: `CAST(? AS DECIMAL(30, 0)) * ${one?.(baseCurrency) ?? '1'} / 1000000`,
    parameters: [parsed.scaled.toString()],
  };
}

export interface Sql {
  readonly sql: string;
  readonly parameters: readonly unknown[];
}

export const column = (name: string) => `r.\`${name}\``;
