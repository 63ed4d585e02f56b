import type { EntityManager } from 'typeorm';
import { learnVendorNumber } from '../documents/vendorNumbers.ts';
import { stands } from '../storage/load/rows.ts';
import { FIRST_DAY } from '../storage/load/movements.ts';
import { PACKS, packsOf as readPacks } from '../storage/load/packs.ts';
import type { BodyOf } from '@obolus/contract/commands';
import type { ImportKind } from '@obolus/contract/roles';
import type { LineId } from '@obolus/core/costing/pool';
import { KEPT_BY } from '@obolus/core/posting/books';
import { isCurrency } from '@obolus/core/exact/currencies';
import { isDay } from '@obolus/core/exact/calendar';
import { parseDecimal } from '@obolus/core/exact/decimal';
import { FRACTION_PLACES, PRICE_PLACES, QUANTITY_PLACES, RATE_PLACES } from '@obolus/core/exact/amounts';

export type Fields = Readonly<Record<string, string>>;
export interface RowProblem {
  readonly field: string;
  readonly says: string;
}

/** What the books know by number, for looking up what a file names. */
export interface Lookups {
  readonly items: ReadonlyMap<string, { id: string; unit: string; packs: readonly string[] }>;
  /** Codes on goods that are taken. */
  readonly codes: ReadonlySet<string>;
  readonly vendors: ReadonlyMap<string, { id: string; currency: string }>;
  readonly warehouses: ReadonlyMap<string, string>;
  /** Lines of orders by `orderLineKey`. */
  readonly orderLines: ReadonlyMap<string, LineId>;
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
  readonly into: 'order' | 'opening' | 'receipt';
  /** Rows with the same group are one document. */
  group(fields: Fields): string;
  body(rows: readonly Fields[], lookups: Lookups): BodyOf<'order'> | BodyOf<'opening'> | BodyOf<'receipt'>;
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

const scaled = (fields: Fields, field: string, places: number): string | null => scaledText(of(fields, field), places);

const scaledText = (text: string, places: number): string | null => {
  const parsed = parseDecimal(text, places);
  return parsed.ok ? parsed.scaled.toString() : null;
};

const known = (fields: Fields, field: string, map: ReadonlyMap<string, unknown>): RowProblem[] => {
  const number = of(fields, field);
  return number === '' || map.has(fold(number)) ? [] : [says(field, `there is no ${field} “${number}”: import it first or correct the number`)];
};

const items: RowImport = {
  into: 'rows',
  required: ['number', 'name', 'unit', 'method'],
  optional: ['weight', 'volume', 'tariff_code', 'origin', 'standard', 'packs', 'codes', 'over', 'short'],
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
    ...checkTolerances(fields),
    ...packsOf(fields).flatMap(({ unit, size }) => checkPack(unit, size)),
    ...codesOf(fields).flatMap(({ code, unit }) => checkCode(fields, lookups, code, unit)),
  ],
  async insert(manager, fields) {
    await manager.query(
      'INSERT INTO item (number, name, unit, method, tracking, standard, weight, volume, tariff_code, origin, over_tolerance, short_tolerance) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)',
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
        ...tolerancesOf(fields),
      ],
    );
    const [made] = (await manager.query('SELECT id FROM item WHERE number = ?', [of(fields, 'number')])) as { id: string }[];
    for (const { unit, size } of packsOf(fields))
      await manager.query('INSERT INTO item_pack (item_id, unit, size) VALUES (?, ?, ?)', [made?.id, unit, scaledText(size, QUANTITY_PLACES)]);
    for (const { code, unit } of codesOf(fields)) await manager.query('INSERT INTO item_code (code, item_id, unit) VALUES (?, ?, ?)', [code, made?.id, unit]);
  },
};

/** What a field holds apart by bars. */
const partsOf = (fields: Fields, field: string): string[] =>
  of(fields, field)
    .split('|')
    .map((part) => part.trim())
    .filter(Boolean);

/** Packs as `box = 25 | crate = 400`: what each holds in stock units. */
const packsOf = (fields: Fields) =>
  partsOf(fields, 'packs').map((part) => {
    const [unit = '', size = ''] = part.split('=').map((word) => word.trim());
    return { unit, size };
  });

/** Codes on the goods as `04012345678901 | 14012345678908 = box`: of the stock unit where no pack is named. */
const codesOf = (fields: Fields) =>
  partsOf(fields, 'codes').map((part) => {
    const [code = '', unit = ''] = part.split('=').map((word) => word.trim());
    return { code, unit };
  });

function checkPack(unit: string, size: string): RowProblem[] {
  const parsed = parseDecimal(size, QUANTITY_PLACES);
  if (unit === '' || unit.length > 20 || !parsed.ok || parsed.scaled <= 0n) return [says('packs', 'write each as unit = stock units in it, like box = 25')];
  return [];
}

