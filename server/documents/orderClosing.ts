import { citing } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { OF } from './lineQueries.ts';
import { ON_AN_ORDER } from './orderLines.ts';

export const orderClosing: DocumentCommand<'order-closing'> = {
  read: (body) => ({ ...body, kind: 'order-closing' }),
  ...ON_AN_ORDER,
  rows: ({ lines }, saving) => [
    {
      table: facts.orderClosingLine,
      rows: lines.map(({ of, quantity }, position) => ({
        ...lineAt(saving, position),
        ...citing('order', 'order_line_no', of),
        quantity,
      })),
    },
  ],
  write: ({ of, date, reason, lines }, names) => ({
    of: names.document(of),
    date,
    reason,
    lines: lines.map((line) => ({ of: names.line(line.of) })),
  }),
  lines: `SELECT l.line_no, l.quantity, 0 AS amount, COALESCE(i.name, ol.expense) AS item_name, COALESCE(i.number, '') AS item_number, COALESCE(i.unit, '') AS item_unit, ${OF}
            FROM order_closing_line l JOIN ordered_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no LEFT JOIN item i ON i.id = ol.item_id
            JOIN document o ON o.id = l.order_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
