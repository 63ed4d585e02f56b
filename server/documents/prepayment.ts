import type { LineId } from '@obolus/core/costing/pool';
import { formatAmount } from '@obolus/core/exact/amounts';
import { message } from '@obolus/messages/message';
import { big, type Row, showAmount, text } from '../queries/figures.ts';
import { isTrue } from '../storage/load/rows.ts';
import { facts } from '../storage/tables.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { vendorIn } from './readParts.ts';
import { askedAbout } from './secondPerson.ts';
import { keepOrders } from '../storage/load/orders.ts';
import { loadBankAccount } from '../storage/load/bankAccounts.ts';
import { loadRates } from '../storage/load/setUp.ts';
import { checkOfRun, loadRunOf } from './checkOfRun.ts';
import { accountIn, leftBank } from './bankMovement.ts';
import { paidByRun } from './paidByRun.ts';

export const prepayment: DocumentCommand<'prepayment'> = {
  ...askedAbout('prepayment'),
  read: (body, reader, { user, signedOff }) => ({
    kind: 'prepayment',
    by: user,
    signedOff,
    vendor: reader.given(body.vendor, '/vendor'),
    currency: body.currency,
    date: body.date,
    ...accountIn(body),
    amount: reader.document(body.amount, body.currency, '/amount'),
    ...(body.tax ? { tax: reader.document(body.tax, body.currency, '/tax') } : {}),
    ...(body.run ? { run: body.run as LineId } : {}),
    ...(body.order ? { order: body.order } : {}),
    refundable: body.refundable ?? false,
  }),
  async load(command, loader) {
    await loadRunOf(loader, command.run);
    if (command.order !== undefined) {
      await loader.lockDocuments([command.order]);
      await keepOrders(loader, [command.order]);
    }
    await loadBankAccount(loader, command.account, command.date);
    await loadRates(loader, [command.currency], command.date);
  },
  brings: (body) => [vendorIn(body)],
  header: ({ vendor, currency }) => ({ vendor, currency }),
  rows: (document, { id }) => [
    {
      table: facts.prepayment,
      rows: [
        {
          document_id: id,
          amount: document.amount,
          base_amount: document.base,
          order_id: document.order ?? null,
          refundable: document.refundable ? 1 : 0,
          tax: document.tax ?? 0n,
          tax_base: document.taxBase,
        },
      ],
    },
    ...paidByRun(document.run, id),
    leftBank(document, id),
  ],
  follows: ({ run, amount }, _, books) => checkOfRun({ run, amount }, books),
  async facts(manager, id) {
    const [row] = (await manager.query(
      'SELECT p.refundable, p.tax, d.currency, o.number FROM prepayment p JOIN document d ON d.id = p.document_id LEFT JOIN document o ON o.id = p.order_id WHERE p.document_id = ?',
      [id],
    )) as Row[];
    const name = message('document.prepaid_for');
    const what =
      row?.number != null
        ? text(row.number)
        : message(isTrue(row?.refundable) ? 'document.deposit' : 'document.on_account');
    const tax = big(row?.tax);
    const figure = showAmount(tax, text(row?.currency));
    return [
      { name, value: what },
      ...(tax === 0n
        ? []
        : [
            {
              name: message('document.tax_in_it'),
              value: message('document.amount_in', { amount: { figure }, currency: text(row?.currency) }),
            },
          ]),
    ];
  },
  write: ({ vendor, date, currency, account, amount, tax, order, refundable, run }, names) => ({
    vendor: names.vendor(vendor),
    date,
    currency,
    ...(account === undefined ? {} : { account: names.bankAccount(account) }),
    amount: formatAmount(amount, currency),
    ...(tax === undefined ? {} : { tax: formatAmount(tax, currency) }),
    ...(run === undefined ? {} : { run: names.line(run) }),
    ...(order === undefined ? {} : { order: names.document(order) }),
    ...(refundable ? { refundable } : {}),
  }),
  lines: `SELECT NULL AS line_no, l.amount, 'Prepayment' AS item_name, '' AS item_number, '' AS item_unit, NULL AS of_id FROM prepayment l WHERE l.document_id = ?`,
};
