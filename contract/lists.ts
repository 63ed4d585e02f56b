import { exactly, oneOf, Text, Type, type Static } from './figures.ts';
import { type RegisterName } from './registers/register.ts';
import { REGISTERS } from './registers/registers.ts';

/** A list of many rows, described once: the server sorts, filters and pages it, the web draws it, and a file of it has the same columns. */
export interface List {
  readonly title: string;
  /** What one row is, for counting: 12 orders. */
  readonly rows: string;
  readonly columns: readonly ListColumn[];
  /** Sorted by this column at first, downwards where it says so. */
  readonly sort: string;
  readonly down?: true;
  /** Ways to look at it that everybody has. */
  readonly views?: readonly ListView[];
}

export interface ListColumn {
  readonly name: string;
  readonly title: string;
  readonly as: 'text' | 'day' | 'figure';
  /** Told of the rows that are shown; the list cannot be sorted or filtered by it. */
  readonly told?: true;
  /** Not shown until it is asked for. */
  readonly apart?: true;
  /** Its sum over all rows that are found stands at the foot. */
  readonly sum?: true;
  /** Only to filter by: what a page fixes. */
  readonly hidden?: true;
}

export const CONDITIONS = ['has', 'has not', 'is', 'from', 'to', 'empty', 'filled'] as const;

/** What a column must hold. `to` is text, a figure, a day, or `today`, also with days more or less: `today+7`. */
export const Condition = exactly({ column: Text(40), is: oneOf(CONDITIONS), to: Text(100) });
export type Condition = Static<typeof Condition>;
export const Conditions = Type.Array(Condition, { maxItems: 12 });

/** How a list is looked at. */
export const ListState = exactly({
  sort: Type.Optional(Text(40)),
  down: Type.Optional(Type.Boolean()),
  find: Type.Optional(Text(100)),
  where: Type.Optional(Conditions),
  columns: Type.Optional(Type.Array(Text(40), { maxItems: 60 })),
});
export type ListState = Static<typeof ListState>;

export interface ListView {
  readonly name: string;
  readonly state: ListState;
}

export const ListRow = exactly({ id: Text(40), link: Text(200), cells: Type.Record(Type.String(), Type.String()) });
export const ListPage = exactly({
  rows: Type.Array(ListRow),
  /** Where the next page begins. */
  next: Type.Union([Text(1000), Type.Null()]),
  /** Of all that is found, told with the first page alone. */
  count: Type.Union([Type.Integer({ minimum: 0 }), Type.Null()]),
  sums: Type.Record(Type.String(), Type.String()),
});
export type ListRow = Static<typeof ListRow>;
export type ListPage = Static<typeof ListPage>;

const text = (name: string, title: string, more: Partial<ListColumn> = {}): ListColumn => ({
  name,
  title,
  as: 'text',
  ...more,
});
const day = (name: string, title: string, more: Partial<ListColumn> = {}): ListColumn => ({
  name,
  title,
  as: 'day',
  ...more,
});
const figure = (name: string, title: string, more: Partial<ListColumn> = {}): ListColumn => ({
  name,
  title,
  as: 'figure',
  ...more,
});
const apart = { apart: true } as const;
const hidden = { hidden: true } as const;

/** What stands in goods received not invoiced, in words. */
export const UNMATCHED_KINDS = {
  received: 'received and not billed',
  billed: 'billed and not received',
  returned: 'gone back and not credited',
} as const;

