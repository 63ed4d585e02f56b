import { text as textOf } from '../queries/figures.ts';
import { NEXT_DUE } from '../queries/dueParts.ts';
import { HELD_BY_HAND } from '../queries/heldByHand.ts';
import { isOpen } from '../queries/openOfOrder.ts';
import { ALIKE_BILLS } from '../queries/paidTwice.ts';
import { OF_RUN, PAYEE_NAME, PAYEE_WAITS, RUN_PAYEE } from '../queries/paidTo.ts';
import { WAITS_FOR } from '../queries/payables.ts';
import { stands } from '../storage/load/rows.ts';
import { amount, base, day, type ListSource, text, whole } from './source.ts';

/** Bills and credit memos that nothing, or not all, was paid of. What the vendor owes is negative. */
export const payables: ListSource = {
  from: 'open_item x JOIN document d ON d.id = x.line_document_id JOIN vendor v ON v.id = x.vendor_id',
  where: isOpen('to-pay'),
  id: 'd.id',
  link: (row) => `/documents/${textOf(row.id)}`,
  columns: {
    vendor: text('v.name'),
    vendor_id: text('x.vendor_id'),
    reference: text('d.reference'),
    number: text('d.number'),
    date: day('d.date'),
    due: day(NEXT_DUE),
    late: whole(`NULLIF(GREATEST(DATEDIFF(:today, ${NEXT_DUE}), 0), 0)`),
    until: day('d.discount_day'),
    open: amount('x.amount'),
    currency: text('d.currency'),
    base: base('x.base_amount'),
    held: text(
      `CASE WHEN v.hold <> '' THEN 'vendor-on-hold' WHEN ${HELD_BY_HAND} <> '' THEN 'held-by-hand' WHEN ${WAITS_FOR} > 0 THEN 'waits-for-goods' WHEN ${PAYEE_WAITS} THEN 'payee-unconfirmed' ELSE '' END`,
    ),
    kind: text("IF(d.kind = 'credit', 'credit-memo', 'vendor-bill')"),
  },
};

/** SQL: the last day on which bill `d` was paid, where nothing is open of it; null where something is, or nothing was paid. */
const PAID = (bill: string): string =>
  `(SELECT MAX(q.date) FROM payment_line y JOIN document q ON q.id = y.document_id WHERE y.of_id = ${bill} AND ${stands('q.id')}
     AND NOT EXISTS (SELECT 1 FROM open_item x WHERE x.line_document_id = ${bill} AND ${isOpen('to-pay')}))`;

/** Bills that were paid whole, and are like one that was entered before them and paid too: the latest such, the likeness that is surest. */
export const paidTwice: ListSource = {
  from: `(SELECT a.document_id, MAX(a.other_id) AS other_id, MAX(a.why) AS why FROM (${ALIKE_BILLS}) a WHERE ${PAID('a.document_id')} IS NOT NULL AND ${PAID('a.other_id')} IS NOT NULL GROUP BY a.document_id) t
    JOIN document d ON d.id = t.document_id JOIN vendor v ON v.id = d.vendor_id JOIN bill_number n ON n.document_id = d.id JOIN document o ON o.id = t.other_id JOIN vendor w ON w.id = o.vendor_id`,
  id: 'd.id',
  link: (row) => `/documents/${textOf(row.id)}`,
  columns: {
    vendor: text('v.name'),
    vendor_id: text('v.id'),
    reference: text('d.reference'),
    number: text('d.number'),
    date: day('d.date'),
    paid: day(PAID('d.id')),
    amount: amount('n.amount'),
    currency: text('d.currency'),
    why: text('t.why'),
    other: text('o.number'),
    other_vendor: text('w.name'),
    other_date: day('o.date'),
    other_paid: day(PAID('o.id')),
    explained: text('d.note'),
  },
};

/** Money that was paid before the bill and is not used up. */
export const prepayments: ListSource = {
  from: 'open_item x JOIN document d ON d.id = x.line_document_id JOIN vendor v ON v.id = x.vendor_id JOIN prepayment p ON p.document_id = d.id LEFT JOIN document o ON o.id = p.order_id',
  where: isOpen('prepaid'),
  id: 'd.id',
  link: (row) => `/documents/${textOf(row.id)}`,
  columns: {
    number: text('d.number'),
    date: day('d.date'),
    days: whole('DATEDIFF(:today, d.date)'),
    vendor: text('v.name'),
    vendor_id: text('x.vendor_id'),
    order: text("COALESCE(o.number, '')"),
    paid: amount('p.amount'),
    left: amount('x.amount'),
    currency: text('d.currency'),
    base: base('x.base_amount'),
  },
};

