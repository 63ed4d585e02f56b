import type { MessageId } from '@obolus/messages/message';
import { choicesOf } from './registers/register.ts';
import type { List, ListColumn } from './listState.ts';

export const text = (name: string, title: MessageId, more: Partial<ListColumn> = {}): ListColumn => ({
  name,
  title,
  as: 'text',
  ...more,
});

export const day = (name: string, title: MessageId, more: Partial<ListColumn> = {}): ListColumn => ({
  name,
  title,
  as: 'day',
  ...more,
});

export const figure = (name: string, title: MessageId, more: Partial<ListColumn> = {}): ListColumn => ({
  name,
  title,
  as: 'figure',
  ...more,
});

export const optional = { optional: true } as const;

export const hidden = { hidden: true } as const;

type StatusOf<Id> = Id extends `status.${infer Code}` ? Code : never;

/** Words for the codes that a column holds. */
const words = (...codes: StatusOf<MessageId>[]): Pick<ListColumn, 'words'> => ({
  words: Object.fromEntries(codes.map((code) => [code, `status.${code}`] as const)),
});

export const WORK_LISTS = {
  orders: {
    title: 'list.orders',
    rows: 'rows.orders',
    sort: 'number',
    down: true,
    columns: [
      text('number', 'word.order'),
      day('date', 'word.date'),
      text('vendor', 'word.vendor'),
      text('stands', 'word.status', {
        calculated: true,
        ...words('on-hold', 'awaits-approval', 'rejected', 'approved', 'sent', 'change-not-sent'),
      }),
      day('due', 'word.next_due'),
      text('currency', 'word.currency'),
      figure('amount', 'word.ordered'),
      figure('received', 'word.received'),
      figure('billed', 'word.billed'),
      figure('open', 'word.outstanding'),
      text('buyer', 'word.buyer', optional),
      text('warehouse', 'word.warehouse', optional),
      text('note', 'word.note', optional),
      figure('lines', 'word.lines', optional),
      figure('unbilled', 'word.received_not_billed', optional),
      text('vendor_id', 'word.vendor', hidden),
    ],
    views: [
      { name: 'list.view_outstanding', state: { where: [{ column: 'open', is: 'filled', to: '' }], sort: 'due' } },
      { name: 'list.view_received_not_billed', state: { where: [{ column: 'unbilled', is: 'filled', to: '' }] } },
    ],
  },
  'order-lines': {
    title: 'list.order-lines',
    rows: 'rows.lines',
    sort: 'due',
    columns: [
      text('order', 'word.order'),
      day('due', 'word.due'),
      figure('late', 'word.days_late'),
      text('vendor', 'word.vendor'),
      text('item', 'word.item'),
      figure('ordered', 'word.ordered'),
      figure('received', 'word.received'),
      figure('open', 'word.outstanding'),
      figure('billed', 'word.billed'),
      text('unit', 'word.unit'),
      figure('worth', 'word.outstanding_value', { sum: true }),
      text('number', 'word.item_number', optional),
      figure('price', 'word.price', optional),
      text('currency', 'word.currency', optional),
      text('warehouse', 'word.warehouse', optional),
      text('shipment', 'word.shipment', optional),
      text('department', 'word.department', optional),
      text('location', 'word.location', optional),
      text('project', 'word.project', optional),
      text('buyer', 'word.buyer', optional),
      text('vendor_id', 'word.vendor', hidden),
      text('item_id', 'word.item', hidden),
    ],
    views: [
      { name: 'list.view_outstanding', state: { where: [{ column: 'open', is: 'filled', to: '' }] } },
      {
        name: 'list.view_late',
        state: { where: [{ column: 'late', is: 'filled', to: '' }], sort: 'late', down: true },
      },
      {
        name: 'list.view_due_week',
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
    title: 'list.receipts',
    rows: 'rows.receipts',
    sort: 'number',
    down: true,
    columns: [
      text('number', 'word.receipt'),
      day('date', 'word.date'),
      text('vendor', 'word.vendor'),
      text('slip', 'word.packing_slip'),
      text('shipment', 'word.shipment'),
      text('orders', 'word.orders'),
      text('warehouse', 'word.warehouse'),
      figure('lines', 'word.lines'),
      figure('amount', 'word.received', { sum: true }),
      figure('unbilled', 'word.not_yet_billed', { sum: true }),
      text('by', 'word.entered_by', optional),
      text('vendor_id', 'word.vendor', hidden),
    ],
    views: [
      { name: 'list.view_not_billed', state: { where: [{ column: 'unbilled', is: 'filled', to: '' }], sort: 'date' } },
    ],
  },
  purchases: {
    title: 'list.purchases',
    rows: 'rows.lines',
    sort: 'date',
    down: true,
    columns: [
      day('date', 'word.date'),
      text('kind', 'word.what', words('ordered', 'billed')),
      text('document', 'word.document'),
      text('vendor', 'word.vendor'),
      figure('quantity', 'word.quantity'),
      text('unit', 'word.unit'),
      figure('price', 'word.price'),
      text('currency', 'word.currency'),
      figure('unit_price', 'word.unit_price_at_rate'),
      figure('before', 'word.unit_price_before'),
      figure('change', 'word.change_percent'),
      text('item', 'word.item', optional),
      text('vendor_id', 'word.vendor', hidden),
      text('item_id', 'word.item', hidden),
    ],
    views: [
      { name: 'list.view_ordered', state: { where: [{ column: 'kind', is: 'is', to: 'ordered' }] } },
      { name: 'list.view_billed', state: { where: [{ column: 'kind', is: 'is', to: 'billed' }] } },
      { name: 'list.view_price_changes', state: { where: [{ column: 'change', is: 'filled', to: '' }] } },
    ],
  },
  decisions: {
    title: 'list.decisions',
    rows: 'rows.decisions',
    sort: 'entered',
    down: true,
    columns: [
      day('entered', 'word.decided'),
      text('vendor', 'word.vendor'),
      text('reference', 'word.bill_number'),
      text('document', 'word.bill', optional),
      text('what', 'word.goods'),
      text('kind', 'word.differs_in', words('price', 'not-here', 'charge', 'tax', 'total', 'disputed')),
      figure('amount', 'word.difference', { sum: true }),
      text(
        'decision',
        'word.decision',
        words('waits', 'ahead', 'cost', 'variance', 'credit', 'charge', 'accepted', 'not-ours'),
      ),
      text('reason', 'word.reason'),
      text('by', 'word.decided_by'),
      text('second', 'word.approved_by'),
      day('date', 'word.bill_date', optional),
      text('reversed', 'word.reversed', { ...optional, ...words('yes') }),
      text('vendor_id', 'word.vendor', hidden),
    ],
    views: [
      { name: 'list.view_credits', state: { where: [{ column: 'decision', is: 'is', to: 'credit' }] } },
      { name: 'list.view_second', state: { where: [{ column: 'second', is: 'filled', to: '' }] } },
    ],
  },
  unmatched: {
    title: 'list.unmatched',
    rows: 'rows.lines',
    sort: 'days',
    down: true,
    columns: [
      text('document', 'word.document'),
      day('date', 'word.date'),
      figure('days', 'word.days'),
      text('vendor', 'word.vendor'),
      text('what', 'word.goods'),
      figure('quantity', 'word.quantity'),
      text('unit', 'word.unit'),
      text('kind', 'word.status', words('received', 'billed-ahead', 'returned')),
      figure('amount', 'word.amount', { sum: true }),
      text('reference', 'word.reference', optional),
      text('vendor_id', 'word.vendor', hidden),
    ],
  },
  credits: {
    title: 'list.credits',
    rows: 'rows.credits',
    sort: 'days',
    down: true,
    columns: [
      text('document', 'word.document'),
      day('date', 'word.date'),
      figure('days', 'word.days'),
      text('vendor', 'word.vendor'),
      text('what', 'word.goods'),
      text('kind', 'word.reason', words('return', 'bill', 'charge', 'disputed')),
      figure('quantity', 'word.quantity'),
      text('unit', 'word.unit'),
      figure('amount', 'word.expected'),
      text('currency', 'word.currency'),
      figure('base', 'word.base_amount', { sum: true }),
      text('reference', 'word.reference', optional),
      text('vendor_id', 'word.vendor', hidden),
    ],
  },
  stock: {
    title: 'list.stock',
    rows: 'rows.items',
    sort: 'number',
    columns: [
      text('item', 'word.item'),
      text('number', 'word.number'),
      text('warehouse', 'word.warehouse'),
      text('method', 'word.method', { words: choicesOf(['fifo', 'average', 'standard', 'lot', 'serial']) }),
      day('last', 'word.last_movement'),
      figure('quantity', 'word.on_hand'),
      text('unit', 'word.unit'),
      figure('unit_cost', 'word.unit_cost', { calculated: true }),
      figure('value', 'word.value', { sum: true }),
      text('item_id', 'word.item', hidden),
      text('warehouse_id', 'word.warehouse', hidden),
    ],
  },
  deliveries: {
    title: 'list.deliveries',
    rows: 'rows.deliveries',
    sort: 'number',
    down: true,
    columns: [
      text('number', 'word.delivery'),
      day('date', 'word.date'),
      text('customer', 'word.customer'),
      figure('cost', 'word.cost_now', { sum: true }),
    ],
  },
} as const satisfies Record<string, List>;
