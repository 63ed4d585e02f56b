import { createHash } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type { Remittances } from '@obolus/contract/views/paying';
import { LANGUAGES } from '@obolus/messages/speaker';
import { RequestError } from '../asking/failures.ts';
import { speakerFor } from '../asking/speakers.ts';
import { type MailServer, sendMail } from '../mail/mails.ts';
import { big, type Row, showAmount, text } from '../queries/figures.ts';
import { RUN_PAID_TO, RUN_PAYEE } from '../queries/paidTo.ts';
import { groupBy } from '../storage/groupBy.ts';
import { isTrue, stands } from '../storage/load/rows.ts';
import { transferReference } from '../transfers/runFile.ts';
import { hiddenAccount } from '../transfers/accountNumbers.ts';

/**
 * Tells the vendors of a released run by mail what they are paid and for which bills, each in its language: a payment once, however often it is asked.
 * Payments that the bank sent back are left out; vendors without a mail address are named.
 */
export async function sendRemittances(
  source: DataSource,
  mailServer: MailServer,
  run: string,
  now: Date,
): Promise<Remittances> {
  const { manager } = source;
  const payments: Row[] = await manager.query(
    `SELECT r.number, r.date, y.run_line_no, y.document_id, p.amount, d.currency, q.document_id IS NOT NULL AS prepays, o.number AS order_number, v.name, v.mail, ${RUN_PAID_TO}, c.name AS company, COALESCE(NULLIF(v.language, ''), c.language) AS language
     FROM run_paid y JOIN run_payment p ON p.document_id = y.run_id AND p.line_no = y.run_line_no JOIN document r ON r.id = y.run_id JOIN document d ON d.id = y.document_id
       LEFT JOIN run_prepayment q ON q.document_id = p.document_id AND q.payment_no = p.line_no LEFT JOIN document o ON o.id = q.order_id JOIN vendor v ON v.id = d.vendor_id JOIN company c ON c.id = 1 ${RUN_PAYEE}
     WHERE y.run_id = ? AND ${stands('y.document_id')} ORDER BY y.run_line_no`,
    [run],
  );
  if (payments.length === 0) throw new RequestError(422, 'problem.nothing_to_advise');
  const bills = groupBy(
    (await manager.query(
      `SELECT b.payment_no, b.amount, b.discount, COALESCE(NULLIF(o.reference, ''), o.number) AS reference, o.date FROM run_bill b JOIN document o ON o.id = b.of_id WHERE b.document_id = ? ORDER BY b.payment_no, b.bill_no`,
      [run],
    )) as Row[],
    (row) => text(row.payment_no),
  );
  const without = payments.filter((row) => text(row.mail) === '').map((row) => text(row.name));
  let sent = 0;
  for (const payment of payments.filter((row) => text(row.mail) !== '')) {
    const reference = transferReference(text(payment.number), text(payment.run_line_no));
    const id = idOf(`remittance ${reference} ${text(payment.document_id)}`);
    const isNew = await sendMail(
      source,
      mailServer,
      { id, to: text(payment.mail), ...letterOf(payment, reference, bills.get(text(payment.run_line_no)) ?? []) },
      now,
    );
    if (isNew) sent += 1;
  }
  return { sent, without: [...new Set(without)] };
}

/** The same letter has the same id, so that it is sent once. */
function idOf(name: string): string {
  const hash = createHash('sha256').update(name).digest('hex');
  return [hash.slice(0, 8), hash.slice(8, 12), hash.slice(12, 16), hash.slice(16, 20), hash.slice(20, 32)].join('-');
}

function letterOf(payment: Row, reference: string, bills: readonly Row[]): { subject: string; text: string } {
  const language = LANGUAGES.find((one) => one === text(payment.language)) ?? 'en';
  const { say } = speakerFor(language);
  const currency = text(payment.currency);
  const figure = (amount: unknown) => ({ figure: showAmount(amount as string, currency) });
  const lines = bills.map((bill) => {
    const about = { reference: text(bill.reference), date: { day: text(bill.date) }, amount: figure(bill.amount) };
    return big(bill.discount) === 0n
      ? say('letter.paid_bill', { ...about, currency })
      : say('letter.paid_less', { ...about, currency, discount: figure(bill.discount) });
  });
  if (isTrue(payment.prepays))
    lines.push(
      payment.order_number == null
        ? say('letter.paid_on_account')
        : say('letter.paid_ahead', { order: text(payment.order_number) }),
    );
  const paid = {
    amount: figure(payment.amount),
    currency,
    day: { day: text(payment.date) },
    account: hiddenAccount(text(payment.account)),
    reference,
  };
  return {
    subject: say('letter.paid_subject', { company: text(payment.company), reference }),
    text: [
      say('letter.to', { vendor: text(payment.name) }),
      '',
      payment.payee === payment.name
        ? say('letter.paid', paid)
        : say('letter.paid_to', { ...paid, payee: text(payment.payee) }),
      ...lines,
      '',
      text(payment.company),
    ].join('\n'),
  };
}