/** Payment runs, and how far each is. */
export const paymentRuns: ListSource = {
  from: `document d JOIN payment_run r ON r.document_id = d.id JOIN bank_account b ON b.id = r.bank_account_id JOIN user_account u ON u.id = d.entered_by
    LEFT JOIN approval a ON a.run_id = d.id LEFT JOIN document ad ON ad.id = a.document_id LEFT JOIN user_account au ON au.id = ad.entered_by`,
  where: stands('d.id'),
  id: 'd.id',
  link: (row) => `/payables/runs/${textOf(row.id)}`,
  columns: {
    number: text('d.number'),
    date: day('d.date'),
    account: text('b.name'),
    payments: whole('(SELECT COUNT(*) FROM run_payment p WHERE p.document_id = d.id)'),
    base: base('r.amount'),
    stands: text(
      `CASE WHEN a.step IS NULL THEN 'to-release' WHEN a.step = 'rejected' THEN 'rejected' WHEN EXISTS (SELECT 1 FROM run_sending s WHERE s.run_id = d.id) THEN 'at-bank' ELSE 'released' END`,
    ),
    by: text('u.name'),
    answered: text("COALESCE(au.name, '')"),
  },
};

const CHECK_STANDS = stands('d.id');

/** What became of each number of an account's checks. */
export const checks: ListSource = {
  from: `document d JOIN bank_check k ON k.document_id = d.id JOIN bank_account t ON t.id = k.bank_account_id LEFT JOIN vendor v ON v.id = d.vendor_id LEFT JOIN document o ON o.id = k.payment_id
    LEFT JOIN bank_movement b ON b.document_id = k.payment_id ${OF_RUN} ${RUN_PAYEE} LEFT JOIN reversal z ON z.reversed_id = d.id LEFT JOIN document zd ON zd.id = z.document_id`,
  id: 'd.id',
  link: (row) => `/documents/${textOf(row.id)}`,
  columns: {
    check: text('CAST(k.number AS CHAR)'),
    account: text('t.name'),
    date: day('d.date'),
    payee: text(`COALESCE(${PAYEE_NAME}, '')`),
    amount: amount(`IF(${CHECK_STANDS}, b.amount, NULL)`),
    currency: text('t.currency'),
    payment: text("COALESCE(o.number, '')"),
    stands: text(
      `CASE WHEN NOT ${CHECK_STANDS} THEN 'check-void' WHEN k.payment_id IS NULL THEN 'check-spoiled' WHEN EXISTS (SELECT 1 FROM bank_statement_line s WHERE s.payment_id = k.payment_id AND ${stands('s.document_id')}) THEN 'check-cashed' ELSE 'check-out' END`,
    ),
    reason: text("COALESCE(NULLIF(zd.note, ''), d.note)"),
    number: text('d.number'),
  },
};

const LINES =
  'return_line l JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no WHERE l.document_id = d.id';

/** Goods that went back, and what became of them. */
export const returns: ListSource = {
  from: 'document d JOIN vendor v ON v.id = d.vendor_id JOIN user_account u ON u.id = d.entered_by',
  where: `d.kind = 'return' AND ${stands('d.id')}`,
  id: 'd.id',
  link: (row) => `/documents/${textOf(row.id)}`,
  columns: {
    number: text('d.number'),
    date: day('d.date'),
    vendor: text('v.name'),
    vendor_id: text('d.vendor_id'),
    reference: text('d.reference'),
    what: text(
      `(SELECT GROUP_CONCAT(DISTINCT i.name ORDER BY i.id SEPARATOR ', ') FROM return_line l JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no JOIN item i ON i.id = r.item_id WHERE l.document_id = d.id)`,
    ),
    receipts: text(
      `(SELECT GROUP_CONCAT(DISTINCT g.number ORDER BY g.id SEPARATOR ', ') FROM return_line l JOIN document g ON g.id = l.receipt_id WHERE l.document_id = d.id)`,
    ),
    value: base(
      '(SELECT -COALESCE(SUM(c.amount), 0) FROM value_change c WHERE c.line_document_id = d.id AND c.pool_id IS NOT NULL)',
    ),
    stands: text(`CASE
      WHEN EXISTS (SELECT 1 FROM open_item x WHERE ${isOpen('to-credit')} AND x.line_document_id = d.id) THEN 'awaits-credit'
      WHEN EXISTS (SELECT 1 FROM ${LINES} AND l.replaces = 1 AND EXISTS (SELECT 1 FROM open_item x WHERE ${isOpen('to-receive')} AND x.line_document_id = r.order_id AND x.line_no = r.order_line_no)) THEN 'replacement-due'
      WHEN EXISTS (SELECT 1 FROM ${LINES} AND l.replaces = 0 AND l.billed > 0) THEN 'credited'
      WHEN EXISTS (SELECT 1 FROM ${LINES} AND l.replaces = 1) THEN 'replaced' ELSE 'lowers-bill' END`),
    by: text('u.name'),
  },
};
