import { lineId } from '@obolus/core/costing/pool';
import type { BankPayment, PaymentRun, RunPrepayment } from '@obolus/core/state/paying';
import { groupBy } from '../groupBy.ts';
import type { BooksLoader } from './loader.ts';
import { amountOf, baseOf, big, isTrue, optional, query, type Reading, type Row, stands, text } from './rows.ts';

export async function loadPaymentRuns(loader: BooksLoader, documents: readonly string[]): Promise<void> {
  await loader.lockDocuments(documents);
  await loader.keep('paymentRuns', documents, async (missing) =>
    (await readPaymentRuns(loader.reading, missing)).map((run) => [run.document, run]),
  );
}

export async function loadBankPayments(loader: BooksLoader, documents: readonly string[]): Promise<void> {
  await loader.lockDocuments(documents);
  await loader.keep('bankPayments', documents, async (missing) =>
    (await readBankPayments(loader.reading, missing)).map((payment) => [payment.document, payment]),
  );
}

/** Runs with what they ask for, how they were answered, and which of their payments were ever made. */
export async function readPaymentRuns(reading: Reading, documents: readonly string[]): Promise<PaymentRun[]> {
  if (documents.length === 0) return [];
  const rows = await query(
    reading,
    `SELECT r.*, d.date, d.entered_by, (SELECT a.step FROM approval a WHERE a.run_id = d.id) AS answer
     FROM payment_run r JOIN document d ON d.id = r.document_id WHERE d.id IN (?) AND ${stands('d.id')}`,
    [documents],
  );
  const payments = groupBy(
    await query(reading, 'SELECT * FROM run_payment WHERE document_id IN (?) ORDER BY line_no', [documents]),
    (row) => text(row.document_id),
  );
  const bills = groupBy(
    await query(reading, 'SELECT * FROM run_bill WHERE document_id IN (?) ORDER BY payment_no, bill_no', [documents]),
    (row) => `${text(row.document_id)}/${text(row.payment_no)}`,
  );
  const made = groupBy(
    await query(reading, 'SELECT run_id, run_line_no FROM run_paid WHERE run_id IN (?) ORDER BY document_id', [
      documents,
    ]),
    (row) => text(row.run_id),
  );
  const prepaid = new Map(
    (await query(reading, 'SELECT * FROM run_prepayment WHERE document_id IN (?)', [documents])).map((row) => [
      lineId(text(row.document_id), Number(row.payment_no)),
      row,
    ]),
  );
  return rows.map((row) => {
    const document = text(row.document_id);
    return {
      document,
      by: text(row.entered_by),
      date: text(row.date),
      account: text(row.bank_account_id),
      way: row.way === 'check' ? 'check' : 'transfer',
      amount: baseOf(row.amount),
      answer: optional(row.answer) as PaymentRun['answer'],
      made: (made.get(document) ?? []).map((payment) => Number(payment.run_line_no) - 1),
      payments: (payments.get(document) ?? []).map((payment) => ({
        vendor: text(payment.vendor_id),
        currency: text(payment.currency),
        bills: (bills.get(lineId(document, Number(payment.line_no))) ?? []).map((bill) => ({
          of: text(bill.of_id),
          amount: amountOf(bill.amount),
          discount: amountOf(bill.discount),
        })),
        prepays: prepaysOf(prepaid.get(lineId(document, Number(payment.line_no)))),
      })),
    };
  });
}

const prepaysOf = (row: Row | undefined): RunPrepayment | undefined =>
  row && {
    order: optional(row.order_id),
    refundable: isTrue(row.refundable),
    amount: amountOf(row.amount),
    tax: amountOf(row.tax),
  };

/** Payments and prepayments that left the bank, and what vendors gave back, with the statements that say what it took or got. */
export async function readBankPayments(reading: Reading, documents: readonly string[]): Promise<BankPayment[]> {
  const rows = await query(
    reading,
    `SELECT m.*, d.vendor_id, d.currency, d.date FROM bank_movement m JOIN document d ON d.id = m.document_id WHERE d.id IN (?) AND ${stands('d.id')}`,
    [documents],
  );
  const stated = groupBy(
    await query(
      reading,
      `SELECT l.document_id, l.line_no, l.payment_id FROM bank_statement_line l WHERE l.payment_id IN (?) AND ${stands('l.document_id')} ORDER BY l.document_id, l.line_no`,
      [documents],
    ),
    (row) => text(row.payment_id),
  );
  const checks = new Map(
    (
      await query(
        reading,
        `SELECT k.document_id, k.number, k.payment_id FROM bank_check k WHERE k.payment_id IN (?) AND ${stands('k.document_id')}`,
        [documents],
      )
    ).map((row) => [text(row.payment_id), { document: text(row.document_id), number: big(row.number) }]),
  );
  return rows.map((row) => {
    const document = text(row.document_id);
    return {
      document,
      check: checks.get(document),
      vendor: text(row.vendor_id),
      currency: text(row.currency),
      date: text(row.date),
      amount: amountOf(row.amount),
      account: optional(row.bank_account_id),
      left: { held: amountOf(row.held), base: baseOf(row.base_amount) },
      fee: { held: amountOf(row.fee), base: baseOf(row.fee_base) },
      stated: (stated.get(document) ?? []).map((line) => ({
        line: lineId(text(line.document_id), Number(line.line_no)),
      })),
    };
  });
}
