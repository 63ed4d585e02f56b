import type { Order } from '@obolus/core/state/purchasing';
import { approvalOf, isHeld, sentVersion } from '@obolus/core/purchasing/order/standing';
import { completeOrders } from '../queries/complete.ts';
import { BILLED_OF_ORDER, OPEN, RECEIVED } from '../queries/openOfOrder.ts';
import { text as textOf } from '../queries/figures.ts';
import { inBase, worthOf } from '../queries/worth.ts';
import { readOrders, type ReadOrders } from '../storage/load/orders.ts';
import { stands } from '../storage/load/rows.ts';
import { amount, base, day, type ListSource, price, quantity, text, whole } from './source.ts';
import { BASE, nothing } from './listed.ts';

/** The lines of each order together: what they come to in its currency, and what has become of that. */
const OF_LINES = `(SELECT l.document_id, COUNT(*) AS line_count, MIN(IF(l.open > 0, l.due_day, NULL)) AS due,
    SUM(${worthOf('l.quantity', 'l.currency')}) AS amount, SUM(${worthOf('GREATEST(l.received, 0)', 'l.currency')}) AS received, SUM(${worthOf('l.billed', 'l.currency')}) AS billed,
    SUM(${worthOf('l.open', 'l.currency')}) AS open, SUM(${worthOf('GREATEST(l.received - l.billed, 0)', 'l.currency')}) AS unbilled
  FROM (SELECT l.document_id, l.quantity, l.price, l.per, l.discount, l.due_day, o.currency, ${RECEIVED} AS received, ${BILLED_OF_ORDER} AS billed, ${OPEN} AS open
        FROM ordered_line l JOIN document o ON o.id = l.document_id) l GROUP BY l.document_id)`;

export const orders: ListSource = {
  from: 'document d JOIN vendor v ON v.id = d.vendor_id JOIN user_account u ON u.id = d.entered_by LEFT JOIN warehouse w ON w.id = d.warehouse_id',
  where: `d.kind = 'order' AND ${stands('d.id')}`,
  worked: {
    join: `LEFT JOIN ${OF_LINES} s ON s.document_id = d.id`,
    columns: ['due', 'amount', 'received', 'billed', 'open', 'unbilled', 'lines'],
  },
  id: 'd.id',
  link: (row) => `/documents/${textOf(row.id)}`,
  columns: {
    number: text('d.number'),
    date: day('d.date'),
    vendor: text('v.name'),
    vendor_id: text('d.vendor_id'),
    currency: text('d.currency'),
    due: day('s.due'),
    amount: amount('s.amount'),
    received: amount('s.received'),
    billed: amount('s.billed'),
    open: amount(nothing('s.open')),
    unbilled: amount(nothing('s.unbilled')),
    buyer: text('u.name'),
    warehouse: text('w.name'),
    note: text('d.note'),
    lines: whole('s.line_count'),
  },
  async calculate(manager, rows, currency) {
    const ids = rows.map((row) => textOf(row.id));
    const { orders: stood, limits } = await readOrders({ manager, locking: false }, ids, currency);
    const byId = new Map(stood.map((order) => [order.id, order]));
    const complete = await completeOrders(manager, ids);
    return { stands: ids.map((id) => (complete.has(id) ? 'complete' : standsIn(byId.get(id), limits))) };
  },
};

/** By a code (`status.…`); most orders stand as they should, and nothing is said. */
function standsIn(order: Order | undefined, limits: ReadOrders['limits']): string {
  if (!order) return '';
  if (isHeld(order)) return 'on-hold';
  const approval = approvalOf(order, limits);
  if (approval === 'awaited') return 'awaits-approval';
  if (approval === 'rejected') return 'rejected';
  const versions = order.versions.map(({ document }) => document);
  const sent = sentVersion(order);
  if (sent === undefined) return approval === 'approved' ? 'approved' : '';
  return versions.at(-1) === sent ? 'sent' : 'change-not-sent';
}

/** Days, from the end of the due day on, with goods still to come. */
const LATE = `NULLIF(GREATEST(IF(${OPEN} > 0, DATEDIFF(:today, l.due_day), 0), 0), 0)`;

export const orderLines: ListSource = {
  from: `ordered_line l JOIN document d ON d.id = l.document_id JOIN vendor v ON v.id = d.vendor_id JOIN user_account u ON u.id = d.entered_by
         LEFT JOIN item i ON i.id = l.item_id LEFT JOIN warehouse w ON w.id = COALESCE(l.warehouse_id, d.warehouse_id)`,
  where: stands('d.id'),
  id: 'l.document_id * 10000 + l.line_no',
  link: (row) => `/documents/${textOf(row.document_id)}`,
  columns: {
    document_id: text('d.id'),
    order: text('d.number'),
    due: day('l.due_day'),
    late: whole(LATE),
    vendor: text('v.name'),
    vendor_id: text('d.vendor_id'),
    item: text('COALESCE(i.name, l.expense)'),
    number: text("COALESCE(i.number, '')"),
    item_id: text('l.item_id'),
    ordered: quantity('l.quantity'),
    received: quantity(RECEIVED),
    open: quantity(nothing(OPEN)),
    billed: quantity(BILLED_OF_ORDER),
    unit: text("COALESCE(i.unit, '')"),
    currency: text('d.currency'),
    price: price('l.price'),
    worth: base(nothing(inBase(worthOf(OPEN, 'd.currency'), 'd.currency', 'd.rate', BASE))),
    warehouse: text('w.name'),
    shipment: text('l.shipment'),
    buyer: text('u.name'),
    department: text('l.department'),
    location: text('l.location'),
    project: text('l.project'),
  },
};
