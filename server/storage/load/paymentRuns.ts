import { lineId, type LineId } from '@obolus/core/costing/pool';
import type { BankPayment, PaymentRun, RunPlace, RunPrepayment } from '@obolus/core/state/paying';
import { groupBy } from '../groupBy.ts';
import { keyOf } from '../lineColumns.ts';
import type { BooksLoader } from './loader.ts';
import { amountOf, baseOf, big, idOf, isTrue, optional, query, type Reading, type Row, stands, text } from './rows.ts';

/** A run, without its payments. */
export async function loadPaymentRun(loader: BooksLoader, run: string): Promise<void> {
  await Promise.all([
    loader.lockDocuments([run]),
    loader.keep('paymentRuns', [run], (missing) => readPaymentRuns(loader.reading, missing)),
  ]);
}

/** One payment of a run, with the run. */
export async function loadRunPlace(loader: BooksLoader, place: LineId): Promise<void> {
  const { document_id: run, line_no: number } = keyOf(place);
  await Promise.all([
    loadPaymentRun(loader, run),
    loader.keep('runPlaces', [place], () => readRunPlaces(loader.reading, run, number)),
  ]);
}

/** A run with all its payments. */
export async function loadWholeRun(loader: BooksLoader, run: string): Promise<void> {
  await loadPaymentRun(loader, run);
  const places = loader.parts.paymentRuns.get(run)?.places ?? 0;
  const all = Array.from({ length: places }, (_, at) => lineId(run, at + 1));
  await loader.keep('runPlaces', all, () => readRunPlaces(loader.reading, run));
}

export async function loadBankPayments(loader: BooksLoader, documents: readonly string[]): Promise<void> {
  await loader.lockDocuments(documents);
  await loader.keep('bankPayments', documents, async (missing) =>
    (await readBankPayments(loader.reading, missing)).map((payment) => [payment.document, payment]),
  );
}

/** Runs, and how they were answered. */
async function readPaymentRuns(reading: Reading, documents: readonly string[]): Promise<[string, PaymentRun][]> {
  const rows = await query(
    reading,
    `SELECT r.*, d.date, d.entered_by, (SELECT a.step FROM approval a WHERE a.run_id = d.id) AS answer,
       (SELECT COUNT(*) FROM run_payment p WHERE p.document_id = d.id) AS places
     FROM payment_run r JOIN document d ON d.id = r.document_id WHERE d.id IN (?) AND ${stands('d.id')}`,
    [documents],
  );
  return rows.map((row) => {
    const document = text(row.document_id);
    return [
      document,
      {
        document,
        by: text(row.entered_by),
        date: text(row.date),
        account: text(row.bank_account_id),
        way: row.way === 'check' ? 'check' : 'transfer',
        places: Number(row.places),
        amount: baseOf(row.amount),
        answer: optional(row.answer) as PaymentRun['answer'],
      },
    ];
  });
}

/** What a run, or one of its lines, asks for, and whether it was ever paid. */
async function readRunPlaces(reading: Reading, run: string, only?: number): Promise<[LineId, RunPlace][]> {
  const ofRun = (column: string) => (only === undefined ? '' : ` AND ${column} = ${only}`);
  const [payments, bills, prepaid] = await Promise.all([
    query(
      reading,
      `SELECT p.*, EXISTS (SELECT 1 FROM run_paid m WHERE m.run_id = p.document_id AND m.run_line_no = p.line_no) AS is_made
       FROM run_payment p WHERE p.document_id = ?${ofRun('p.line_no')}`,
      [run],
    ),
    query(reading, `SELECT * FROM run_bill WHERE document_id = ?${ofRun('payment_no')} ORDER BY payment_no, bill_no`, [
      run,
    ]),
    query(reading, `SELECT * FROM run_prepayment WHERE document_id = ?${ofRun('payment_no')}`, [run]),
  ]);
  const billsOf = groupBy(bills, (row) => text(row.payment_no));
  const prepaidBy = new Map(prepaid.map((row) => [text(row.payment_no), row]));
  return payments.map((row) => [
    idOf(row),
    {
      vendor: text(row.vendor_id),
      currency: text(row.currency),
      bills: (billsOf.get(text(row.line_no)) ?? []).map((bill) => ({
        of: text(bill.of_id),
        amount: amountOf(bill.amount),
        discount: amountOf(bill.discount),
      })),
      prepays: prepaysOf(prepaidBy.get(text(row.line_no))),
      isMade: isTrue(row.is_made),
    },
  ]);
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
