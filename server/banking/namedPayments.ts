import type { EntityManager } from 'typeorm';
import { big, type Row, text } from '../queries/figures.ts';
import { stands } from '../storage/load/rows.ts';
import { transferReference } from '../transfers/runFile.ts';

/** A payment that the bank says something of. */
export interface Payment {
  readonly id: string;
  readonly date: string;
  readonly currency: string;
  /** The company's account that it left; undefined for one in base currency that nobody named. */
  readonly account: string | undefined;
  /** In minor units of its currency; below zero what came in. */
  readonly amount: bigint;
  readonly stands: boolean;
  readonly isTaken: boolean;
}

/** The payments that the bank names as we named them to it, locked: what is said of one is used once. */
export async function paymentsNamed(
  manager: EntityManager,
  references: readonly string[],
): Promise<ReadonlyMap<string, Payment>> {
  const parted = references.flatMap((reference) => {
    const [, run, line] = /^(.+)-(\d{1,6})$/.exec(reference) ?? [];
    return run === undefined || line === undefined ? [] : [{ run, line }];
  });
  if (parted.length === 0) return new Map();
  const rows: Row[] = await manager.query(
    `SELECT p.document_id, r.number, p.run_line_no, y.amount, m.bank_account_id, d.currency, d.date, ${stands('p.document_id')} AS stands,
            EXISTS (SELECT 1 FROM bank_statement_line l WHERE l.payment_id = p.document_id AND ${stands('l.document_id')}) AS is_taken
     FROM document r JOIN run_paid p ON p.run_id = r.id JOIN run_payment y ON y.document_id = p.run_id AND y.line_no = p.run_line_no JOIN document d ON d.id = p.document_id LEFT JOIN bank_movement m ON m.document_id = d.id WHERE r.kind = 'payment-run' AND r.number IN (?) ORDER BY d.id FOR UPDATE`,
    [[...new Set(parted.map(({ run }) => run))]],
  );
  return new Map(
    rows.map((row) => [
      transferReference(text(row.number), text(row.run_line_no)),
      paymentOf(row, text(row.document_id)),
    ]),
  );
}

/** The payments that checks of an account stand for, by their numbers, locked; a void check stands for none. */
export async function paymentsByCheck(
  manager: EntityManager,
  account: string,
  numbers: readonly string[],
): Promise<ReadonlyMap<string, Payment>> {
  const asked = [...new Set(numbers)].filter((number) => /^\d+$/.test(number));
  if (account === '' || asked.length === 0) return new Map();
  const rows: Row[] = await manager.query(
    `SELECT k.number, k.payment_id, m.amount, m.bank_account_id, d.currency, d.date, ${stands('d.id')} AS stands,
            EXISTS (SELECT 1 FROM bank_statement_line l WHERE l.payment_id = d.id AND ${stands('l.document_id')}) AS is_taken
     FROM bank_check k JOIN document d ON d.id = k.payment_id JOIN bank_movement m ON m.document_id = d.id
     WHERE k.bank_account_id = ? AND k.number IN (?) AND ${stands('k.document_id')} ORDER BY d.id FOR UPDATE`,
    [account, asked],
  );
  return new Map(rows.map((row) => [text(row.number), paymentOf(row, text(row.payment_id))]));
}

const paymentOf = (row: Row, id: string): Payment => ({
  id,
  date: text(row.date),
  account: row.bank_account_id ?? undefined,
  currency: text(row.currency),
  amount: big(row.amount),
  stands: Number(row.stands) === 1,
  isTaken: Number(row.is_taken) === 1,
});
