import type { EntityManager } from 'typeorm';
import { addDays, daysBetween, isDay } from '@obolus/core/exact/calendar';
import { folded } from '@obolus/core/matching/goods';
import { big, type Row, text } from '../queries/figures.ts';
import { CLAIMS_PAID } from '../storage/load/paymentRuns.ts';
import { stands } from '../storage/load/rows.ts';
import type { StatementLine } from './bankMessages.ts';
import { minorOf } from './minorOf.ts';

/** Money takes some days through the bank. */
const DAYS = 10;
/** A name shorter than this may be a part of any word. */
const SHORTEST = 4;

/** A payment or prepayment, a refund or a claim that was paid, that no statement has named yet. */
export interface UnstatedPayment {
  readonly id: string;
  readonly number: string;
  readonly vendor: string;
  readonly date: string;
  readonly currency: string;
  /** In minor units of its currency; below zero what came in. */
  readonly amount: bigint;
  /** What the bank took for it in base currency, where whoever typed it knew; below zero what it got. */
  readonly took: bigint | undefined;
  /** Whom it went to, and the numbers of the bills that it paid. */
  readonly names: readonly string[];
  readonly stands: true;
  readonly isTaken: false;
}

/** SQL: document `d` was made of no run. */
const NO_RUN = 'NOT EXISTS (SELECT 1 FROM run_paid x WHERE x.document_id = d.id)';

/** Those that were typed, which lines of these days may be of. */
export async function typedPayments(manager: EntityManager, days: readonly string[]): Promise<UnstatedPayment[]> {
  const known = days.filter(isDay).sort();
  const [first, last] = [known[0], known[known.length - 1]];
  return first === undefined || last === undefined
    ? []
    : unstatedPayments(manager, [addDays(first, -DAYS), addDays(last, DAYS)], NO_RUN);
}

/**
 * Those of these days, the first and the last among them.
 * @param which SQL: which of the documents `d`
 */
export async function unstatedPayments(
  manager: EntityManager,
  between: readonly [string, string],
  which = 'TRUE',
): Promise<UnstatedPayment[]> {
  const untaken = (of: string) =>
    `${stands(of)} AND d.date BETWEEN ? AND ? AND NOT EXISTS (SELECT 1 FROM bank_statement_line l WHERE l.payment_id = ${of} AND ${stands('l.document_id')})`;
  const rows: Row[] = await manager.query(
    `SELECT d.id, d.number, d.date, d.currency, p.amount, p.took, v.name, v.payee,
       (SELECT GROUP_CONCAT(b.reference SEPARATOR '\\n') FROM payment_line y JOIN document b ON b.id = y.of_id WHERE y.document_id = d.id) AS bills
     FROM payment p JOIN document d ON d.id = p.document_id JOIN vendor v ON v.id = d.vendor_id WHERE p.prepayment_id IS NULL AND ${which} AND ${untaken('d.id')}
     UNION ALL SELECT d.id, d.number, d.date, d.currency, p.amount, NULL, v.name, v.payee, NULL FROM prepayment p JOIN document d ON d.id = p.document_id JOIN vendor v ON v.id = d.vendor_id WHERE ${which} AND ${untaken('d.id')}
     UNION ALL SELECT d.id, d.number, d.date, d.currency, -p.amount, NULL, v.name, v.payee, NULL FROM prepayment_refund p JOIN document d ON d.id = p.document_id JOIN vendor v ON v.id = d.vendor_id WHERE ${untaken('d.id')}
     UNION ALL SELECT c.document_id, n.number, c.date, c.currency, c.amount, NULL, v.name, v.payee, NULL FROM (${CLAIMS_PAID(untaken('d.id'))}) c JOIN document n ON n.id = c.document_id JOIN vendor v ON v.id = c.vendor_id
     ORDER BY id`,
    [...between, ...between, ...between, ...between],
  );
  return rows.map((row) => ({
    id: text(row.id),
    number: text(row.number),
    vendor: text(row.name),
    date: text(row.date),
    currency: text(row.currency),
    amount: big(row.amount),
    took: row.took == null ? undefined : big(row.took),
    names: [text(row.name), text(row.payee), ...text(row.bills).split('\n')],
    stands: true,
    isTaken: false,
  }));
}

/**
 * The typed payment that a line of a statement is, or the refund that came in with it: of the same amount, within days of it, and named by the bank, by its
 * payee or by a bill that it paid. Undefined where it is none, or may be several.
 * @param home the currency of the books, and of the account
 * @param handled those that an earlier line is
 */
export function typedPaymentOf(
  line: StatementLine,
  payments: readonly UnstatedPayment[],
  home: string,
  handled: ReadonlySet<string>,
): UnstatedPayment | undefined {
  const { day, asked, isDebit, isCharge, currency } = line;
  const minor = minorOf(line.amount, currency);
  const taken = minor === undefined || isDebit ? minor : -minor;
  const fee = line.fee === '' ? 0n : minorOf(line.fee, currency);
  if (isCharge || currency !== home || taken === undefined || fee === undefined || !isDay(day)) return undefined;
  const said = folded(line.names);
  const isNamed = (name: string) => folded(name).length >= SHORTEST && said.includes(folded(name));
  const isAmount = (payment: UnstatedPayment): boolean => {
    if (payment.took !== undefined) return payment.took === taken;
    if (payment.currency === home) return payment.amount + fee === taken;
    const ofTheirs = asked?.currency === payment.currency ? minorOf(asked.amount, asked.currency) : undefined;
    return ofTheirs !== undefined && (isDebit ? ofTheirs : -ofTheirs) === payment.amount;
  };
  const found = payments.filter(
    (payment) =>
      !handled.has(payment.id) &&
      Math.abs(daysBetween(day, payment.date)) <= DAYS &&
      payment.amount < 0n === !isDebit &&
      isAmount(payment) &&
      payment.names.some(isNamed),
  );
  return found.length === 1 ? found[0] : undefined;
}
