import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { documentAmount, formatAmount } from '@obolus/core/exact/amounts';
import type { RunPrepayment } from '@obolus/core/state/paying';
import { doubtsOf } from '../queries/paidTwice.ts';
import { loadBankAccount, loadCheckbooks } from '../storage/load/bankAccounts.ts';
import { loadOrderLines } from '../storage/load/orderLines.ts';
import { loadVendors } from '../storage/load/company.ts';
import { keepOrders } from '../storage/load/orders.ts';
import { loadPayables } from '../storage/load/payables.ts';
import { loadRates } from '../storage/load/setUp.ts';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import type { Reader } from '../asking/reader.ts';
import { given } from './writeParts.ts';

type PrepaysBody = NonNullable<BodyOf<'payment-run'>['payments'][number]['prepays']>;

const prepaysOf = (
  { order, refundable, amount, tax }: PrepaysBody,
  currency: string,
  reader: Reader,
  at: string,
): RunPrepayment => ({
  order: order === '' ? undefined : order,
  refundable: refundable ?? false,
  amount: reader.document(amount, currency, `${at}/amount`),
  tax: tax ? reader.document(tax, currency, `${at}/tax`) : documentAmount(0n),
});

/** What a run pays before the bill, as bodies say it, without its order. */
export const shownPrepays = ({ refundable, amount, tax }: RunPrepayment, currency: string) => ({
  ...(refundable ? { refundable } : {}),
  amount: formatAmount(amount, currency),
  ...(tax === 0n ? {} : { tax: formatAmount(tax, currency) }),
});

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
    ...(body.way === 'check' ? { way: body.way } : {}),
    payments: body.payments.map(({ vendor, currency, bills, prepays }, position) => ({
      vendor,
      currency,
      ...(prepays ? { prepays: prepaysOf(prepays, currency, reader, `/payments/${position}/prepays`) } : {}),
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
  async load({ payments, date, account, way }, loader) {
    if (way === 'check') await loadCheckbooks(loader, [account]);
    await loadBankAccount(loader, account, date);
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
    const orders = payments.flatMap(({ prepays }) => prepays?.order ?? []);
    if (orders.length > 0) {
      await loader.lockDocuments(orders);
      await keepOrders(loader, orders);
    }
    await loadRates(loader, [...new Set(payments.map(({ currency }) => currency))], date);
  },
  brings: ({ payments }) =>
    payments.map(({ vendor }, at) => ({ what: 'vendor', id: vendor, at: `/payments/${at}/vendor` })),
  header: ({ sure }) => ({ note: sure?.trim() ?? '' }),
  rows: ({ account, way = 'transfer', payments, amount, amounts, doubts = [] }, saving) => [
    { table: facts.paymentRun, rows: [{ document_id: saving.id, bank_account_id: account, amount, way }] },
    {
      table: facts.runPayment,
      rows: payments.map(({ vendor, currency, bills, prepays }, position) => ({
        ...lineAt(saving, position),
        vendor_id: vendor,
        currency,
        amount: prepays?.amount ?? bills.reduce((sum, bill) => sum + bill.amount, 0n),
        base_amount: amounts[position],
      })),
    },
    {
      table: facts.runPrepayment,
      rows: payments.flatMap(({ prepays }, position) =>
        prepays
          ? [
              {
                document_id: saving.id,
                payment_no: position + 1,
                order_id: prepays.order ?? null,
                refundable: prepays.refundable ? 1 : 0,
                amount: prepays.amount,
                tax: prepays.tax,
              },
            ]
          : [],
      ),
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
  write: ({ date, account, way, payments, sure }, names) => ({
    date,
    account,
    ...given('way', way),
    ...given('sure', sure),
    payments: payments.map(({ vendor, currency, bills, prepays }) => ({
      vendor: names.vendor(vendor),
      currency,
      ...(prepays
        ? {
            prepays: {
              order: prepays.order === undefined ? '' : names.document(prepays.order),
              ...shownPrepays(prepays, currency),
            },
          }
        : {}),
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
