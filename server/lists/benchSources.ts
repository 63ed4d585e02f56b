import { text as textOf } from '../queries/figures.ts';
import { creditRows, unmatchedRows } from './given.ts';
import { amount, base, day, given, type ListSource, quantity, text, whole } from './source.ts';

/** Every line of a bill that differed, however it was decided. Charges and what was not accepted have a reason of their own. */
const DECIDED = `(SELECT b.document_id, b.line_no, COALESCE(i.name, r.expense, o.expense) AS what, IF(b.order_id IS NOT NULL AND b.done = 0, 'not-here', 'price') AS kind,
    IF(b.order_id IS NOT NULL AND b.done = 0, b.payable, b.price_difference) AS amount,
    CASE WHEN b.waits = 1 THEN 'waits' WHEN b.order_id IS NOT NULL AND b.done = 0 AND b.price_difference = 0 THEN 'ahead' ELSE b.difference END AS decision, b.reason
    FROM bill_line b LEFT JOIN receipt_line r ON r.document_id = b.receipt_id AND r.line_no = b.receipt_line_no LEFT JOIN ordered_line o ON o.document_id = b.order_id AND o.line_no = b.order_line_no
    LEFT JOIN item i ON i.id = COALESCE(r.item_id, o.item_id) WHERE b.price_difference <> 0 OR b.reason <> '' OR (b.order_id IS NOT NULL AND b.done = 0)
  UNION ALL SELECT c.document_id, c.line_no, c.kind, 'charge', c.base_amount, 'charge', c.reason FROM bill_charge c WHERE c.reason <> ''
  UNION ALL SELECT a.document_id, a.line_no + 20000, '', a.kind, a.amount, 'accepted', a.reason FROM bill_whole a
  UNION ALL SELECT n.document_id, n.line_no, n.said, 'disputed', n.base_amount, n.decision, n.reason FROM bill_disputed n)`;

export const decisions: ListSource = {
  from: `${DECIDED} x JOIN document d ON d.id = x.document_id JOIN vendor v ON v.id = d.vendor_id JOIN user_account u ON u.id = d.entered_by
    LEFT JOIN user_account s ON s.id = (SELECT c.entered_by FROM approval g JOIN document c ON c.id = g.document_id WHERE g.subject = 'bill' AND g.subject_id = d.idempotency_key AND g.step = 'approved' ORDER BY c.id DESC LIMIT 1)
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

export const unmatched: ListSource = {
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

export const credits: ListSource = {
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
