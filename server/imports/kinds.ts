import type { EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/commands';
import type { ImportKind } from '@obolus/contract/roles';
import { KEPT_BY } from '@obolus/core/posting/books';
import { isCurrency } from '@obolus/core/exact/currencies';
import { isDay } from '@obolus/core/exact/calendar';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { PRICE_PLACES, QUANTITY_PLACES, RATE_PLACES } from '@obolus/core/exact/amounts';

export type Fields = Readonly<Record<string, string>>;
export interface RowProblem {
  readonly field: string;
  readonly says: string;
}

/** What the books know by number, for looking up what a file names. */
export interface Lookups {
  readonly items: ReadonlyMap<string, string>;
  readonly vendors: ReadonlyMap<string, { id: string; currency: string }>;
  readonly warehouses: ReadonlyMap<string, string>;
  readonly baseCurrency: string;
}

interface ColumnsOf {
  readonly required: readonly string[];
  readonly optional: readonly string[];
}

/** Rows that become rows: checked alone, inserted alone. */
export interface RowImport extends ColumnsOf {
  readonly into: 'rows';
  /** What makes a row the same as another, for finding it twice. */
  key(fields: Fields): string;
  check(fields: Fields, lookups: Lookups): RowProblem[];
  insert(manager: EntityManager, fields: Fields, lookups: Lookups): Promise<void>;
}

/** Rows that become the lines of documents: checked by the documents' own preview, posted by their own command. */
export interface DocumentImport extends ColumnsOf {
  readonly into: 'order' | 'opening';
  /** Rows with the same group are one document. */
  group(fields: Fields): string;
  body(rows: readonly Fields[], lookups: Lookups): BodyOf<'order'> | BodyOf<'opening'>;
  /** The column that a pointer into the body speaks of. */
  readonly columns: Readonly<Record<string, string>>;
  check(fields: Fields, lookups: Lookups): RowProblem[];
}

const says = (field: string, text: string): RowProblem => ({ field, says: text });
const fold = (number: string): string => number.trim().toLowerCase();
const of = (fields: Fields, name: string): string => fields[name]?.trim() ?? '';

function decimal(fields: Fields, field: string, places: number, { negative = false } = {}): RowProblem[] {
  const text = of(fields, field);
  if (text === '') return [];
  const parsed = parseDecimal(text, places);
  if (!parsed.ok)
    return [says(field, parsed.problem === 'too_many_decimals' ? `at most ${places} decimals` : `“${text}” is not a number: write it like 1240.50`)];
  return parsed.scaled < 0n && !negative ? [says(field, 'cannot be negative')] : [];
}

const scaled = (fields: Fields, field: string, places: number): string | null => {
  const parsed = parseDecimal(of(fields, field), places);
  return parsed.ok ? parsed.scaled.toString() : null;
};

const known = (fields: Fields, field: string, map: ReadonlyMap<string, unknown>): RowProblem[] => {
  const number = of(fields, field);
  return number === '' || map.has(fold(number)) ? [] : [says(field, `there is no ${field} “${number}”: import it first or correct the number`)];
};

const items: RowImport = {
  into: 'rows',
  required: ['number', 'name', 'unit', 'method'],
  optional: ['weight', 'volume', 'tariff_code', 'origin', 'standard'],
  key: (fields) => fold(of(fields, 'number')),
  check: (fields, lookups) => [
    ...(lookups.items.has(fold(of(fields, 'number'))) ? [says('number', 'there is an item of this number already')] : []),
    ...(of(fields, 'method') === '' || KEPT_BY[of(fields, 'method')] ? [] : [says('method', `write ${Object.keys(KEPT_BY).join(', ')}`)]),
    ...(of(fields, 'method') === 'standard' && of(fields, 'standard') === '' ? [says('standard', 'fill in the standard cost')] : []),
    ...(of(fields, 'method') !== 'standard' && of(fields, 'standard') !== ''
      ? [says('standard', 'only goods at standard cost have one: leave this empty')]
      : []),
    ...decimal(fields, 'standard', PRICE_PLACES),
    ...decimal(fields, 'weight', QUANTITY_PLACES),
    ...decimal(fields, 'volume', QUANTITY_PLACES),
    ...(/^([A-Z]{2})?$/.test(of(fields, 'origin')) ? [] : [says('origin', 'write the two letters of the country, like NZ')]),
    ...tooLong(fields, { number: 40, name: 160, unit: 20, tariff_code: 20 }),
  ],
  insert: (manager, fields) =>
    manager.query(
      'INSERT INTO item (number, name, unit, method, tracking, standard, weight, volume, tariff_code, origin) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)',
      [
        of(fields, 'number'),
        of(fields, 'name'),
        of(fields, 'unit'),
        KEPT_BY[of(fields, 'method')]?.method,
        KEPT_BY[of(fields, 'method')]?.tracking,
        scaled(fields, 'standard', PRICE_PLACES),
        scaled(fields, 'weight', QUANTITY_PLACES),
        scaled(fields, 'volume', QUANTITY_PLACES),
        of(fields, 'tariff_code'),
        of(fields, 'origin'),
      ],
    ),
};

const vendors: RowImport = {
  into: 'rows',
  required: ['number', 'name', 'currency', 'terms_days'],
  optional: ['address'],
  key: (fields) => fold(of(fields, 'number')),
  check: (fields, lookups) => [
    ...(lookups.vendors.has(fold(of(fields, 'number'))) ? [says('number', 'there is a vendor of this number already')] : []),
    ...(of(fields, 'currency') === '' || isCurrency(of(fields, 'currency')) ? [] : [says('currency', 'write a currency of ISO 4217, like USD')]),
    ...(/^\d{0,3}$/.test(of(fields, 'terms_days')) ? [] : [says('terms_days', 'write whole days, like 30')]),
    ...tooLong(fields, { number: 40, name: 160, address: 400 }),
  ],
  insert: (manager, fields) =>
    manager.query('INSERT INTO vendor (number, name, currency, terms_days, address) VALUES (?, ?, ?, ?, ?)', [
      of(fields, 'number'),
      of(fields, 'name'),
      of(fields, 'currency'),
      Number(of(fields, 'terms_days')),
      // The lines of an address stand in one field, apart by a bar.
      of(fields, 'address')
        .split('|')
        .map((line) => line.trim())
        .filter(Boolean)
        .join('\n'),
    ]),
};

const prices: RowImport = {
  into: 'rows',
  required: ['vendor', 'item', 'price'],
  optional: [],
  key: (fields) => `${fold(of(fields, 'vendor'))}|${fold(of(fields, 'item'))}`,
  check: (fields, lookups) => [...known(fields, 'vendor', lookups.vendors), ...known(fields, 'item', lookups.items), ...decimal(fields, 'price', PRICE_PLACES)],
  insert: (manager, fields, lookups) =>
    manager.query('INSERT INTO vendor_price (vendor_id, item_id, price) VALUES (?, ?, ?) ON DUPLICATE KEY UPDATE price = VALUES(price)', [
      lookups.vendors.get(fold(of(fields, 'vendor')))?.id,
      lookups.items.get(fold(of(fields, 'item'))),
      scaled(fields, 'price', PRICE_PLACES),
    ]),
};

const rates: RowImport = {
  into: 'rows',
  required: ['currency', 'from', 'rate'],
  optional: [],
  key: (fields) => `${of(fields, 'currency')}|${of(fields, 'from')}`,
  check: (fields) => [
    ...(of(fields, 'currency') === '' || isCurrency(of(fields, 'currency')) ? [] : [says('currency', 'write a currency of ISO 4217, like EUR')]),
    ...(of(fields, 'from') === '' || isDay(of(fields, 'from')) ? [] : [says('from', 'write the day as year-month-day')]),
    ...decimal(fields, 'rate', RATE_PLACES),
    ...(scaled(fields, 'rate', RATE_PLACES) === '0' ? [says('rate', 'must be more than zero')] : []),
  ],
  insert: (manager, fields) =>
    manager.query('INSERT INTO exchange_rate (currency, from_day, rate) VALUES (?, ?, ?)', [
      of(fields, 'currency'),
      of(fields, 'from'),
      scaled(fields, 'rate', RATE_PLACES),
    ]),
};

const openingStock: DocumentImport = {
  into: 'opening',
  required: ['item', 'warehouse', 'date', 'quantity', 'value'],
  optional: ['lots'],
  group: (fields) => `${of(fields, 'date')}|${fold(of(fields, 'warehouse'))}`,
  columns: { item: 'item', quantity: 'quantity', value: 'value', date: 'date', warehouse: 'warehouse', lots: 'lots' },
  check: (fields, lookups) => [...known(fields, 'item', lookups.items), ...known(fields, 'warehouse', lookups.warehouses)],
  body: (rows, lookups) => ({
    date: of(rows[0] ?? {}, 'date'),
    warehouse: lookups.warehouses.get(fold(of(rows[0] ?? {}, 'warehouse'))) ?? '0',
    lines: rows.map((fields) => ({
      ...{ item: lookups.items.get(fold(of(fields, 'item'))) ?? '', quantity: of(fields, 'quantity'), value: of(fields, 'value') },
      ...(of(fields, 'lots') === '' ? {} : { lots: lotsOf(of(fields, 'lots')) }),
    })),
  }),
};

/** Lots as `A-1: 20 | A-2: 16`, serial numbers as `A-1 | A-2`. */
const lotsOf = (written: string): { lot: string; quantity: string }[] =>
  written.split('|').map((part) => {
    const [lot = '', quantity = '1'] = part.split(':').map((word) => word.trim());
    return { lot, quantity };
  });

const orders: DocumentImport = {
  into: 'order',
  required: ['order', 'vendor', 'date', 'warehouse', 'item', 'quantity', 'price'],
  optional: ['currency', 'discount', 'due'],
  group: (fields) => of(fields, 'order'),
  columns: {
    item: 'item',
    quantity: 'quantity',
    price: 'price',
    discount: 'discount',
    due: 'due',
    vendor: 'vendor',
    date: 'date',
    currency: 'currency',
    warehouse: 'warehouse',
  },
  check: (fields, lookups) => [
    ...known(fields, 'vendor', lookups.vendors),
    ...known(fields, 'item', lookups.items),
    ...known(fields, 'warehouse', lookups.warehouses),
  ],
  body(rows, lookups) {
    const first = rows[0] ?? {};
    const vendor = lookups.vendors.get(fold(of(first, 'vendor')));
    return {
      vendor: vendor?.id ?? '',
      date: of(first, 'date'),
      currency: of(first, 'currency') || vendor?.currency || lookups.baseCurrency,
      warehouse: lookups.warehouses.get(fold(of(first, 'warehouse'))) ?? '0',
      note: `Taken over as ${of(first, 'order')}`.slice(0, 500),
      lines: rows.map((fields) => ({
        item: lookups.items.get(fold(of(fields, 'item'))) ?? '',
        quantity: of(fields, 'quantity'),
        price: of(fields, 'price'),
        discount: of(fields, 'discount'),
        due: of(fields, 'due'),
      })),
    };
  },
};

export const IMPORTS: Readonly<Record<ImportKind, RowImport | DocumentImport>> = { items, vendors, prices, rates, 'opening-stock': openingStock, orders };

/** Columns that must hold something. */
export function checkRequired(columns: ColumnsOf, fields: Fields): RowProblem[] {
  return columns.required.filter((name) => of(fields, name) === '').map((name) => says(name, 'fill this in'));
}

export async function readLookups(manager: EntityManager): Promise<Lookups> {
  const [company] = (await manager.query('SELECT currency FROM company WHERE id = 1')) as { currency: string }[];
  const itemRows: { id: string; number: string }[] = await manager.query('SELECT id, number FROM item');
  const vendorRows: { id: string; number: string; currency: string }[] = await manager.query('SELECT id, number, currency FROM vendor');
  const warehouseRows: { id: string; code: string }[] = await manager.query('SELECT id, code FROM warehouse');
  return {
    items: new Map(itemRows.map(({ id, number }) => [fold(number), id])),
    vendors: new Map(vendorRows.map(({ id, number, currency }) => [fold(number), { id, currency }])),
    warehouses: new Map(warehouseRows.map(({ id, code }) => [fold(code), id])),
    baseCurrency: company?.currency ?? '',
  };
}

function tooLong(fields: Fields, most: Readonly<Record<string, number>>): RowProblem[] {
  return Object.entries(most).flatMap(([field, length]) => (of(fields, field).length > length ? [says(field, `at most ${length} characters`)] : []));
}
