import { EntitySchema, type EntitySchemaColumnOptions } from 'typeorm';

/*
 * The tables. Facts are appended and never changed; the application's database user has no right to (see rights.ts).
 * Money: whole minor units as BIGINT. Quantities and prices: millionths as BIGINT. Rates: 10 places as BIGINT.
 */

export type Column = EntitySchemaColumnOptions;
export const id = (): Column => ({ type: 'bigint', primary: true });
export const ref = (): Column => ({ type: 'bigint' });
export const line = (): Column => ({ type: 'int', primary: true });
export const number = (): Column => ({ type: 'int' });
export const figure = (): Column => ({ type: 'bigint' });
export const text = (length: number): Column => ({ type: 'varchar', length });
export const name = (length: number): Column => ({ type: 'varchar', length, primary: true });
export const day = (): Column => ({ type: 'date' });
export const instant = (): Column => ({ type: 'datetime', precision: 6 });
export const long = (): Column => ({ type: 'longtext' });
export const maybe = (column: Column): Column => ({ ...column, nullable: true });
export const flag = (usual = 0): Column => ({ type: 'tinyint', default: usual });
export const dimensions = () => ({ department: maybe(text(40)), location: maybe(text(40)), project: maybe(text(40)) });
/** Where nothing is said, what holds for all. */
export const tolerances = () => ({ over_tolerance: maybe(figure()), short_tolerance: maybe(figure()) });
/** What bills may differ by: parts of one, and amounts of four decimals in base currency. */
export const allowances = () => ({
  bill_over_part: maybe(figure()),
  bill_over_amount: maybe(figure()),
  bill_short_part: maybe(figure()),
  bill_short_amount: maybe(figure()),
});
/** What others name a party by. */
export const identifiers = () => ({
  tax_number: { ...text(40), default: '' },
  gln: { ...text(13), default: '' },
});
export const generated = (): Column => ({ type: 'bigint', primary: true, generated: 'increment' });

export type Row = Record<string, unknown>;
interface Keys {
  unique?: Record<string, string[]>;
  indices?: Record<string, string[]>;
}

export function table(name: string, columns: Record<string, Column>, keys: Keys = {}): EntitySchema<Row> {
  return new EntitySchema<Row>({
    name,
    columns,
    uniques: Object.entries(keys.unique ?? {}).map(([key, fields]) => ({ name: key, columns: fields })),
    indices: Object.entries(keys.indices ?? {}).map(([key, fields]) => ({ name: key, columns: fields })),
  });
}