function checkCode(fields: Fields, lookups: Lookups, code: string, unit: string): RowProblem[] {
  if (code === '' || code.length > 40) return [says('codes', 'at most 40 characters each')];
  if (unit !== '' && !packsOf(fields).some((pack) => pack.unit === unit)) return [says('codes', `“${unit}” is not among the packs`)];
  return lookups.codes.has(code) ? [says('codes', `the code ${code} is on another item already`)] : [];
}

const vendors: RowImport = {
  into: 'rows',
  required: ['number', 'name', 'currency', 'terms_days'],
  optional: ['address', 'over', 'short'],
  key: (fields) => fold(of(fields, 'number')),
  check: (fields, lookups) => [
    ...(lookups.vendors.has(fold(of(fields, 'number'))) ? [says('number', 'there is a vendor of this number already')] : []),
    ...(of(fields, 'currency') === '' || isCurrency(of(fields, 'currency')) ? [] : [says('currency', 'write a currency of ISO 4217, like USD')]),
    ...(/^\d{0,3}$/.test(of(fields, 'terms_days')) ? [] : [says('terms_days', 'write whole days, like 30')]),
    ...tooLong(fields, { number: 40, name: 160, address: 400 }),
    ...checkTolerances(fields),
  ],
  insert: (manager, fields) =>
    manager.query('INSERT INTO vendor (number, name, currency, terms_days, address, over_tolerance, short_tolerance) VALUES (?, ?, ?, ?, ?, ?, ?)', [
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
      ...tolerancesOf(fields),
    ]),
};

/** How much more or less than ordered is taken, in percent; empty leaves it to what holds for others. */
const TOLERANCES = ['over', 'short'] as const;
const checkTolerances = (fields: Fields): RowProblem[] => TOLERANCES.flatMap((field) => decimal(fields, field, FRACTION_PLACES - 2));
const tolerancesOf = (fields: Fields): (string | null)[] => TOLERANCES.map((field) => scaled(fields, field, FRACTION_PLACES - 2));

const prices: RowImport = {
  into: 'rows',
  required: ['vendor', 'item', 'price'],
  optional: ['unit', 'least', 'from', 'to', 'vendor_number'],
  key: (fields) => ['vendor', 'item', 'unit', 'least', 'from'].map((field) => fold(of(fields, field))).join('|'),
  check: (fields, lookups) => [
    ...known(fields, 'vendor', lookups.vendors),
    ...known(fields, 'item', lookups.items),
    ...decimal(fields, 'price', PRICE_PLACES),
    ...decimal(fields, 'least', QUANTITY_PLACES),
    ...['from', 'to'].flatMap((field) => (of(fields, field) === '' || isDay(of(fields, field)) ? [] : [says(field, 'write the day as year-month-day')])),
    ...(of(fields, 'to') !== '' && of(fields, 'to') < of(fields, 'from') ? [says('to', 'must not be before the first day')] : []),
    ...checkUnit(fields, lookups),
    ...tooLong(fields, { vendor_number: 40 }),
  ],
  async insert(manager, fields, lookups) {
    const [vendor, item] = [lookups.vendors.get(fold(of(fields, 'vendor')))?.id, lookups.items.get(fold(of(fields, 'item')))];
    const stock = item?.unit === of(fields, 'unit');
    await manager.query(
      `INSERT INTO vendor_price (vendor_id, item_id, unit, least, from_day, to_day, price) VALUES (?, ?, ?, ?, ?, ?, ?)
       ON DUPLICATE KEY UPDATE to_day = VALUES(to_day), price = VALUES(price)`,
      [
        ...[vendor, item?.id, stock ? '' : of(fields, 'unit'), scaled(fields, 'least', QUANTITY_PLACES) ?? 0],
        ...[of(fields, 'from') || FIRST_DAY, of(fields, 'to') || null, scaled(fields, 'price', PRICE_PLACES)],
      ],
    );
    if (of(fields, 'vendor_number') !== '') await learnVendorNumber(manager, vendor ?? '', item?.id ?? '', of(fields, 'vendor_number'));
  },
};

/** A unit is the item's stock unit, or one of its packs. */
function checkUnit(fields: Fields, lookups: Lookups): RowProblem[] {
  const unit = of(fields, 'unit');
  const item = lookups.items.get(fold(of(fields, 'item')));
  if (unit === '' || item === undefined || item.unit === unit || item.packs.includes(unit)) return [];
  return [says('unit', `“${unit}” is no unit of this item: write ${[item.unit, ...item.packs].join(' or ')}`)];
}

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
      ...{ item: lookups.items.get(fold(of(fields, 'item')))?.id ?? '', quantity: of(fields, 'quantity'), value: of(fields, 'value') },
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
  optional: ['currency', 'unit', 'discount', 'due'],
  group: (fields) => of(fields, 'order'),
  columns: {
    item: 'item',
    quantity: 'quantity',
    unit: 'unit',
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
      note: `${TAKEN_OVER}${of(first, 'order')}`.slice(0, 500),
      lines: rows.map((fields) => ({
        item: lookups.items.get(fold(of(fields, 'item')))?.id ?? '',
        quantity: of(fields, 'quantity'),
        unit: of(fields, 'unit'),
        price: of(fields, 'price'),
        discount: of(fields, 'discount'),
        due: of(fields, 'due'),
      })),
    };
  },
};

