import { documentAmount, formatAmount } from '@obolus/core/exact/amounts';
import { doubtsOf } from '../queries/paidTwice.ts';
import { loadOrderLines } from '../storage/load/orderLines.ts';
import { loadVendors } from '../storage/load/company.ts';
import { loadPayables } from '../storage/load/payables.ts';
import { loadRates } from '../storage/load/setUp.ts';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { given } from './writeParts.ts';

export const paymentRun: DocumentCommand<'payment-run'> = {
  question: async (manager, { body: { payments } }) => ({
    doubts: [
      ...(await doubtsOf(
        manager,
        payments.flatMap(({ bills }) => bills.map(({ of }) => of)),
      )),
    ].map(([of, doubt]) => ({ of, number: doubt.of })),
  }),
  read: (body, reader, { user, doubts = [] }) => ({
    kind: 'payment-run',
    by: user,
    ...(doubts.length > 0 ? { doubts } : {}),
    ...(body.sure?.trim() ? { sure: body.sure.trim() } : {}),
    date: body.date,
    account: body.account,
    payments: body.payments.map(({ vendor, currency, bills }, position) => ({
      vendor,
      currency,
      bills: bills.map(({ of, amount, discount }, at) => ({
        of,
        amount: reader.document(amount, currency, `/payments/${position}/bills/${at}/amount`),
        discount:
          discount === ''
            ? documentAmount(0n)
            : reader.document(discount, currency, `/payments/${position}/bills/${at}/discount`),
      })),
    })),
  }),
  async load({ payments, date }, loader) {
    await loadPayables(
      loader,
      payments.flatMap(({ bills }) => bills.map(({ of }) => of)),
    );
    await loadOrderLines(
      loader,
      payments.flatMap(({ bills }) =>
        bills.flatMap(({ of }) => loader.parts.payables.get(of)?.waitsFor.map((line) => line.of) ?? []),
      ),
    );
    await loadVendors(
      loader,
      payments.map(({ vendor }) => vendor),
    );
    await loadRates(loader, [...new Set(payments.map(({ currency }) => currency))], date);
  },
  brings: ({ payments }) =>
    payments.map(({ vendor }, at) => ({ what: 'vendor', id: vendor, at: `/payments/${at}/vendor` })),
  header: ({ sure }) => ({ note: sure?.trim() ?? '' }),
  rows: ({ account, payments, amount, amounts, doubts = [] }, saving) => [
    { table: facts.paymentRun, rows: [{ document_id: saving.id, bank_account_id: account, amount }] },
    {
      table: facts.runPayment,
      rows: payments.map(({ vendor, currency, bills }, position) => ({
        ...lineAt(saving, position),
        vendor_id: vendor,
        currency,
        amount: bills.reduce((sum, bill) => sum + bill.amount, 0n),
        base_amount: amounts[position],
      })),
    },
    {
      table: facts.runBill,
      rows: payments.flatMap(({ bills }, position) =>
        bills.map(({ of, amount, discount }, at) => ({
          document_id: saving.id,
          payment_no: position + 1,
          bill_no: at + 1,
          of_id: of,
          amount,
          discount,
          doubt: doubts.find((one) => one.of === of)?.number ?? '',
        })),
      ),
    },
  ],
  write: ({ date, account, payments, sure }, names) => ({
    date,
    account,
    ...given('sure', sure),
    payments: payments.map(({ vendor, currency, bills }) => ({
      vendor: names.vendor(vendor),
      currency,
      bills: bills.map(({ of, amount, discount }) => ({
        of: names.document(of),
        amount: formatAmount(amount, currency),
        discount: formatAmount(discount, currency),
      })),
    })),
  }),
  total: '(SELECT r.amount FROM payment_run r WHERE r.document_id = d.id)',
  lines: `SELECT l.line_no, l.base_amount AS amount, v.name AS item_name, v.number AS item_number, '' AS item_unit, NULL AS of_id FROM run_payment l JOIN vendor v ON v.id = l.vendor_id
           WHERE l.document_id = ? ORDER BY l.line_no`,
};
