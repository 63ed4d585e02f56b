import { formatAmount } from '@obolus/core/exact/amounts';
import { loadPrepayments } from '../storage/load/payables.ts';
import { loadRates } from '../storage/load/setUp.ts';
import { facts } from '../storage/tables.ts';
import type { DocumentCommand } from './documentCommand.ts';

export const prepaymentRefund: DocumentCommand<'prepayment-refund'> = {
  read: (body, reader, { baseCurrency }) => ({
    kind: 'prepayment-refund',
    vendor: reader.given(body.vendor, '/vendor'),
    currency: body.currency,
    date: body.date,
    of: reader.given(body.of, '/of'),
    amount: reader.document(body.amount, body.currency, '/amount'),
    got: body.got ? reader.base(body.got, baseCurrency, '/got') : undefined,
  }),
  async load({ of, currency, date }, loader) {
    if (of !== '') await loadPrepayments(loader, [of]);
    await loadRates(loader, [currency], date);
  },
  header: ({ vendor, currency }) => ({ vendor, currency }),
  rows: ({ of, amount, got, booked, tax, taxBase }, { id }) => [
    {
      table: facts.prepaymentRefund,
      rows: [{ document_id: id, of_id: of, amount, got, booked, tax, tax_base: taxBase }],
    },
  ],
  write: ({ vendor, date, currency, of, amount, got }, names) => ({
    vendor: names.vendor(vendor),
    date,
    currency,
    of: names.document(of),
    amount: formatAmount(amount, currency),
    ...(got === undefined ? {} : { got: formatAmount(got, names.baseCurrency) }),
  }),
  lines: `SELECT NULL AS line_no, l.amount, o.number AS item_name, '' AS item_number, '' AS item_unit, o.id AS of_id, o.number AS of_number
          FROM prepayment_refund l JOIN document o ON o.id = l.of_id WHERE l.document_id = ?`,
};
