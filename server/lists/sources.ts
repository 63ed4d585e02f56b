import type { ListName } from '@obolus/contract/lists';
import { REGISTER_NAMES, type RegisterName } from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import type { Order } from '@obolus/core/state/purchasing';
import { approvalOf, isHeld, sentVersion } from '@obolus/core/purchasing/order/standing';
import { BILLED_OF_ORDER, OPEN, RECEIVED } from '../queries/openOfOrder.ts';
import { big, showUnitCost, text as textOf } from '../queries/figures.ts';
import { inBase, worthOf } from '../queries/worth.ts';
import { STORED } from '../setUp/stored.ts';
import { readOrders, type ReadOrders } from '../storage/load/orders.ts';
import { stands } from '../storage/load/rows.ts';
import { creditRows, unmatchedRows } from './given.ts';
import {
  amount,
  base,
  type ColumnSource,
  day,
  given,
  type ListSource,
  price,
  quantity,
  scaled,
  text,
  whole,
} from './source.ts';

const BASE = '(SELECT currency FROM company WHERE id = 1)';
const nothing = (sql: string) => `NULLIF(${sql}, 0)`;

/** The lines of each order together: what they come to in its currency, and what has become of that. */
const OF_LINES = `(SELECT l.document_id, COUNT(*) AS line_count, MIN(IF(l.open > 0, l.due_day, NULL)) AS due,
    SUM(${worthOf('l.quantity', 'l.currency')}) AS amount, SUM(${worthOf('GREATEST(l.received, 0)', 'l.currency')}) AS received, SUM(${worthOf('l.billed', 'l.currency')}) AS billed,
    SUM(${worthOf('l.open', 'l.currency')}) AS open, SUM(${worthOf('GREATEST(l.received - l.billed, 0)', 'l.currency')}) AS unbilled
  FROM (SELECT l.document_id, l.quantity, l.price, l.per, l.discount, l.due_day, o.currency, ${RECEIVED} AS received, ${BILLED_OF_ORDER} AS billed, ${OPEN} AS open
        FROM ordered_line l JOIN document o ON o.id = l.document_id) l GROUP BY l.document_id)`;

const orders: ListSource = {
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
  async tell(manager, rows, currency) {
    const { orders: stood, limits } = await readOrders(
      { manager, locking: false },
      rows.map((row) => textOf(row.id)),
      currency,
    );
    const byId = new Map(stood.map((order) => [order.id, order]));
    return { stands: rows.map((row) => standsIn(byId.get(textOf(row.id)), limits)) };
  },
};

/** In a word or two; most orders stand as they should, and nothing is said. */
function standsIn(order: Order | undefined, limits: ReadOrders['limits']): string {
  if (!order) return '';
  if (isHeld(order)) return 'on hold';
  const approval = approvalOf(order, limits);
  if (approval === 'awaited') return 'waits for approval';
  if (approval === 'rejected') return 'rejected';
  const versions = order.versions.map(({ document }) => document);
  const sent = sentVersion(order);
  if (sent === undefined) return approval === 'approved' ? 'approved' : '';
  const last = versions.length;
  return versions.indexOf(sent) + 1 === last
    ? `sent${last > 1 ? `, version ${last}` : ''}`
    : `version ${last} not sent`;
}

/** Days, from the end of the due day on, with goods still to come. */
const LATE = `NULLIF(GREATEST(IF(${OPEN} > 0, DATEDIFF(:today, l.due_day), 0), 0), 0)`;

const orderLines: ListSource = {
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
    transport: text('l.transport'),
    buyer: text('u.name'),
    department: text('l.department'),
    location: text('l.location'),
    project: text('l.project'),
  },
};

/** What of receipt line l was cleared by bills and by goods that went back before they were billed, in base currency: to the cent as it was posted. */
const CLEARED_OF = `(COALESCE((SELECT SUM(b.cleared) FROM bill_line b WHERE b.receipt_id = l.document_id AND b.receipt_line_no = l.line_no AND ${stands('b.document_id')}), 0)
  + COALESCE((SELECT SUM(b.unbilled_cleared) FROM return_line b WHERE b.receipt_id = l.document_id AND b.receipt_line_no = l.line_no AND ${stands('b.document_id')}), 0))`;