const WORK_LISTS = {
  orders: {
    title: 'Purchase orders',
    rows: 'order',
    sort: 'number',
    down: true,
    columns: [
      text('number', 'Order'),
      day('date', 'Date'),
      text('vendor', 'Vendor'),
      text('stands', 'Stands', { told: true }),
      day('due', 'Next due'),
      text('currency', 'Currency'),
      figure('amount', 'Ordered'),
      figure('received', 'Received'),
      figure('billed', 'Billed'),
      figure('open', 'Still to come'),
      text('buyer', 'Buyer', apart),
      text('warehouse', 'Warehouse', apart),
      text('note', 'Note', apart),
      figure('lines', 'Lines', apart),
      figure('unbilled', 'Received, not billed', apart),
      text('vendor_id', 'Vendor', hidden),
    ],
    views: [
      { name: 'Still to come', state: { where: [{ column: 'open', is: 'filled', to: '' }], sort: 'due' } },
      { name: 'Received, not all billed', state: { where: [{ column: 'unbilled', is: 'filled', to: '' }] } },
    ],
  },
  'order-lines': {
    title: 'Order lines',
    rows: 'line',
    sort: 'due',
    columns: [
      text('order', 'Order'),
      day('due', 'Due'),
      figure('late', 'Days late'),
      text('vendor', 'Vendor'),
      text('item', 'Item'),
      figure('ordered', 'Ordered'),
      figure('received', 'Received'),
      figure('open', 'Still to come'),
      figure('billed', 'Billed'),
      text('unit', 'Unit'),
      figure('worth', 'Still to come, worth', { sum: true }),
      text('number', 'Item number', apart),
      figure('price', 'Price', apart),
      text('currency', 'Currency', apart),
      text('warehouse', 'Warehouse', apart),
      text('transport', 'Shipment', apart),
      text('department', 'Department', apart),
      text('location', 'Location', apart),
      text('project', 'Project', apart),
      text('buyer', 'Buyer', apart),
      text('vendor_id', 'Vendor', hidden),
      text('item_id', 'Item', hidden),
    ],
    views: [
      { name: 'Still to come', state: { where: [{ column: 'open', is: 'filled', to: '' }] } },
      { name: 'Late', state: { where: [{ column: 'late', is: 'filled', to: '' }], sort: 'late', down: true } },
      {
        name: 'Due within a week',
        state: {
          where: [
            { column: 'open', is: 'filled', to: '' },
            { column: 'due', is: 'from', to: 'today' },
            { column: 'due', is: 'to', to: 'today+7' },
          ],
        },
      },
    ],
  },
  receipts: {
    title: 'Goods receipts',
    rows: 'receipt',
    sort: 'number',
    down: true,
    columns: [
      text('number', 'Receipt'),
      day('date', 'Date'),
      text('vendor', 'Vendor'),
      text('slip', 'Packing slip'),
      text('transport', 'Shipment'),
      text('orders', 'Orders'),
      text('warehouse', 'Warehouse'),
      figure('lines', 'Lines'),
      figure('amount', 'Received', { sum: true }),
      figure('unbilled', 'Not yet billed', { sum: true }),
      text('by', 'Entered by', apart),
      text('vendor_id', 'Vendor', hidden),
    ],
    views: [{ name: 'Not all billed', state: { where: [{ column: 'unbilled', is: 'filled', to: '' }], sort: 'date' } }],
  },
  purchases: {
    title: 'Price and purchases',
    rows: 'line',
    sort: 'date',
    down: true,
    columns: [
      day('date', 'Date'),
      text('kind', 'What'),
      text('document', 'Document'),
      text('vendor', 'Vendor'),
      figure('quantity', 'Quantity'),
      text('unit', 'Unit'),
      figure('price', 'Price'),
      text('currency', 'Currency'),
      figure('unit_price', 'For one, at the day’s rate'),
      figure('before', 'For one before'),
      figure('change', 'Change, %'),
      text('item', 'Item', apart),
      text('vendor_id', 'Vendor', hidden),
      text('item_id', 'Item', hidden),
    ],
    views: [
      { name: 'Ordered', state: { where: [{ column: 'kind', is: 'is', to: 'ordered' }] } },
      { name: 'Billed', state: { where: [{ column: 'kind', is: 'is', to: 'billed' }] } },
      { name: 'Price changes', state: { where: [{ column: 'change', is: 'filled', to: '' }] } },
    ],
  },
  decisions: {
    title: 'Decisions',
    rows: 'decision',
    sort: 'entered',
    down: true,
    columns: [
      day('entered', 'Decided'),
      text('vendor', 'Vendor'),
      text('reference', 'Their number'),
      text('document', 'Bill', apart),
      text('what', 'What'),
      text('kind', 'Differs in'),
      figure('amount', 'By', { sum: true }),
      text('decision', 'Decision'),
      text('reason', 'Why'),
      text('by', 'Decided by'),
      text('second', 'Agreed by'),
      day('date', 'Date of the bill', apart),
      text('reversed', 'Taken back', apart),
      text('vendor_id', 'Vendor', hidden),
    ],
    views: [
      { name: 'Credits asked for', state: { where: [{ column: 'decision', is: 'is', to: 'credit asked for' }] } },
      { name: 'Agreed by a second person', state: { where: [{ column: 'second', is: 'filled', to: '' }] } },
    ],
  },
  unmatched: {
    title: 'Received or billed',
    rows: 'line',
    sort: 'days',
    down: true,
    columns: [
      text('document', 'Document'),
      day('date', 'Date'),
      figure('days', 'Days'),
      text('vendor', 'Vendor'),
      text('what', 'What'),
      figure('quantity', 'Quantity'),
      text('unit', 'Unit'),
      text('kind', 'Is'),
      figure('amount', 'Amount', { sum: true }),
      text('reference', 'Its number', apart),
      text('vendor_id', 'Vendor', hidden),
    ],
  },
  credits: {
    title: 'Credits expected',
    rows: 'credit',
    sort: 'days',
    down: true,
    columns: [
      text('document', 'Document'),
      day('date', 'Date'),
      figure('days', 'Days'),
      text('vendor', 'Vendor'),
      text('what', 'What'),
      text('kind', 'Why'),
      figure('quantity', 'Quantity'),
      text('unit', 'Unit'),
      figure('amount', 'Expected'),
      text('currency', 'Currency'),
      figure('base', 'In the books', { sum: true }),
      text('reference', 'Its number', apart),
      text('vendor_id', 'Vendor', hidden),
    ],
  },
  stock: {
    title: 'Stock & cost',
    rows: 'item',
    sort: 'number',
    columns: [
      text('item', 'Item'),
      text('number', 'Number'),
      text('warehouse', 'Warehouse'),
      text('method', 'Method'),
      day('last', 'Last movement'),
      figure('quantity', 'On hand'),
      text('unit', 'Unit'),
      figure('unit_cost', 'Unit cost', { told: true }),
      figure('value', 'Value', { sum: true }),
      text('item_id', 'Item', hidden),
      text('warehouse_id', 'Warehouse', hidden),
    ],
  },
  deliveries: {
    title: 'Deliveries',
    rows: 'delivery',
    sort: 'number',
    down: true,
    columns: [
      text('number', 'Delivery'),
      day('date', 'Date'),
      text('customer', 'Customer'),
      figure('cost', 'Cost, as now known', { sum: true }),
    ],
  },
} as const satisfies Record<string, List>;

type WorkList = keyof typeof WORK_LISTS;
/** A register is a list of its entries. */
export type ListName = WorkList | Exclude<RegisterName, 'company'>;

const asColumn = (as: string): ListColumn['as'] => (as === 'figure' || as === 'day' ? as : 'text');

function listOf(register: RegisterName): List {
  const { title, one, fields, key } = REGISTERS[register];
  const columns = fields.map((field): ListColumn => ({
    name: field.name,
    title: field.label,
    as: asColumn(field.as),
    ...(field.apart ? apart : {}),
  }));
  const retires = fields.some(({ name }) => name === 'retired');
  const views: ListView[] = [{ name: 'In use', state: { where: [{ column: 'retired', is: 'empty', to: '' }] } }];
  return { title, rows: one, columns, sort: key[0] ?? '', ...(retires ? { views } : {}) };
}

const registerLists = Object.fromEntries(
  (Object.keys(REGISTERS) as RegisterName[]).filter((name) => name !== 'company').map((name) => [name, listOf(name)]),
) as Record<Exclude<RegisterName, 'company'>, List>;

export const LISTS: Readonly<Record<ListName, List>> = { ...WORK_LISTS, ...registerLists };
export const LIST_NAMES = Object.keys(LISTS) as ListName[];
