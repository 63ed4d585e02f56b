import { formatPrice, formatQuantity } from '@obolus/core/exact/amounts';
import { citing, keyOf } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { ITEM } from './lineQueries.ts';
import { loadSources } from '../storage/load/sources.ts';

export const invoice: DocumentCommand<'invoice'> = {
  read: (body, reader) => ({
    kind: 'invoice',
    customer: reader.given(body.customer, '/customer'),
    date: body.date,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      price: reader.price(line.price, `/lines/${position}/price`),
    })),
  }),
  load: (command, loader) =>
    loadSources(
      loader,
      command.lines.map((line) => line.of),
    ),
  header: ({ customer }) => ({ customer: customer.trim() }),
  rows: ({ lines }) => [
    {
      table: facts.invoiceLine,
      rows: lines.map((line) => ({
        ...keyOf(line.id),
        ...citing('delivery', 'delivery_line_no', line.of),
        quantity: line.quantity,
        price: line.price,
        amount: line.amount,
      })),
    },
  ],
  write: ({ customer, date, lines }, names) => ({
    customer,
    date,
    lines: lines.map(({ of, quantity, price }) => ({
      of: names.line(of),
      quantity: formatQuantity(quantity),
      price: formatPrice(price),
    })),
  }),
  trail: {
    label: 'document.trail_invoiced',
    from: 'delivery',
    roots: 'SELECT delivery_id AS id FROM invoice_line WHERE document_id = ?',
    rows: `SELECT d.id, d.kind, d.number, d.date, COALESCE(c.amount, 0) AS amount FROM invoice_line l JOIN document d ON d.id = l.document_id
      LEFT JOIN value_change c ON c.line_document_id = l.document_id AND c.line_no = l.line_no WHERE l.delivery_id IN (?) ORDER BY d.id`,
  },
  lines: `SELECT l.*, ${ITEM}, o.id AS of_id, o.number AS of_number FROM invoice_line l JOIN delivery_line d ON d.document_id = l.delivery_id AND d.line_no = l.delivery_line_no
            JOIN item i ON i.id = d.item_id JOIN document o ON o.id = l.delivery_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
