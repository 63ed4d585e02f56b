import { formatAmount } from '@obolus/core/exact/amounts';
import { loadBankAccount } from '../storage/load/bankAccounts.ts';
import { loadPrepayments } from '../storage/load/payables.ts';
import { loadRates } from '../storage/load/setUp.ts';
import { facts } from '../storage/tables.ts';
import { accountCurrency, accountIn, cameIntoBank } from './bankMovement.ts';
import type { DocumentCommand } from './documentCommand.ts';

export const prepaymentRefund: DocumentCommand<'prepayment-refund'> = {
  question: accountCurrency,
  read: (body, reader, { baseCurrency, accountCurrency: kept = baseCurrency }) => ({
    kind: 'prepayment-refund',
    vendor: reader.given(body.vendor, '/vendor'),
    currency: body.currency,
    date: body.date,
    of: reader.given(body.of, '/of'),
    ...accountIn(body),
    amount: reader.document(body.amount, body.currency, '/amount'),
    got: body.got ? reader.document(body.got, kept, '/got') : undefined,
  }),
  async load({ of, currency, date, account }, loader) {
    if (of !== '') await loadPrepayments(loader, [of]);
    await loadBankAccount(loader, account, date);
    await loadRates(loader, [currency], date);
  },
  header: ({ vendor, currency }) => ({ vendor, currency }),
  rows: ({ of, account, amount, came, booked, tax, taxBase }, { id }) => [
    {
      table: facts.prepaymentRefund,
      rows: [{ document_id: id, of_id: of, amount, booked, tax, tax_base: taxBase }],
    },
    ...cameIntoBank({ account, amount, came }, id),
  ],
  write: ({ vendor, date, currency, account, of, amount, got }, names) => ({
    vendor: names.vendor(vendor),
    date,
    currency,
    of: names.document(of),
    ...(account === undefined ? {} : { account: names.bankAccount(account) }),
    amount: formatAmount(amount, currency),
    ...(got === undefined ? {} : { got: formatAmount(got, names.currencyOf(account)) }),
  }),
  lines: `SELECT NULL AS line_no, l.amount, o.number AS item_name, '' AS item_number, '' AS item_unit, o.id AS of_id, o.number AS of_number
          FROM prepayment_refund l JOIN document o ON o.id = l.of_id WHERE l.document_id = ?`,
};
