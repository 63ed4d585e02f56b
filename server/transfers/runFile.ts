import type { EntityManager } from 'typeorm';
import { documentAmount, formatAmount } from '@obolus/core/exact/amounts';
import { decimalOrThrow, formatDecimal } from '@obolus/core/exact/decimal';
import { invariant } from '@obolus/core/exact/invariant';
import { LANGUAGES } from '@obolus/messages/speaker';
import { RequestError } from '../asking/failures.ts';
import { speakerFor } from '../asking/speakers.ts';
import { big, type Row, text } from '../queries/figures.ts';
import { RUN_PAID_TO, RUN_PAYEE } from '../queries/paidTo.ts';
import { isTrue, stands } from '../storage/load/rows.ts';
import { groupBy } from '../storage/groupBy.ts';
import { creditTransferXml, type Transfer } from './creditTransfer.ts';

/** What a payment of a run is called on its way to the bank and back. */
export const transferReference = (run: string, line: number | string): string => `${run}-${line}`;

/** Writes the file of a run with its release: once, in the same transaction, so that the same file comes at every time. */
export async function writeRunFile(manager: EntityManager, run: string, at: string): Promise<void> {
  const [head] = (await manager.query(
    `SELECT d.number, d.date, r.way, c.name, b.account, b.bank_code, b.currency FROM document d JOIN payment_run r ON r.document_id = d.id JOIN bank_account b ON b.id = r.bank_account_id JOIN company c ON c.id = 1
     WHERE d.id = ?`,
    [run],
  )) as Row[];
  invariant(head !== undefined, 'a run that is released stands');
  // Checks are printed: the bank is asked for nothing.
  if (text(head.way) === 'check') return;
  const payments: Row[] = await manager.query(
    `SELECT p.line_no, p.currency, p.amount, ${RUN_PAID_TO},
            (SELECT GROUP_CONCAT(COALESCE(NULLIF(o.reference, ''), o.number) ORDER BY b.bill_no SEPARATOR ', ') FROM run_bill b JOIN document o ON o.id = b.of_id WHERE b.document_id = p.document_id AND b.payment_no = p.line_no) AS purpose,
            q.document_id IS NOT NULL AS prepays, o.number AS order_number, COALESCE(NULLIF(v.language, ''), c.language) AS language
     FROM run_payment p JOIN vendor v ON v.id = p.vendor_id JOIN company c ON c.id = 1 LEFT JOIN run_prepayment q ON q.document_id = p.document_id AND q.payment_no = p.line_no LEFT JOIN document o ON o.id = q.order_id
       ${RUN_PAYEE} WHERE p.document_id = ? ORDER BY p.line_no`,
    [run],
  );
  const number = text(head.number);
  // What credits make up for is settled without the bank.
  const paid = payments.filter((row) => big(row.amount) > 0n);
  const from = {
    name: text(head.name),
    account: text(head.account),
    bank: text(head.bank_code),
    currency: text(head.currency),
  };
  const groups = [...groupBy(paid, (row) => text(row.currency))].map(([currency, rows]) => ({
    reference: transferReference(number, currency),
    day: text(head.date),
    from,
    sum: sumOf(rows.map((row) => formatAmount(documentAmount(big(row.amount)), currency))),
    transfers: rows.map((row): Transfer => ({
      reference: transferReference(number, text(row.line_no)),
      amount: formatAmount(documentAmount(big(row.amount)), currency),
      currency,
      to: { name: text(row.payee), account: text(row.account), bank: text(row.bank_code) },
      purpose: isTrue(row.prepays) ? purposeAhead(row) : text(row.purpose),
    })),
  }));
  const content = creditTransferXml({
    reference: number,
    made: at.replace(' ', 'T').slice(0, 19),
    by: text(head.name),
    sum: sumOf(groups.map(({ sum }) => sum)),
    groups,
  });
  await manager.query('INSERT INTO run_file (run_id, name, content, made_at) VALUES (?, ?, ?, ?)', [
    run,
    `${number}.xml`,
    content,
    at,
  ]);
}

/** What a payment before the bill is for, as the bank passes it on: our order, in the vendor's language. */
function purposeAhead(row: Row): string {
  const { say } = speakerFor(LANGUAGES.find((one) => one === text(row.language)) ?? 'en');
  return row.order_number == null ? say('letter.on_account') : say('letter.ahead', { order: text(row.order_number) });
}

/** A control sum adds up figures whatever their currency (ISO 20022, CtrlSum). */
const PLACES = 4;
function sumOf(amounts: readonly string[]): string {
  const sum = amounts.reduce((total, amount) => total + decimalOrThrow(amount, PLACES), 0n);
  return formatDecimal(sum, PLACES);
}

/** The file of a run that was released; not where a payment of it was taken back here, since the bank would pay it all the same. */
export async function readRunFile(manager: EntityManager, run: string): Promise<{ name: string; content: string }> {
  const [file] = (await manager.query('SELECT name, content FROM run_file WHERE run_id = ?', [run])) as {
    name: string;
    content: string;
  }[];
  if (!file) throw new RequestError(404, 'problem.run_not_released');
  const [back] = (await manager.query(
    `SELECT d.number FROM run_paid p JOIN document d ON d.id = p.document_id WHERE p.run_id = ? AND NOT ${stands('d.id')}
       AND NOT EXISTS (SELECT 1 FROM bank_line l WHERE l.payment_id = p.document_id AND l.kind = 'rejected' AND l.because = '') LIMIT 1`,
    [run],
  )) as { number: string }[];
  if (back) throw new RequestError(409, 'problem.run_payment_reversed', { number: back.number });
  return file;
}
