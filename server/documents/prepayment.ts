import { formatAmount } from '@obolus/core/exact/amounts';
import { message } from '@obolus/messages/message';
import { type Row, text } from '../queries/figures.ts';
import { isTrue } from '../storage/load/rows.ts';
import { facts } from '../storage/tables.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { vendorIn } from './readParts.ts';
import { askedAbout } from './secondPerson.ts';
import { keepOrders } from '../storage/load/orders.ts';
import { loadRates } from '../storage/load/setUp.ts';

export const prepayment: DocumentCommand<'prepayment'> = {
  ...askedAbout('prepayment'),
  read: (body, reader, { user, signedOff }) => ({
    kind: 'prepayment',
    by: user,
    signedOff,
    vendor: reader.given(body.vendor, '/vendor'),
    currency: body.currency,
    date: body.date,
    amount: reader.document(body.amount, body.currency, '/amount'),
    ...(body.order ? { order: body.order } : {}),
    refundable: body.refundable ?? false,
  }),
  async load(command, loader) {
    if (command.order !== undefined) {
      await loader.lockDocuments([command.order]);
      await keepOrders(loader, [command.order]);
    }
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
        },
      ],
    },
  ],
  async facts(manager, id) {
    const [row] = (await manager.query(
      'SELECT p.refundable, o.number FROM prepayment p LEFT JOIN document o ON o.id = p.order_id WHERE p.document_id = ?',
      [id],
    )) as Row[];
    const name = message('document.prepaid_for');
    if (row?.number != null) return [{ name, value: text(row.number) }];
    return [{ name, value: message(isTrue(row?.refundable) ? 'document.deposit' : 'document.on_account') }];
  },
  write: ({ vendor, date, currency, amount, order, refundable }, names) => ({
    vendor: names.vendor(vendor),
    date,
    currency,
    amount: formatAmount(amount, currency),
    ...(order === undefined ? {} : { order: names.document(order) }),
    ...(refundable ? { refundable } : {}),
  }),
  lines: `SELECT NULL AS line_no, l.amount, 'Prepayment' AS item_name, '' AS item_number, '' AS item_unit, NULL AS of_id FROM prepayment l WHERE l.document_id = ?`,
};
