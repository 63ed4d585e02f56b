import { formatQuantity } from '@obolus/core/exact/amounts';
import { citing } from '../storage/savePosted.ts';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { OF } from './lineQueries.ts';
import { loadAsides } from '../storage/load/asides.ts';

export const asideClosing: DocumentCommand<'aside-closing'> = {
  read: (body, reader) => ({
    kind: 'aside-closing',
    date: body.date,
    reason: body.reason,
    lines: body.lines.map((line, position) => ({
      ...line,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
    })),
  }),
  load: (command, loader) =>
    loadAsides(
      loader,
      command.lines.map(({ of }) => of),
    ),
  header: ({ reason }) => ({ note: reason }),
  headerOf: ({ vendor }) => ({ vendor }),
  rows: ({ lines }, saving) => [
    {
      table: facts.asideClosingLine,
      rows: lines.map(({ of, quantity, outcome }, position) => ({
        ...lineAt(saving, position),
        ...citing('aside', 'aside_line_no', of),
        quantity,
        outcome,
      })),
    },
  ],
  write: ({ date, reason, lines }, names) => ({
    date,
    reason,
    lines: lines.map(({ of, quantity, outcome }) => ({
      of: names.line(of),
      quantity: formatQuantity(quantity),
      outcome,
    })),
  }),
  lines: `SELECT l.line_no, l.quantity, 0 AS amount, l.outcome AS purpose, COALESCE(i.name, ol.expense, a.what) AS item_name, COALESCE(i.number, '') AS item_number,
            COALESCE(i.unit, '') AS item_unit, ${OF} FROM aside_closing_line l JOIN receipt_aside a ON a.document_id = l.aside_id AND a.line_no = l.aside_line_no
            LEFT JOIN ordered_line ol ON ol.document_id = a.order_id AND ol.line_no = a.order_line_no LEFT JOIN item i ON i.id = COALESCE(a.item_id, ol.item_id)
            JOIN document o ON o.id = l.aside_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