/** The lines of each receipt together; what is not billed of them is what goods received not invoiced still holds for them. */
const OF_RECEIPT = `(SELECT l.document_id, COUNT(*) AS line_count, SUM(l.base_amount) AS amount, SUM(l.unbilled) AS unbilled
  FROM (SELECT l.document_id, l.base_amount, l.base_amount - ${CLEARED_OF} AS unbilled FROM receipt_line l) l GROUP BY l.document_id)`;

const receipts: ListSource = {
  from: `document d JOIN vendor v ON v.id = d.vendor_id JOIN user_account u ON u.id = d.entered_by LEFT JOIN warehouse w ON w.id = d.warehouse_id`,
  where: `d.kind = 'receipt' AND ${stands('d.id')}`,
  worked: { join: `LEFT JOIN ${OF_RECEIPT} s ON s.document_id = d.id`, columns: ['lines', 'amount', 'unbilled'] },
  id: 'd.id',
  link: (row) => `/documents/${textOf(row.id)}`,
  columns: {
    number: text('d.number'),
    date: day('d.date'),
    vendor: text('v.name'),
    vendor_id: text('d.vendor_id'),
    slip: text('d.reference'),
    transport: text('d.transport'),
    warehouse: text('w.name'),
    by: text('u.name'),
    lines: whole('COALESCE(s.line_count, 0)'),
    orders: text(
      "(SELECT GROUP_CONCAT(DISTINCT o.number ORDER BY o.id SEPARATOR ', ') FROM receipt_line l JOIN document o ON o.id = l.order_id WHERE l.document_id = d.id)",
    ),
    amount: base('COALESCE(s.amount, 0)'),
    unbilled: base(nothing('s.unbilled')),
  },
};

/** For one stock unit in the document's currency, and in base currency, to six decimals. */
const UNIT_PRICE = (line: string, per: string) => {
  const paid = `CAST(${line}.price AS DECIMAL(65, 0)) * (1000000 - ${line}.discount)`;
  return `(${paid} DIV CAST(${per} AS DECIMAL(65, 0))) AS own_price, (${paid} * d.rate DIV (CAST(${per} AS DECIMAL(65, 0)) * 10000000000)) AS unit_price`;
};

/** What items were ordered and billed at, line by line, each beside the one before of the same vendor. */
const BOUGHT_AT = `(SELECT l.document_id, l.line_no, 0 AS source, 'ordered' AS kind, d.number, d.date, d.vendor_id, d.currency, l.item_id, l.quantity, l.unit, l.price, ${UNIT_PRICE('l', 'l.per')}
    FROM ordered_line l JOIN document d ON d.id = l.document_id WHERE l.item_id IS NOT NULL AND ${stands('d.id')}
    UNION ALL
    SELECT b.document_id, b.line_no, 1, 'billed', d.number, d.date, d.vendor_id, d.currency, o.item_id, b.quantity, o.unit, b.price, ${UNIT_PRICE('b', 'o.per')}
    FROM bill_line b LEFT JOIN receipt_line r ON r.document_id = b.receipt_id AND r.line_no = b.receipt_line_no
    JOIN ordered_line o ON o.document_id = COALESCE(r.order_id, b.order_id) AND o.line_no = COALESCE(r.order_line_no, b.order_line_no)
    JOIN document d ON d.id = b.document_id WHERE o.item_id IS NOT NULL AND ${stands('d.id')})`;
/** In the vendor's own currency: a rate of exchange that moved is no change of its price. */
const BEFORE =
  'LAG(p.own_price) OVER (PARTITION BY p.source, p.vendor_id, p.currency, p.item_id ORDER BY p.date, p.document_id, p.line_no)';

