import { text as textOf } from '../queries/figures.ts';
import { stands } from '../storage/load/rows.ts';
import { base, day, type ListSource, quantity, scaled, text } from './source.ts';

const USED = `COALESCE((SELECT SUM(u.amount) FROM estimate_use u WHERE u.receipt_id = e.document_id AND u.receipt_line_no = e.line_no AND u.kind = e.kind AND ${stands('u.document_id')}), 0)`;
const ACTUAL = `COALESCE((SELECT SUM(a.amount) FROM allocation_share a JOIN bill_charge c ON c.document_id = a.charge_id AND c.line_no = a.charge_line_no
  WHERE a.receipt_id = e.document_id AND a.receipt_line_no = e.line_no AND c.kind = e.kind AND ${stands('a.document_id')}), 0)`;

/** Each charge that was estimated with a received line, beside what was allocated onto it of that kind. */
const COMPARED = `(SELECT e.document_id, e.line_no, e.kind, e.amount AS estimated, ${USED} AS used, ${ACTUAL} AS actual FROM receipt_estimate e WHERE ${stands('e.document_id')})`;

export const estimates: ListSource = {
  from: `${COMPARED} x JOIN receipt_line l ON l.document_id = x.document_id AND l.line_no = x.line_no JOIN document d ON d.id = x.document_id JOIN document o ON o.id = l.order_id
    JOIN vendor v ON v.id = d.vendor_id JOIN item i ON i.id = l.item_id JOIN charge_kind k ON k.code = x.kind LEFT JOIN came_on y ON y.receipt_id = x.document_id AND y.receipt_line_no = x.line_no LEFT JOIN shipment s ON s.number = y.shipment LEFT JOIN vendor c ON c.id = s.carrier_id`,
  id: '(x.document_id * 100000 + x.line_no) * 1000 + k.id',
  link: (row) => `/documents/${textOf(row.document_id)}`,
  columns: {
    document_id: text('x.document_id'),
    date: day('d.date'),
    shipment: text("COALESCE(y.shipment, '')"),
    carrier: text("COALESCE(c.name, '')"),
    route: text("CONCAT_WS(' → ', NULLIF(s.from_port, ''), NULLIF(s.to_port, ''))"),
    mode: text("COALESCE(s.mode, '')"),
    kind: text('x.kind'),
    item: text('i.name'),
    vendor: text('v.name'),
    vendor_id: text('d.vendor_id'),
    receipt: text('d.number'),
    order: text('o.number'),
    quantity: quantity('l.quantity'),
    unit: text('i.unit'),
    estimated: base('x.estimated'),
    actual: base('x.actual'),
    // While its bill is awaited nothing is known to differ.
    difference: base('IF(x.actual = 0 AND x.used < x.estimated, NULL, x.actual - x.estimated)'),
    change: scaled('IF(x.actual = 0, NULL, ROUND((x.actual - x.estimated) * 1000 / NULLIF(x.estimated, 0)))', 1),
    stands: text(
      "CASE WHEN x.used < x.estimated THEN IF(x.actual = 0, 'awaits-bill', 'partly-billed') WHEN x.actual = 0 THEN 'closed-unbilled' ELSE 'billed' END",
    ),
  },
};
