import { folded } from '@obolus/core/matching/goods';
import type { PayableView } from '@obolus/contract/views/payables';
import { PLAIN, type Row, text } from './figures.ts';

/** SQL: what bill asks, `m`, is the account on file of vendor `v` by now. */
const IS_OWN = `(m.account <> '' AND ${PLAIN('m.account')} = ${PLAIN('v.bank_account')})`;

/** SQL: bill `d` of vendor `v` asks to be paid elsewhere, and no second person said where it is paid to (`core/paying/remitTo`). */
export const PAYEE_WAITS = `EXISTS (SELECT 1 FROM bill_remit_to m WHERE m.document_id = d.id AND NOT ${IS_OWN} AND NOT EXISTS (SELECT 1 FROM approval w WHERE w.bill_id = d.id))`;

/** SQL: joins to bill `d` what it asks, `m`, and what was answered, `ma`. */
export const ASKS_PAYEE =
  'LEFT JOIN bill_remit_to m ON m.document_id = d.id LEFT JOIN approval ma ON ma.bill_id = d.id';

/** SQL: the columns of them. */
export const ASKED_PAYEE = 'm.payee AS asked_payee, m.account AS asked_account, ma.step AS payee_answer';

/** Whom an open item is paid to, where that is not the vendor at its account on file. */
export function paidToOf(row: Row, own: string): PayableView['paidTo'] {
  if (row.asked_payee == null || row.payee_answer === 'rejected') return null;
  const account = text(row.asked_account);
  if (account !== '' && folded(account) === folded(own)) return null;
  return { payee: text(row.asked_payee), account, isConfirmed: row.payee_answer === 'approved' };
}

/** SQL: joins to check `k` the place of a run, `p`, that its payment was made of, where it was. */
export const OF_RUN =
  'LEFT JOIN run_paid y ON y.document_id = k.payment_id LEFT JOIN run_payment p ON p.document_id = y.run_id AND p.line_no = y.run_line_no';

/** SQL: joins to payment `p` of a run, to vendor `v`, the bill's payee `m` where it goes to another payee or account. */
export const RUN_PAYEE = `LEFT JOIN bill_remit_to m ON m.document_id = (SELECT b.of_id FROM run_bill b JOIN approval w ON w.bill_id = b.of_id AND w.step = 'approved'
  WHERE b.document_id = p.document_id AND b.payment_no = p.line_no AND b.amount > 0 ORDER BY b.bill_no LIMIT 1) AND NOT ${IS_OWN}`;

/** SQL: whose name such a payment goes by, and that of the vendor or whom it is paid through where it is made of no run. */
export const PAYEE_NAME = "COALESCE(NULLIF(m.payee, ''), NULLIF(v.payee, ''), v.name)";

/** SQL: what payee, account and bank of such a payment are. */
export const RUN_PAID_TO = `${PAYEE_NAME} AS payee, COALESCE(NULLIF(m.account, ''), v.bank_account) AS account, IF(m.account <> '', m.bank_code, v.bank_code) AS bank_code`;
