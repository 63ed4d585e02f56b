import type { EntityManager } from 'typeorm';
import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { EntryImport, ImportKind } from '@obolus/contract/imports';
import type { EntryFields as Fields } from '@obolus/contract/registers/register';
import type { LineId } from '@obolus/core/costing/pool';
import type { FieldProblem } from '../setUp/check.ts';
import { fold } from '../setUp/fold.ts';
import { stands } from '../storage/load/rows.ts';
import { message, type MessageId, type Values } from '@obolus/messages/message';

/** What the books know by number, for looking up what a file names. */
export interface Lookups {
  readonly items: ReadonlyMap<string, string>;
  readonly vendors: ReadonlyMap<string, { id: string; currency: string }>;
  readonly warehouses: ReadonlyMap<string, string>;
  /** Lines of orders by `orderLineKey`. */
  readonly orderLines: ReadonlyMap<string, LineId>;
  readonly baseCurrency: string;
}

/** Rows that become the lines of documents: checked by the documents' own preview, posted by their own command. */
export interface DocumentImport {
  readonly into: 'order' | 'opening' | 'receipt';
  readonly required: readonly string[];
  readonly optional: readonly string[];
  /** Rows with the same group are one document. */
  readonly group: (fields: Fields) => string;
  readonly body: (rows: readonly Fields[], lookups: Lookups) => BodyOf<'order'> | BodyOf<'opening'> | BodyOf<'receipt'>;
  /** The column that a pointer into the body speaks of. */
  readonly columns: Readonly<Record<string, string>>;
  readonly check: (fields: Fields, lookups: Lookups) => FieldProblem[];
}

/** Columns of all of them that hold figures. */
export const FIGURES_OF_DOCUMENTS: readonly string[] = ['quantity', 'value', 'price', 'discount', 'lots'];

const says = (field: string, id: MessageId, values?: Values): FieldProblem => ({ field, says: [message(id, values)] });
const of = (fields: Fields, name: string): string => fields[name]?.trim() ?? '';

const known = (
  fields: Fields,
  field: 'item' | 'vendor' | 'warehouse',
  map: ReadonlyMap<string, unknown>,
): FieldProblem[] => {
  const number = of(fields, field);
  return number === '' || map.has(fold(number))
    ? []
    : [says(field, 'check.import_first', { text: number, what: { word: `word.${field}` } })];
};

const openingStock: DocumentImport = {
  into: 'opening',
  required: ['item', 'warehouse', 'date', 'quantity', 'value'],
  optional: ['lots'],
  group: (fields) => `${of(fields, 'date')}|${fold(of(fields, 'warehouse'))}`,
  columns: { item: 'item', quantity: 'quantity', value: 'value', date: 'date', warehouse: 'warehouse', lots: 'lots' },
  check: (fields, lookups) => [
    ...known(fields, 'item', lookups.items),
    ...known(fields, 'warehouse', lookups.warehouses),
  ],
  body: (rows, lookups) => ({
    date: of(rows[0] ?? {}, 'date'),
    warehouse: lookups.warehouses.get(fold(of(rows[0] ?? {}, 'warehouse'))) ?? '0',
    lines: rows.map((fields) => ({
      item: lookups.items.get(fold(of(fields, 'item'))) ?? '',
      quantity: of(fields, 'quantity'),
      value: of(fields, 'value'),
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
        item: lookups.items.get(fold(of(fields, 'item'))) ?? '',
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
  optional: ['line', 'unit', 'lots', 'packing_slip', 'shipment'],
  group: (fields) => of(fields, 'receipt'),
  columns: { quantity: 'quantity', unit: 'unit', lots: 'lots', vendor: 'vendor', date: 'date', warehouse: 'warehouse' },
  check: (fields, lookups) => [
    ...known(fields, 'vendor', lookups.vendors),
    ...known(fields, 'item', lookups.items),
    ...known(fields, 'warehouse', lookups.warehouses),
    ...(orderedLine(fields, lookups) === undefined
      ? [says('order', 'check.no_such_line', { order: of(fields, 'order') })]
      : []),
  ],
  body(rows, lookups) {
    const first = rows[0] ?? {};
    return {
      vendor: lookups.vendors.get(fold(of(first, 'vendor')))?.id ?? '',
      date: of(first, 'date'),
      warehouse: lookups.warehouses.get(fold(of(first, 'warehouse'))) ?? '0',
      packingSlip: of(first, 'packing_slip') || of(first, 'receipt'),
      shipment: of(first, 'shipment'),
      lines: rows.map((fields) => ({
        of: orderedLine(fields, lookups) ?? '',
        quantity: of(fields, 'quantity'),
        unit: of(fields, 'unit'),
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

export const DOCUMENT_IMPORTS: Readonly<Record<Exclude<ImportKind, EntryImport>, DocumentImport>> = {
  'opening-stock': openingStock,
  orders,
  receipts,
};

/** Columns that must hold something. */
export function checkRequired({ required }: DocumentImport, fields: Fields): FieldProblem[] {
  return required.filter((name) => of(fields, name) === '').map((name) => says(name, 'check.fill_in'));
}

export async function readLookups(manager: EntityManager): Promise<Lookups> {
  const [company] = (await manager.query('SELECT currency FROM company WHERE id = 1')) as { currency: string }[];
  const itemRows: { id: string; number: string }[] = await manager.query('SELECT id, number FROM item');
  const orderRows: { id: string; line_no: string; number: string; note: string; item: string }[] = await manager.query(
    `SELECT d.id, l.line_no, d.number, d.note, i.number AS item FROM ordered_line l JOIN document d ON d.id = l.document_id JOIN item i ON i.id = l.item_id
     WHERE ${stands('d.id')} ORDER BY d.id, l.line_no`,
  );
  const vendorRows: { id: string; number: string; currency: string }[] = await manager.query(
    'SELECT id, number, currency FROM vendor',
  );
  const warehouseRows: { id: string; code: string }[] = await manager.query('SELECT id, code FROM warehouse');
  return {
    items: new Map(itemRows.map(({ id, number }) => [fold(number), id])),
    vendors: new Map(vendorRows.map(({ id, number, currency }) => [fold(number), { id, currency }])),
    orderLines: new Map(
      // Of several lines the first is set last.
      orderRows.reverse().flatMap(({ id, line_no, number, note, item }) => {
        const before = note.startsWith(TAKEN_OVER) ? [note.slice(TAKEN_OVER.length)] : [];
        return [number, ...before].flatMap((order) =>
          ['', String(line_no)].map((line) => [orderLineKey(order, item, line), `${id}/${line_no}`] as const),
        );
      }),
    ),
    warehouses: new Map(warehouseRows.map(({ id, code }) => [fold(code), id])),
    baseCurrency: company?.currency ?? '',
  };
}
