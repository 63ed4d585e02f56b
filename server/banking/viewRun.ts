import type { EntityManager } from 'typeorm';
import { MAY_ANSWER } from '@obolus/contract/approvals';
import type { PaymentState, RunState, RunView } from '@obolus/contract/views/paying';
import { documentAmount, formatAmount } from '@obolus/core/exact/amounts';
import { RequestError } from '../asking/failures.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import { big, type Row, showAmount, text } from '../queries/figures.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { groupBy } from '../storage/groupBy.ts';
import { isTrue, stands } from '../storage/load/rows.ts';
import { doubtsOf } from '../queries/paidTwice.ts';
import { RUN_PAID_TO, RUN_PAYEE } from '../queries/paidTo.ts';
import { ACCOUNT_SINCE } from './proposal.ts';

/** A payment run with its payments, and how each stands with the bank. */
export async function viewRun(manager: EntityManager, user: SignedIn, id: string): Promise<RunView> {
  const [head] = (await manager.query(
    `SELECT d.id, d.number, d.date, d.entered_by, d.entered_at, d.note, u.name AS entered, r.amount, r.way, b.id AS account_id, b.name AS account_name, b.account, b.currency AS account_currency, a.step, ad.note AS reason, ad.entered_at AS answered_at,
            au.name AS answered, s.sent_at, su.name AS sent
     FROM document d JOIN payment_run r ON r.document_id = d.id JOIN bank_account b ON b.id = r.bank_account_id JOIN user_account u ON u.id = d.entered_by
       LEFT JOIN approval a ON a.run_id = d.id LEFT JOIN document ad ON ad.id = a.document_id LEFT JOIN user_account au ON au.id = ad.entered_by
       LEFT JOIN run_sending s ON s.run_id = d.id LEFT JOIN user_account su ON su.id = s.sent_by WHERE d.id = ? AND ${stands('d.id')}`,
    [id],
  )) as Row[];
  if (!head) throw new RequestError(404, 'problem.no_such_document');
  const payments: Row[] = await manager.query(
    `SELECT p.line_no, p.currency, p.amount, q.document_id IS NOT NULL AS prepays, q.order_id, o.number AS order_number, q.refundable, q.tax, v.id AS vendor_id, v.name, ${RUN_PAID_TO}, IF(m.account <> '', NULL, ${ACCOUNT_SINCE}) AS since, y.document_id AS payment_id, yd.number AS payment_number,
            y.document_id IS NOT NULL AND NOT ${stands('y.document_id')} AS is_taken_back,
            EXISTS (SELECT 1 FROM bank_statement_line l WHERE l.payment_id = y.document_id AND ${stands('l.document_id')}) AS is_taken,
            (SELECT k.says FROM bank_line k WHERE k.payment_id = y.document_id AND k.kind = 'rejected' AND k.because = '' ORDER BY k.id DESC LIMIT 1) AS rejected,
            EXISTS (SELECT 1 FROM bank_line k WHERE k.payment_id = y.document_id AND k.kind = 'accepted' AND k.because = '') AS is_accepted
     FROM run_payment p JOIN vendor v ON v.id = p.vendor_id ${RUN_PAYEE} LEFT JOIN run_paid y ON y.run_id = p.document_id AND y.run_line_no = p.line_no LEFT JOIN document yd ON yd.id = y.document_id
       LEFT JOIN run_prepayment q ON q.document_id = p.document_id AND q.payment_no = p.line_no LEFT JOIN document o ON o.id = q.order_id
     WHERE p.document_id = ? ORDER BY p.line_no`,
    [id],
  );
  const bills = groupBy(
    (await manager.query(
      `SELECT b.payment_no, b.of_id, b.amount, b.discount, COALESCE(NULLIF(o.reference, ''), o.number) AS reference FROM run_bill b JOIN document o ON o.id = b.of_id WHERE b.document_id = ? ORDER BY b.payment_no, b.bill_no`,
      [id],
    )) as Row[],
    (row) => text(row.payment_no),
  );
  const checks = groupBy(
    (await manager.query(
      `SELECT k.document_id, k.number, k.payment_id, NOT ${stands('k.document_id')} AS is_void FROM run_paid y JOIN bank_check k ON k.payment_id = y.document_id WHERE y.run_id = ? ORDER BY k.number`,
      [id],
    )) as Row[],
    (row) => text(row.payment_id),
  );
  const doubts = await doubtsOf(
    manager,
    head.step == null ? [...bills.values()].flat().map((bill) => text(bill.of_id)) : [],
  );
  const isMine = text(head.entered_by) === user.id;
  const state: RunState =
    head.step == null ? 'waits' : head.step === 'rejected' ? 'rejected' : head.sent_at == null ? 'released' : 'sent';
  return {
    id,
    number: text(head.number),
    date: text(head.date),
    account: {
      id: text(head.account_id),
      name: text(head.account_name),
      number: text(head.account),
      currency: text(head.account_currency),
    },
    state,
    way: text(head.way) === 'check' ? 'check' : 'transfer',
    enteredBy: text(head.entered),
    enteredAt: text(head.entered_at),
    sure: text(head.note),
    answeredBy: text(head.answered),
    answeredAt: text(head.answered_at),
    reason: text(head.reason),
    sentBy: text(head.sent),
    sentAt: text(head.sent_at),
    mine: isMine,
    mayRelease: state === 'waits' && !isMine && MAY_ANSWER['payment-run'].includes(user.role),
    totals: [...groupBy(payments, (row) => text(row.currency))].map(([currency, rows]) => ({
      currency,
      amount: sumOf(rows, 'amount', currency),
      payments: rows.length,
    })),
    base: showAmount(head.amount, await baseCurrency(manager)),
    payments: payments.map((row) => {
      const currency = text(row.currency);
      const own = bills.get(text(row.line_no)) ?? [];
      return {
        line: Number(row.line_no),
        vendor: { id: text(row.vendor_id), name: text(row.name) },
        currency,
        amount: showAmount(row.amount, currency),
        discount: sumOf(own, 'discount', currency),
        payee: text(row.payee),
        account: text(row.account),
        accountSince: text(row.since),
        bills: own.map((bill) => ({
          id: text(bill.of_id),
          reference: text(bill.reference),
          amount: showAmount(bill.amount, currency),
          doubt: doubts.get(text(bill.of_id)) ?? null,
        })),
        prepays: isTrue(row.prepays)
          ? {
              order: text(row.order_id),
              number: text(row.order_number),
              refundable: isTrue(row.refundable),
              tax: showAmount(row.tax, currency),
            }
          : null,
        state: stateOf(
          row,
          state,
          text(head.way) === 'check'
            ? (checks.get(text(row.payment_id)) ?? []).some((one) => !isTrue(one.is_void))
            : undefined,
        ),
        says: text(row.rejected),
        payment: row.payment_id == null ? null : { id: text(row.payment_id), number: text(row.payment_number) },
        checks: (checks.get(text(row.payment_id)) ?? []).map((check) => ({
          id: text(check.document_id),
          number: text(check.number),
          isVoid: isTrue(check.is_void),
        })),
      };
    }),
  };
}

const sumOf = (rows: readonly Row[], column: string, currency: string): string =>
  formatAmount(documentAmount(rows.reduce((sum, row) => sum + big(row[column]), 0n)), currency);

/** @param isOut whether a check stands for it, in a run by checks */
function stateOf(row: Row, run: RunState, isOut: boolean | undefined): PaymentState {
  const is = (column: string) => Number(row[column] ?? 0) === 1;
  if (is('is_taken_back')) return 'rejected';
  // What credits make up for is settled without the bank.
  if (is('is_taken') || (row.payment_id != null && big(row.amount) === 0n)) return 'taken';
  if (is('is_accepted')) return 'accepted';
  if (isOut !== undefined && row.payment_id != null) return isOut ? 'check-out' : 'to-write';
  if (run === 'sent') return 'sent';
  return run === 'released' ? 'to-send' : 'waits';
}
