import { lineId, poolId } from '@obolus/core/costing/pool';
import type { Payable, Prepayment } from '@obolus/core/state/owed';
import type { BooksLoader } from './loader.ts';
import { amountOf, baseOf, idOf, isTrue, query, rateOf, type Reading, type Row, stands, text } from './rows.ts';

export async function loadPayables(loader: BooksLoader, documents: readonly string[]): Promise<void> {
  await Promise.all([
    loader.lockDocuments(documents),
    loader.keep('payables', documents, async (missing) =>
      (await readPayables(loader.reading, missing)).map((payable) => [payable.document, payable]),
    ),
  ]);
}

export async function loadPrepayments(loader: BooksLoader, documents: readonly string[]): Promise<void> {
  await Promise.all([
    loader.lockDocuments(documents),
    loader.keep('prepayments', documents, async (missing) =>
      (await readPrepayments(loader.reading, missing)).map((prepayment) => [prepayment.document, prepayment]),
    ),
  ]);
}

const DISCOUNTED_TAX =
  '(SELECT COALESCE(SUM(x.amount), 0) FROM bill_tax x WHERE x.document_id = p.document_id AND x.recoverable = 1 AND x.with_discount = 1 AND x.self_assessed = 0)';

/** What is owed on bills, or by the vendor on credit memos, and what was paid of it. */
export async function readPayables(reading: Reading, documents: readonly string[]): Promise<Payable[]> {
  if (documents.length === 0) return [];
  const [rows, paid, goods, waiting, elsewhere, holds] = await Promise.all([
    query(
      reading,
      `SELECT p.*, d.kind, d.vendor_id, d.currency, d.rate, d.date, ${DISCOUNTED_TAX} AS discounted_tax FROM payable p JOIN document d ON d.id = p.document_id WHERE p.document_id IN (?) AND ${stands('d.id')}`,
      [documents],
    ),
    query(
      reading,
      `SELECT l.document_id, l.line_no, l.of_id, l.settled, l.booked, d.date FROM payment_line l JOIN document d ON d.id = l.document_id WHERE l.of_id IN (?) AND ${stands('d.id')}
     UNION ALL SELECT l.document_id, l.line_no, l.of_id, l.amount, l.amount, d.date FROM bill_disbursement l JOIN document d ON d.id = l.document_id WHERE l.of_id IN (?) AND ${stands('d.id')}
     ORDER BY document_id, line_no`,
      [documents, documents],
    ),
    query(
      reading,
      `SELECT b.document_id, b.receipt_id, b.receipt_line_no, b.amount, r.item_id, d.warehouse_id, d.date FROM bill_line b
     JOIN receipt_line r ON r.document_id = b.receipt_id AND r.line_no = b.receipt_line_no JOIN document d ON d.id = b.receipt_id
     WHERE b.document_id IN (?) AND r.item_id IS NOT NULL ORDER BY b.line_no`,
      [documents],
    ),
    query(
      reading,
      'SELECT b.document_id, b.line_no, b.order_id, b.order_line_no FROM bill_line b WHERE b.document_id IN (?) AND b.waits = 1 ORDER BY b.line_no',
      [documents],
    ),
    query(
      reading,
      'SELECT r.*, a.step FROM bill_remit_to r LEFT JOIN approval a ON a.bill_id = r.document_id WHERE r.document_id IN (?)',
      [documents],
    ),
    query(
      reading,
      'SELECT h.of_id, h.step, d.note FROM payment_hold h JOIN document d ON d.id = h.document_id WHERE h.of_id IN (?) ORDER BY h.document_id',
      [documents],
    ),
  ]);
  return rows.map((row) => {
    const document = text(row.document_id);
    const hold = holds.findLast((one) => one.of_id === document);
    const remitTo = elsewhere.find((one) => one.document_id === document);
    return {
      ...(remitTo ? { remitTo: remitToOf(remitTo) } : {}),
      ...(hold?.step === 'held' ? { held: text(hold.note) } : {}),
      waitsFor: waiting
        .filter((line) => line.document_id === document)
        .map((line) => ({ line: idOf(line), of: idOf(line, 'order_id', 'order_line_no') })),
      document,
      account: row.kind === 'customs-entry' ? 'customs-payable' : 'payables',
      vendor: text(row.vendor_id),
      currency: text(row.currency),
      rate: rateOf(row.rate),
      date: text(row.date),
      amount: amountOf(row.amount),
      base: baseOf(row.base_amount),
      discountedTax: amountOf(row.discounted_tax),
      goods: goods
        .filter((line) => line.document_id === document)
        .map((line) => ({
          pool: poolId(text(line.item_id), text(line.warehouse_id)),
          movement: idOf(line, 'receipt_id', 'receipt_line_no'),
          date: text(line.date),
          amount: amountOf(line.amount),
        })),
      paid: paid
        .filter((line) => line.of_id === document)
        .map((line) => ({
          line: idOf(line),
          date: text(line.date),
          amount: amountOf(line.settled),
          base: baseOf(line.booked),
        })),
    };
  });
}

