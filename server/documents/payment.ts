import { documentAmount, formatAmount } from '@obolus/core/exact/amounts';
import { facts } from '../storage/tables.ts';
import { type LineId } from '@obolus/core/costing/pool';
import { checkOfRun, loadRunOf } from './checkOfRun.ts';
import { keyOf } from '../storage/lineColumns.ts';
import { message } from '@obolus/messages/message';
import type { DocumentCommand } from './documentCommand.ts';
import { OF } from './lineQueries.ts';
import { accountCurrency, accountIn, leftBank } from './bankMovement.ts';
import { paidByRun } from './paidByRun.ts';
import { loadBankAccount } from '../storage/load/bankAccounts.ts';
import { loadItems } from '../storage/load/items.ts';
import type { BooksLoader } from '../storage/load/loader.ts';
import { loadOrderLines } from '../storage/load/orderLines.ts';
import { loadPayables, loadPrepayments } from '../storage/load/payables.ts';
import { loadRates } from '../storage/load/setUp.ts';
import { wantFrom } from '../storage/load/wanted.ts';

export const payment: DocumentCommand<'payment'> = {
  question: async (manager, asked) => (asked.body.took || asked.body.fee ? accountCurrency(manager, asked) : {}),
  read: (body, reader, { user, baseCurrency, accountCurrency: kept = baseCurrency }) => {
    const optional = (amount: string, at: string) =>
      amount === '' ? documentAmount(0n) : reader.document(amount, body.currency, at);
    return {
      kind: 'payment',
      by: user,
      vendor: reader.given(body.vendor, '/vendor'),
      currency: body.currency,
      date: body.date,
      reason: body.reason,
      ...accountIn(body),
      from: body.from === '' ? undefined : body.from,
      discountsTo: body.discountsTo,
      ...(body.run ? { run: body.run as LineId } : {}),
      ...(body.took ? { took: reader.document(body.took, kept, '/took') } : {}),
      ...(body.fee ? { fee: reader.document(body.fee, kept, '/fee') } : {}),
      bills: body.bills.map((bill, position) => ({
        of: bill.of,
        amount: reader.document(bill.amount, body.currency, `/bills/${position}/amount`),
        discount: optional(bill.discount, `/bills/${position}/discount`),
        writeOff: optional(bill.writeOff, `/bills/${position}/writeOff`),
        ...(bill.withheld ? { withheld: optional(bill.withheld, `/bills/${position}/withheld`) } : {}),
      })),
    };
  },
  async load(command, loader) {
    await loadPayables(
      loader,
      command.bills.map(({ of }) => of),
    );
    await Promise.all([
      loadOrderLines(
        loader,
        command.bills.flatMap(({ of }) => loader.parts.payables.get(of)?.waitsFor.map((line) => line.of) ?? []),
      ),
      loadPrepayments(loader, command.from === undefined ? [] : [command.from]),
      // With the forms of its account first, where its run pays by checks.
      loadRunOf(loader, command.run).then(() => loadBankAccount(loader, command.account, command.date)),
      loadRates(loader, [command.currency], command.date),
    ]);
    if (command.discountsTo === 'goods') await loadGoodsOf(loader, command.bills);
  },
  header: ({ vendor, currency, reason }) => ({ vendor, currency, note: reason }),
  rows: (document, { id }) => [
    {
      table: facts.payment,
      rows: [
        {
          document_id: id,
          prepayment_id: document.from ?? null,
          discounts_to: document.discountsTo,
          amount: document.paid.amount,
          base_amount: document.paid.base,
          prepaid_tax: document.paid.tax,
          prepaid_tax_base: document.paid.taxBase,
        },
      ],
    },
    {
      table: facts.paymentLine,
      rows: document.bills.map((bill) => ({
        ...keyOf(bill.id),
        of_id: bill.of,
        amount: bill.amount,
        discount: bill.discount,
        write_off: bill.writeOff,
        settled: bill.settled,
        booked: bill.booked,
        withheld: bill.withheld,
      })),
    },
    ...paidByRun(document.run, id),
    ...(document.from === undefined
      ? [leftBank({ ...document, amount: document.paid.amount, isSaid: document.took !== undefined }, id)]
      : []),
  ],
  follows: ({ run, paid: { amount } }, _, books) => checkOfRun({ run, amount }, books),
  write: ({ vendor, date, currency, account, from, discountsTo, reason, bills, took, fee, run }, names) => ({
    vendor: names.vendor(vendor),
    date,
    currency,
    ...(account === undefined ? {} : { account: names.bankAccount(account) }),
    from: from === undefined ? '' : names.document(from),
    discountsTo,
    reason,
    ...(run === undefined ? {} : { run: names.line(run) }),
    ...(took === undefined ? {} : { took: formatAmount(took, names.currencyOf(account)) }),
    ...(fee ? { fee: formatAmount(fee, names.currencyOf(account)) } : {}),
    bills: bills.map(({ of, amount, discount, writeOff, withheld }) => ({
      of: names.document(of),
      amount: formatAmount(amount, currency),
      discount: formatAmount(discount, currency),
      writeOff: formatAmount(writeOff, currency),
      ...(withheld ? { withheld: formatAmount(withheld, currency) } : {}),
    })),
  }),
  async papers(manager, id) {
    const withheld: unknown[] = await manager.query(
      'SELECT 1 FROM payment_line WHERE document_id = ? AND withheld <> 0 LIMIT 1',
      [id],
    );
    return withheld.length === 0
      ? []
      : [{ name: message('withheld_paper.certificate'), path: `/payments/${id}/withheld.pdf` }];
  },
  lines: `SELECT l.line_no, l.amount, o.reference AS item_name, o.number AS item_number, '' AS item_unit, ${OF} FROM payment_line l JOIN document o ON o.id = l.of_id
           WHERE l.document_id = ? ORDER BY l.line_no`,
};

/** The pools of the goods that bills are for, whose cost their discounts lower. */
export async function loadGoodsOf(loader: BooksLoader, bills: readonly { readonly of: string }[]): Promise<void> {
  for (const { of } of bills) {
    const goods = loader.parts.payables.get(of)?.goods ?? [];
    await loadItems(
      loader,
      goods.map(({ pool }) => pool.split('@')[0] ?? ''),
    );
    for (const { pool, movement, date } of goods) wantFrom(loader, pool, { id: movement, date });
  }
}
