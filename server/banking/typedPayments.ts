import type { EntityManager } from 'typeorm';
import { addDays, daysBetween, isDay } from '@obolus/core/exact/calendar';
import { folded } from '@obolus/core/matching/goods';
import { big, type Row, text } from '../queries/figures.ts';
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
  /** The company's account that it left; undefined for one in base currency that nobody named. */
  readonly account: string | undefined;
  /** What the bank took for it in the account's currency, where whoever typed it knew; below zero what it got. */
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
  const rows: Row[] = await manager.query(
    `SELECT d.id, d.number, d.date, d.currency, m.bank_account_id, m.amount, IF(m.is_said = 1, m.held + m.fee, NULL) AS took, v.name, v.payee,
       (SELECT GROUP_CONCAT(b.reference SEPARATOR '\\n') FROM payment_line y JOIN document b ON b.id = y.of_id WHERE y.document_id = d.id) AS bills
     FROM bank_movement m JOIN document d ON d.id = m.document_id JOIN vendor v ON v.id = d.vendor_id
     WHERE ${which} AND ${stands('d.id')} AND d.date BETWEEN ? AND ? AND NOT EXISTS (SELECT 1 FROM bank_statement_line l WHERE l.payment_id = d.id AND ${stands('l.document_id')})
     ORDER BY d.id`,
    [...between],
  );
  return rows.map((row) => ({
    id: text(row.id),
    number: text(row.number),
    vendor: text(row.name),
    date: text(row.date),
    account: row.bank_account_id ?? undefined,
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
 * @param kept the currency of the account
 * @param handled those that an earlier line is
 */
export function typedPaymentOf(
  line: StatementLine,
  payments: readonly UnstatedPayment[],
  kept: string,
  handled: ReadonlySet<string>,
): UnstatedPayment | undefined {
  const { day, asked, isDebit, isCharge, currency } = line;
  const minor = minorOf(line.amount, currency);
  const taken = minor === undefined || isDebit ? minor : -minor;
  const fee = line.fee === '' ? 0n : minorOf(line.fee, currency);
  if (isCharge || currency !== kept || taken === undefined || fee === undefined || !isDay(day)) return undefined;
  const said = folded(line.names);
  const isNamed = (name: string) => folded(name).length >= SHORTEST && said.includes(folded(name));
  const isAmount = (payment: UnstatedPayment): boolean => {
    if (payment.took !== undefined) return payment.took === taken;
    if (payment.currency === kept) return payment.amount + fee === taken;
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