/** Receipts of orders that are here, by the order's number here or the one that it was taken over with. */
const receipts: DocumentImport = {
  into: 'receipt',
  required: ['receipt', 'vendor', 'date', 'warehouse', 'order', 'item', 'quantity'],
  optional: ['line', 'unit', 'lots', 'packing_slip', 'transport'],
  group: (fields) => of(fields, 'receipt'),
  columns: { quantity: 'quantity', unit: 'unit', lots: 'lots', vendor: 'vendor', date: 'date', warehouse: 'warehouse' },
  check: (fields, lookups) => [
    ...known(fields, 'vendor', lookups.vendors),
    ...known(fields, 'item', lookups.items),
    ...known(fields, 'warehouse', lookups.warehouses),
    ...(orderedLine(fields, lookups) === undefined
      ? [says('order', `no order “${of(fields, 'order')}” has such a line: import it first, or correct the number`)]
      : []),
  ],
  body(rows, lookups) {
    const first = rows[0] ?? {};
    return {
      ...{ vendor: lookups.vendors.get(fold(of(first, 'vendor')))?.id ?? '', date: of(first, 'date') },
      warehouse: lookups.warehouses.get(fold(of(first, 'warehouse'))) ?? '0',
      ...{ packingSlip: of(first, 'packing_slip') || of(first, 'receipt'), transport: of(first, 'transport') },
      lines: rows.map((fields) => ({
        ...{ of: orderedLine(fields, lookups) ?? '', quantity: of(fields, 'quantity'), unit: of(fields, 'unit') },
        ...(of(fields, 'lots') === '' ? {} : { lots: lotsOf(of(fields, 'lots')) }),
      })),
    };
  },
};

/** An item's line on an order; where the item stands on several, the line says which, else it is the first. */
const orderLineKey = (order: string, item: string, line = ''): string => `${fold(order)}|${fold(item)}|${line}`;
const orderedLine = (fields: Fields, lookups: Lookups): LineId | undefined =>
  lookups.orderLines.get(orderLineKey(of(fields, 'order'), of(fields, 'item'), of(fields, 'line')));

/** Under what number an order was known before it was taken over. */
const TAKEN_OVER = 'Taken over as ';

export const IMPORTS: Readonly<Record<ImportKind, RowImport | DocumentImport>> = {
  items,
  vendors,
  prices,
  rates,
  'opening-stock': openingStock,
  orders,
  receipts,
};

/** Columns that must hold something. */
export function checkRequired(columns: ColumnsOf, fields: Fields): RowProblem[] {
  return columns.required.filter((name) => of(fields, name) === '').map((name) => says(name, 'fill this in'));
}

export async function readLookups(manager: EntityManager): Promise<Lookups> {
  const [company] = (await manager.query('SELECT currency FROM company WHERE id = 1')) as { currency: string }[];
  const itemRows: { id: string; number: string; unit: string; packs: string | null }[] = await manager.query(
    `SELECT i.id, i.number, i.unit, ${PACKS} AS packs FROM item i`,
  );
  const orderRows: { id: string; line_no: string; number: string; note: string; item: string }[] = await manager.query(
    `SELECT d.id, l.line_no, d.number, d.note, i.number AS item FROM ordered_line l JOIN document d ON d.id = l.document_id JOIN item i ON i.id = l.item_id
     WHERE ${stands('d.id')} ORDER BY d.id, l.line_no`,
  );
  const codeRows: { code: string }[] = await manager.query('SELECT code FROM item_code');
  const vendorRows: { id: string; number: string; currency: string }[] = await manager.query('SELECT id, number, currency FROM vendor');
  const warehouseRows: { id: string; code: string }[] = await manager.query('SELECT id, code FROM warehouse');
  return {
    items: new Map(itemRows.map(({ id, number, unit, packs }) => [fold(number), { id, unit, packs: readPacks(packs).map((pack) => pack.unit) }])),
    codes: new Set(codeRows.map(({ code }) => code)),
    vendors: new Map(vendorRows.map(({ id, number, currency }) => [fold(number), { id, currency }])),
    orderLines: new Map(
      // Of several lines the first is set last.
      orderRows.reverse().flatMap(({ id, line_no, number, note, item }) => {
        const before = note.startsWith(TAKEN_OVER) ? [note.slice(TAKEN_OVER.length)] : [];
        return [number, ...before].flatMap((order) => ['', String(line_no)].map((line) => [orderLineKey(order, item, line), `${id}/${line_no}`] as const));
      }),
    ),
    warehouses: new Map(warehouseRows.map(({ id, code }) => [fold(code), id])),
    baseCurrency: company?.currency ?? '',
  };
}

function tooLong(fields: Fields, most: Readonly<Record<string, number>>): RowProblem[] {
  return Object.entries(most).flatMap(([field, length]) => (of(fields, field).length > length ? [says(field, `at most ${length} characters`)] : []));
}