const remitToOf = (row: Row): Payable['remitTo'] => ({
  payee: text(row.payee),
  account: text(row.account),
  bankCode: text(row.bank_code),
  by: text(row.stated_by),
  answer: (['approved', 'rejected'] as const).find((step) => step === row.step),
});

/** Prepayments with the payments that used them up, and the goods that came in at their rate. */
export async function readPrepayments(reading: Reading, documents: readonly string[]): Promise<Prepayment[]> {
  const [rows, used, refunded, received] = await Promise.all([
    query(
      reading,
      `SELECT p.*, d.vendor_id, d.currency, d.date FROM prepayment p JOIN document d ON d.id = p.document_id WHERE p.document_id IN (?) AND ${stands('d.id')}`,
      [documents],
    ),
    query(
      reading,
      `SELECT p.*, d.date FROM payment p JOIN document d ON d.id = p.document_id WHERE p.prepayment_id IN (?) AND ${stands('d.id')} ORDER BY d.id`,
      [documents],
    ),
    query(
      reading,
      `SELECT r.document_id, r.of_id AS prepayment_id, r.amount, r.booked AS base_amount, r.tax AS prepaid_tax, r.tax_base AS prepaid_tax_base, d.date FROM prepayment_refund r JOIN document d ON d.id = r.document_id
     WHERE r.of_id IN (?) AND ${stands('d.id')} ORDER BY d.id`,
      [documents],
    ),
    query(
      reading,
      `SELECT * FROM receipt_prepaid r WHERE r.prepayment_id IN (?) AND ${stands('r.document_id')} ORDER BY r.document_id, r.line_no`,
      [documents],
    ),
  ]);
  return rows.map((row) => {
    const document = text(row.document_id);
    const taken = (parts: readonly Row[]) =>
      parts
        .filter((part) => part.prepayment_id === document)
        .map((part) => ({
          line: lineId(text(part.document_id), 1),
          date: text(part.date),
          amount: amountOf(part.amount),
          base: baseOf(part.base_amount),
          tax: amountOf(part.prepaid_tax),
          taxBase: baseOf(part.prepaid_tax_base),
        }));
    return {
      document,
      order: row.order_id == null ? undefined : text(row.order_id),
      vendor: text(row.vendor_id),
      currency: text(row.currency),
      date: text(row.date),
      amount: amountOf(row.amount),
      base: baseOf(row.base_amount),
      tax: { amount: amountOf(row.tax), base: baseOf(row.tax_base) },
      refundable: isTrue(row.refundable),
      used: taken(used),
      refunded: taken(refunded),
      received: received
        .filter((part) => part.prepayment_id === document)
        .map((part) => ({ line: idOf(part), amount: amountOf(part.amount), base: baseOf(part.base_amount) })),
    };
  });
}