const purchases: ListSource = {
  from: `(SELECT p.*, ${BEFORE} AS earlier FROM ${BOUGHT_AT} p) x JOIN vendor v ON v.id = x.vendor_id JOIN item i ON i.id = x.item_id`,
  id: '(x.document_id * 10000 + x.line_no) * 2 + x.source',
  link: (row) => `/documents/${textOf(row.document_id)}`,
  columns: {
    document_id: text('x.document_id'),
    date: day('x.date'),
    kind: text('x.kind'),
    document: text('x.number'),
    vendor: text('v.name'),
    vendor_id: text('x.vendor_id'),
    item_id: text('x.item_id'),
    item: text('i.name'),
    quantity: quantity('x.quantity'),
    unit: text("IF(x.unit = '', i.unit, x.unit)"),
    price: price('x.price'),
    currency: text('x.currency'),
    unit_price: scaled('x.unit_price', 6),
    before: scaled('NULLIF(x.earlier, x.own_price)', 6),
    change: scaled('NULLIF(ROUND((x.own_price - x.earlier) * 10000 / NULLIF(x.earlier, 0)), 0)', 2),
  },
};

/** Every line of a bill that differed, however it was decided. Charges and what was not accepted have a reason of their own. */
const DECIDED = `(SELECT b.document_id, b.line_no, COALESCE(i.name, r.expense, o.expense) AS what, IF(b.order_id IS NOT NULL AND b.done = 0, 'not here', 'price') AS kind,
    IF(b.order_id IS NOT NULL AND b.done = 0, b.payable, b.price_difference) AS amount,
    CASE WHEN b.waits = 1 THEN 'wait for the goods' WHEN b.order_id IS NOT NULL AND b.done = 0 AND b.price_difference = 0 THEN 'ahead of the goods'
      WHEN b.difference = 'cost' THEN 'into cost' WHEN b.difference = 'variance' THEN 'to variance' ELSE 'credit asked for' END AS decision, b.reason
    FROM bill_line b LEFT JOIN receipt_line r ON r.document_id = b.receipt_id AND r.line_no = b.receipt_line_no LEFT JOIN ordered_line o ON o.document_id = b.order_id AND o.line_no = b.order_line_no
    LEFT JOIN item i ON i.id = COALESCE(r.item_id, o.item_id) WHERE b.price_difference <> 0 OR b.reason <> '' OR (b.order_id IS NOT NULL AND b.done = 0)
  UNION ALL SELECT c.document_id, c.line_no, c.kind, 'charge', c.base_amount, 'taken as a charge', c.reason FROM bill_charge c WHERE c.reason <> ''
  UNION ALL SELECT a.document_id, a.line_no + 20000, 'the whole bill', a.kind, a.amount, 'taken so', a.reason FROM bill_whole a
  UNION ALL SELECT n.document_id, n.line_no, n.said, 'not accepted', n.base_amount, IF(n.decision = 'credit', 'credit asked for', 'not ours'), n.reason FROM bill_disputed n)`;

const decisions: ListSource = {
  from: `${DECIDED} x JOIN document d ON d.id = x.document_id JOIN vendor v ON v.id = d.vendor_id JOIN user_account u ON u.id = d.entered_by
    LEFT JOIN user_account s ON s.id = (SELECT g.answered_by FROM sign_off g WHERE g.draft_id = d.idempotency_key AND g.answer = 'agreed' ORDER BY g.id DESC LIMIT 1)
    LEFT JOIN reversal t ON t.reversed_id = d.id`,
  id: 'x.document_id * 100000 + x.line_no',
  link: (row) => `/documents/${textOf(row.document_id)}`,
  columns: {
    document_id: text('x.document_id'),
    entered: day('DATE(d.entered_at)'),
    date: day('d.date'),
    vendor: text('v.name'),
    vendor_id: text('d.vendor_id'),
    reference: text('d.reference'),
    document: text('d.number'),
    what: text('x.what'),
    kind: text('x.kind'),
    amount: base('x.amount'),
    decision: text('x.decision'),
    reason: text('x.reason'),
    by: text('u.name'),
    second: text("COALESCE(s.name, '')"),
    reversed: text("IF(t.document_id IS NULL, '', 'yes')"),
  },
};

