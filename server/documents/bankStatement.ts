import { documentAmount, formatAmount } from '@obolus/core/exact/amounts';
import { loadBankAccount } from '../storage/load/bankAccounts.ts';
import { loadBankPayments } from '../storage/load/paymentRuns.ts';
import { facts } from '../storage/tables.ts';
import { accountCurrency } from './bankMovement.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { OF } from './lineQueries.ts';

export const bankStatement: DocumentCommand<'bank-statement'> = {
  question: accountCurrency,
  read: (body, reader, { baseCurrency, accountCurrency: kept = baseCurrency }) => ({
    kind: 'bank-statement',
    date: body.date,
    account: body.account || undefined,
    reference: reader.given(body.reference, '/reference'),
    lines: body.lines.map(({ of, took, fee, text }, position) => ({
      of: of === '' ? undefined : of,
      took: reader.document(took, kept, `/lines/${position}/took`),
      fee: fee === '' ? documentAmount(0n) : reader.document(fee, kept, `/lines/${position}/fee`),
      text,
    })),
  }),
  async load({ account, date, lines }, loader) {
    const payments = lines.flatMap(({ of }) => of ?? []);
    await loadBankPayments(loader, payments);
    // What was paid stands at the rate of its own day.
    const days = payments.map((of) => loader.parts.bankPayments.get(of)?.date ?? date).filter((day) => day < date);
    await loadBankAccount(loader, account, date, days.sort()[0]);
  },
  header: ({ reference }) => ({ reference: reference.trim() }),
  reference: 'document.statement_number',
  rows: ({ account, lines }, saving) => [
    { table: facts.bankStatement, rows: [{ document_id: saving.id, bank_account_id: account ?? null }] },
    {
      table: facts.bankStatementLine,
      rows: lines.map(({ of, took, fee, text }, position) => ({
        ...lineAt(saving, position),
        payment_id: of ?? null,
        took,
        fee,
        says: text,
      })),
    },
  ],
  write: ({ date, account, reference, lines }, names) => ({
    date,
    account: account === undefined ? '' : names.bankAccount(account),
    reference,
    lines: lines.map(({ of, took, fee, text }) => ({
      of: of === undefined ? '' : names.document(of),
      took: formatAmount(took, names.currencyOf(account)),
      fee: formatAmount(fee, names.currencyOf(account)),
      text,
    })),
  }),
  lines: `SELECT l.line_no, l.took AS amount, COALESCE(v.name, l.says) AS item_name, '' AS item_number, '' AS item_unit, ${OF}
           FROM bank_statement_line l LEFT JOIN document o ON o.id = l.payment_id LEFT JOIN vendor v ON v.id = o.vendor_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
