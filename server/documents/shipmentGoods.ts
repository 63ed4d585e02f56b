import { message } from '@obolus/messages/message';
import { loadReceiptLines } from '../storage/load/receiptLines.ts';
import { citing } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { ITEM, OF } from './lineQueries.ts';

export const shipmentGoods: DocumentCommand<'shipment-goods'> = {
  read: ({ date, shipment, lines }) => ({ kind: 'shipment-goods', date, shipment: shipment.trim(), lines }),
  load: ({ lines }, loader) => loadReceiptLines(loader, [...new Set(lines.map(({ of }) => of))]),
  changes: () => ['shipments'],
  reversal: { changes: ['shipments'] },
  header: ({ shipment }) => ({ shipment: shipment.trim() }),
  rows: ({ shipment, lines }, saving) => [
    {
      table: facts.receiptShipment,
      rows: lines.map(({ of }, position) => ({
        ...lineAt(saving, position),
        ...citing('receipt', 'receipt_line_no', of),
        shipment,
      })),
    },
  ],
  facts: async (manager, id) => {
    const rows = (await manager.query(
      "SELECT DISTINCT shipment FROM receipt_shipment WHERE document_id = ? AND shipment <> ''",
      [id],
    )) as { shipment: string }[];
    return rows.map(({ shipment }) => ({ name: message('document.shipment'), value: shipment }));
  },
  write: ({ date, shipment, lines }, names) => ({
    date,
    shipment,
    lines: lines.map(({ of }) => ({ of: names.line(of) })),
  }),
  lines: `SELECT l.line_no, r.quantity, 0 AS amount, ${ITEM}, ${OF} FROM receipt_shipment l JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no
            JOIN item i ON i.id = r.item_id JOIN document o ON o.id = l.receipt_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