const unmatched: ListSource = {
  from: given({
    id: 'whole',
    document: 'text',
    date: 'text',
    days: 'whole',
    vendor: 'text',
    vendor_id: 'whole',
    what: 'text',
    quantity: 'whole',
    unit: 'text',
    kind: 'text',
    amount: 'whole',
    reference: 'text',
  }),
  given: unmatchedRows,
  id: 'g.id',
  link: (row) => `/bench/${textOf(row.vendor_id)}`,
  columns: {
    document: text('g.document'),
    date: day('g.date'),
    days: whole('g.days'),
    vendor: text('g.vendor'),
    vendor_id: text('g.vendor_id'),
    what: text('g.what'),
    quantity: quantity('g.quantity'),
    unit: text('g.unit'),
    kind: text('g.kind'),
    amount: base('g.amount'),
    reference: text('g.reference'),
  },
};

const credits: ListSource = {
  from: given({
    id: 'whole',
    document: 'text',
    date: 'text',
    days: 'whole',
    vendor: 'text',
    vendor_id: 'whole',
    what: 'text',
    quantity: 'whole',
    unit: 'text',
    kind: 'text',
    amount: 'whole',
    currency: 'text',
    base: 'whole',
    reference: 'text',
  }),
  given: creditRows,
  id: 'g.id',
  link: (row) => `/bench/${textOf(row.vendor_id)}/credit`,
  columns: {
    document: text('g.document'),
    date: day('g.date'),
    days: whole('g.days'),
    vendor: text('g.vendor'),
    vendor_id: text('g.vendor_id'),
    what: text('g.what'),
    quantity: quantity('g.quantity'),
    unit: text('g.unit'),
    kind: text('g.kind'),
    amount: amount('g.amount'),
    currency: text('g.currency'),
    base: base('g.base'),
    reference: text('g.reference'),
  },
};

const stock: ListSource = {
  from: 'pool p JOIN item i ON i.id = p.item_id JOIN warehouse w ON w.id = p.warehouse_id',
  id: 'p.id',
  link: (row) => `/stock/${textOf(row.item_id)}/${textOf(row.warehouse_id)}`,
  columns: {
    item: text('i.name'),
    number: text('i.number'),
    item_id: text('i.id'),
    warehouse: text('w.name'),
    warehouse_id: text('w.id'),
    method: text("IF(i.tracking = 'serial', 'serial', i.method)"),
    last: day('p.last_day'),
    quantity: quantity('p.quantity'),
    unit: text('i.unit'),
    value: base('p.value'),
  },
  tell: (_, rows, currency) =>
    Promise.resolve({ unit_cost: rows.map((row) => showUnitCost(big(row.value), big(row.quantity), currency) ?? '') }),
};

const deliveries: ListSource = {
  from: 'document d',
  where: `d.kind = 'delivery' AND ${stands('d.id')}`,
  id: 'd.id',
  link: (row) => `/documents/${textOf(row.id)}`,
  columns: {
    number: text('d.number'),
    date: day('d.date'),
    customer: text('d.customer'),
    cost: base(
      '(SELECT COALESCE(-SUM(c.amount), 0) FROM value_change c JOIN delivery_line l ON l.document_id = c.line_document_id AND l.line_no = c.line_no WHERE l.document_id = d.id)',
    ),
  },
};

/** A register as a list: each field as it is kept. */
function registerSource(register: RegisterName): ListSource {
  const { table, fields } = STORED[register];
  const places = new Map(
    REGISTERS[register].fields.map(({ name, as, places: kept = 0 }) => [name, as === 'figure' ? kept : undefined]),
  );
  const columns = Object.entries(fields).map(([name, { read, show }]): [string, ColumnSource] => {
    const decimals = places.get(name);
    return [name, decimals === undefined ? { sql: read, ...(show ? { show } : {}) } : scaled(read, decimals)];
  });
  return {
    from: `${table} t`,
    id: 't.id',
    link: (row) => `/setup/${register}/${textOf(row.id)}`,
    columns: Object.fromEntries(columns),
  };
}

type Listed = Exclude<RegisterName, 'company'>;
const registers = Object.fromEntries(
  REGISTER_NAMES.filter((name): name is Listed => name !== 'company').map((name) => [name, registerSource(name)]),
) as Record<Listed, ListSource>;

export const SOURCES: Readonly<Record<ListName, ListSource>> = {
  orders,
  'order-lines': orderLines,
  receipts,
  purchases,
  decisions,
  unmatched,
  credits,
  stock,
  deliveries,
  ...registers,
};
