import type { Shown } from '@obolus/contract/message';
import { type Message, message } from '@obolus/messages/message';
import type { EntityManager } from 'typeorm';
import { type Row, text } from '../../queries/figures.ts';
import { ASKED_PAYEE, ASKS_PAYEE, paidToOf } from '../../queries/paidTo.ts';

/** Whom it asked to be paid to, where that was not the vendor at its account on file, and what a second person said. */
export async function payeeFacts(manager: EntityManager, id: string): Promise<{ name: Message; value: Shown }[]> {
  const [row] = (await manager.query(
    `SELECT v.bank_account, ${ASKED_PAYEE}, u.name AS answered FROM document d JOIN vendor v ON v.id = d.vendor_id ${ASKS_PAYEE} LEFT JOIN document ad ON ad.id = ma.document_id
       LEFT JOIN user_account u ON u.id = ad.entered_by WHERE d.id = ? AND m.document_id IS NOT NULL`,
    [id],
  )) as Row[];
  if (!row) return [];
  const to = paidToOf(row, text(row.bank_account));
  const name = text(row.answered);
  const asked = [text(row.asked_payee), text(row.asked_account)].filter(Boolean).join(', ');
  const value =
    row.payee_answer == null
      ? message(to ? 'document.payee_waits' : 'document.payee_on_file', { asked })
      : message(row.payee_answer === 'approved' ? 'document.payee_confirmed' : 'document.payee_refused', {
          asked,
          name,
        });
  return [{ name: message('approval.payee'), value }];
}
