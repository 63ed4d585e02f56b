import { completeReceipts } from '../queries/complete.ts';
import { shipmentsOf } from '../queries/cameOn.ts';
import { text as textOf } from '../queries/figures.ts';
import { stands } from '../storage/load/rows.ts';
import { base, day, type ListSource, price, quantity, scaled, text, whole } from './source.ts';
import { nothing } from './listed.ts';

/** What of receipt line l was cleared by bills and by goods that went back before they were billed, in base currency: to the cent as it was posted. */
const CLEARED_OF = `(COALESCE((SELECT SUM(b.cleared) FROM bill_line b WHERE b.receipt_id = l.document_id AND b.receipt_line_no = l.line_no AND ${stands('b.document_id')}), 0)
  + COALESCE((SELECT SUM(b.unbilled_cleared) FROM return_line b WHERE b.receipt_id = l.document_id AND b.receipt_line_no = l.line_no AND ${stands('b.document_id')}), 0))`;

/** The lines of each receipt together; what is not billed of them is what goods received not invoiced still holds for them. */
const OF_RECEIPT = `(SELECT l.document_id, COUNT(*) AS line_count, SUM(l.base_amount) AS amount, SUM(l.unbilled) AS unbilled
  FROM (SELECT l.document_id, l.base_amount, l.base_amount - ${CLEARED_OF} AS unbilled FROM receipt_line l) l GROUP BY l.document_id)`;

export const receipts: ListSource = {
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
    shipment: text(shipmentsOf('d.id')),
    warehouse: text('w.name'),
    by: text('u.name'),
    lines: whole('COALESCE(s.line_count, 0)'),
    orders: text(
      "(SELECT GROUP_CONCAT(DISTINCT o.number ORDER BY o.id SEPARATOR ', ') FROM receipt_line l JOIN document o ON o.id = l.order_id WHERE l.document_id = d.id)",
    ),
    amount: base('COALESCE(s.amount, 0)'),
    unbilled: base(nothing('s.unbilled')),
  },
  async calculate(manager, rows) {
    const ids = rows.map((row) => textOf(row.id));
    const complete = await completeReceipts(manager, ids);
    return { stands: ids.map((id) => (complete.has(id) ? 'complete' : '')) };
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

export const purchases: ListSource = {
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
