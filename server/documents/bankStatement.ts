import { base, formatAmount } from '@obolus/core/exact/amounts';
import { loadBankPayments } from '../storage/load/paymentRuns.ts';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { OF } from './lineQueries.ts';

export const bankStatement: DocumentCommand<'bank-statement'> = {
  read: (body, reader, { baseCurrency }) => ({
    kind: 'bank-statement',
    date: body.date,
    account: body.account,
    reference: reader.given(body.reference, '/reference'),
    lines: body.lines.map(({ of, took, fee, text }, position) => ({
      of: of === '' ? undefined : of,
      took: reader.base(took, baseCurrency, `/lines/${position}/took`),
      fee: fee === '' ? base(0n) : reader.base(fee, baseCurrency, `/lines/${position}/fee`),
      text,
    })),
  }),
  load: ({ lines }, loader) =>
    loadBankPayments(
      loader,
      lines.flatMap(({ of }) => of ?? []),
    ),
  header: ({ reference }) => ({ reference: reference.trim() }),
  reference: 'document.statement_number',
  rows: ({ account, lines }, saving) => [
    { table: facts.bankStatement, rows: [{ document_id: saving.id, bank_account_id: account || null }] },
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
    account,
    reference,
    lines: lines.map(({ of, took, fee, text }) => ({
      of: of === undefined ? '' : names.document(of),
      took: formatAmount(took, names.baseCurrency),
      fee: formatAmount(fee, names.baseCurrency),
      text,
    })),
  }),
  lines: `SELECT l.line_no, l.took AS amount, COALESCE(v.name, l.says) AS item_name, '' AS item_number, '' AS item_unit, ${OF}
           FROM bank_statement_line l LEFT JOIN document o ON o.id = l.payment_id LEFT JOIN vendor v ON v.id = o.vendor_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
