import type { EntityManager } from 'typeorm';
import type { Day } from '@obolus/core/exact/calendar';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { formatDecimal } from '@obolus/core/exact/decimal';
import { showAmount, showPrice, showQuantity, type Row } from '../queries/figures.ts';
import { minorUnits, scale } from '../queries/worth.ts';

/** What a list is asked around. */
export interface Around {
  readonly baseCurrency: string;
  readonly today: Day;
}

/** Where the rows of a list come from, and how each column is worked out and shown. */
export interface ListSource {
  /** Tables; or `given`, where the rows are worked out by the core. */
  readonly from: string;
  readonly given?: (manager: EntityManager, around: Around) => Promise<readonly Readonly<Record<string, string>>[]>;
  readonly where?: string;
  /** A join that is worked out only where one of its columns is needed. */
  readonly worked?: { readonly join: string; readonly columns: readonly string[] };
  /** A whole number of its own for each row. */
  readonly id: string;
  readonly link: (row: Row) => string;
  readonly columns: Readonly<Record<string, ColumnSource>>;
  /** Columns that are told of the rows on a page. */
  readonly calculate?: (
    manager: EntityManager,
    rows: readonly Row[],
    currency: string,
  ) => Promise<Readonly<Record<string, readonly string[]>>>;
}

export interface ColumnSource {
  readonly sql: string;
  readonly show?: (raw: string, row: Row, baseCurrency: string) => string;
  /** One of a figure is so many of what the database keeps; of amounts that depends on the row's currency, so it is SQL. */
  readonly one?: (baseCurrency: string) => string;
}

/** Rows that are given: as a table with these columns, whole numbers or text. */
export const given = (columns: Readonly<Record<string, 'whole' | 'text'>>): string =>
  `JSON_TABLE(:given, '$[*]' COLUMNS (${Object.entries(columns)
    .map(([name, as]) => `\`${name}\` ${as === 'whole' ? 'BIGINT' : 'VARCHAR(200)'} PATH '$.${name}'`)
    .join(', ')})) g`;

const shown = (show: (raw: string) => string) => (raw: string) => show(raw);

export const text = (sql: string): ColumnSource => ({ sql });
export const day = text;
export const quantity = (sql: string): ColumnSource => ({ sql, show: shown(showQuantity), one: () => scale(6) });
export const price = (sql: string): ColumnSource => ({ sql, show: shown(showPrice), one: () => scale(6) });
export const whole = (sql: string): ColumnSource => ({ sql, one: () => '1' });
export const scaled = (sql: string, places: number): ColumnSource => ({
  sql,
  show: (raw) => formatDecimal(BigInt(raw), places),
  one: () => scale(places),
});
/** An amount in base currency. */
export const base = (sql: string): ColumnSource => ({
  sql,
  show: (raw, _, currency) => showAmount(raw, currency),
  one: (currency) => scale(decimalsOf(currency)),
});
/** An amount in the currency that the column `currency` of the row names. */
export const amount = (sql: string): ColumnSource => ({
  sql,
  show: (raw, row) => showAmount(raw, row.currency ?? 'USD'),
  one: () => minorUnits('r.currency'),
});
