import { text } from '../queries/figures.ts';
import { loadCheckbooks, nextCheck } from '../storage/load/bankAccounts.ts';
import { loadBankPayments } from '../storage/load/paymentRuns.ts';
import { query } from '../storage/load/rows.ts';
import { loadRates } from '../storage/load/setUp.ts';
import { facts } from '../storage/tables.ts';
import { message } from '@obolus/messages/message';
import { refusal } from '@obolus/core/state/refusal';
import type { DocumentCommand } from './documentCommand.ts';
import { OF } from './lineQueries.ts';

export const check: DocumentCommand<'check'> = {
  question: async (manager, { body: { account, form }, locking }) =>
    form === '' ? { nextCheck: await nextCheck(manager, account, locking) } : {},
  read: ({ date, account, form, of, reason }, _, { nextCheck: next }) => ({
    kind: 'check',
    date,
    account,
    number: form === '' ? (next ?? 0n) : BigInt(form),
    of: of === '' ? undefined : of,
    reason: reason.trim(),
  }),
  async load({ account, of, date }, loader) {
    if (of !== undefined) await loadBankPayments(loader, [of]);
    const paid = of === undefined ? undefined : loader.parts.bankPayments.get(of);
    if (paid) await loadRates(loader, [paid.currency], date);
    await loadCheckbooks(loader, [account]);
  },
  header: ({ reason }) => ({ note: reason.trim() }),
  headerOf: ({ vendor, currency }) => (vendor === undefined || currency === undefined ? {} : { vendor, currency }),
  rows: ({ account, number, of }, { id }) => [
    {
      table: facts.bankCheck,
      rows: [{ document_id: id, bank_account_id: account, number, payment_id: of ?? null }],
    },
  ],
  duplicate: {
    index: 'bank_check_once',
    refusal: ({ form }) => refusal('check_used', '/form', { next: (BigInt(form || '0') + 1n).toString() }),
  },
  reversal: {
    async load(loader, document) {
      const [row] = await query(loader.reading, 'SELECT payment_id FROM bank_check WHERE document_id = ?', [document]);
      if (row?.payment_id != null) await loadBankPayments(loader, [row.payment_id]);
    },
  },
  write: ({ date, account, number, of, reason }, names) => ({
    date,
    account: names.bankAccount(account),
    form: number.toString(),
    of: of === undefined ? '' : names.document(of),
    reason,
  }),
  labelOf: (row) => message('paying.check_numbered', { number: text(row.item_name) }),
  total: `(SELECT m.amount FROM bank_check k JOIN bank_movement m ON m.document_id = k.payment_id WHERE k.document_id = d.id)`,
  papers: async (manager, id) => {
    const rows: unknown[] = await manager.query(
      'SELECT 1 FROM bank_check WHERE document_id = ? AND payment_id IS NOT NULL',
      [id],
    );
    return rows.length === 0 ? [] : [{ name: message('paying.print_check'), path: `/checks/${id}/check.pdf` }];
  },
  lines: `SELECT 1 AS line_no, COALESCE(m.amount, 0) AS amount, CAST(k.number AS CHAR) AS item_name, '' AS item_number, '' AS item_unit, ${OF}
    FROM bank_check k LEFT JOIN document o ON o.id = k.payment_id LEFT JOIN bank_movement m ON m.document_id = k.payment_id WHERE k.document_id = ?`,
};
