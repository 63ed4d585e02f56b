import type { EntityManager } from 'typeorm';
import { type Language, LANGUAGES } from '@obolus/messages/speaker';
import { RequestError } from '../asking/failures.ts';
import { type Row, showAmount, text } from '../queries/figures.ts';
import { OF_RUN, PAYEE_NAME, RUN_PAYEE } from '../queries/paidTo.ts';
import { groupBy } from '../storage/groupBy.ts';
import { isTrue, stands } from '../storage/load/rows.ts';
import { type Address, addressOf } from './orderPaper.ts';

/** A check as it is printed, with what it pays. Figures as text, exact; days as ISO. */
export interface CheckPaper {
  readonly number: string;
  /** The payment that it pays. */
  readonly payment: string;
  readonly date: string;
  readonly language: Language;
  readonly company: Address;
  readonly payee: Address;
  readonly vendor: string;
  readonly bank: { readonly name: string; readonly account: string; readonly code: string };
  readonly currency: string;
  readonly amount: string;
  /** Whether a statement says that the bank paid it. */
  readonly isCashed: boolean;
  readonly lines: readonly {
    readonly reference: string;
    readonly date: string;
    readonly amount: string;
    readonly discount: string;
  }[];
}

/** Checks that stand: one by its document, or all of a run in the order of their numbers. @throws RequestError 404 where there is none */
export async function readCheckPapers(
  manager: EntityManager,
  of: { check: string } | { run: string },
): Promise<CheckPaper[]> {
  const [where, id] = 'check' in of ? ['k.document_id = ?', of.check] : ['y.run_id = ?', of.run];
  const rows: Row[] = await manager.query(
    `SELECT k.number, k.payment_id, o.number AS payment, d.date, a.amount, v.name, ${PAYEE_NAME} AS payee, v.number AS vendor_number, v.address, c.name AS company, c.address AS company_address,
       c.language, t.name AS bank, t.account, t.bank_code, t.currency, EXISTS (SELECT 1 FROM bank_statement_line s WHERE s.payment_id = k.payment_id AND ${stands('s.document_id')}) AS is_cashed
     FROM bank_check k JOIN document d ON d.id = k.document_id JOIN document o ON o.id = k.payment_id JOIN vendor v ON v.id = o.vendor_id JOIN company c ON c.id = 1 JOIN bank_account t ON t.id = k.bank_account_id
       JOIN bank_movement a ON a.document_id = k.payment_id ${OF_RUN} ${RUN_PAYEE}
     WHERE ${where} AND ${stands('k.document_id')} ORDER BY k.number`,
    [id],
  );
  if (rows.length === 0) throw new RequestError(404, 'problem.no_such_document');
  const lines = groupBy(
    (await manager.query(
      `SELECT l.document_id, l.amount, l.discount, COALESCE(NULLIF(o.reference, ''), o.number) AS reference, o.date FROM payment_line l JOIN document o ON o.id = l.of_id WHERE l.document_id IN (?) ORDER BY l.line_no`,
      [rows.map((row) => row.payment_id)],
    )) as Row[],
    (row) => text(row.document_id),
  );
  return rows.map((row) => {
    const currency = text(row.currency);
    const payee = text(row.payee);
    return {
      number: text(row.number),
      payment: text(row.payment),
      date: text(row.date),
      language: LANGUAGES.find((one) => one === text(row.language)) ?? 'en',
      company: addressOf(row.company, row.company_address),
      // Whose address that is nobody keeps, where it is somebody else.
      payee: payee === text(row.name) ? addressOf(row.name, row.address) : { name: payee, lines: [] },
      vendor: text(row.vendor_number),
      bank: { name: text(row.bank), account: text(row.account), code: text(row.bank_code) },
      currency,
      amount: showAmount(row.amount, currency),
      isCashed: isTrue(row.is_cashed),
      lines: (lines.get(text(row.payment_id)) ?? []).map((line) => ({
        reference: text(line.reference),
        date: text(line.date),
        amount: showAmount(line.amount, currency),
        discount: showAmount(line.discount, currency),
      })),
    };
  });
}
