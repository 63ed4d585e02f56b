import { formatQuantity } from '@obolus/core/exact/amounts';
import { citing } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { OF } from './lineQueries.ts';
import { loadHeld } from '../storage/load/heldGoods.ts';

export const heldClosing: DocumentCommand<'held-closing'> = {
  read: (body, reader) => ({
    kind: 'held-closing',
    date: body.date,
    reason: body.reason,
    lines: body.lines.map((line, position) => ({
      ...line,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
    })),
  }),
  load: (command, loader) =>
    loadHeld(
      loader,
      command.lines.map(({ of }) => of),
    ),
  header: ({ reason }) => ({ note: reason }),
  headerOf: ({ vendor }) => ({ vendor }),
  rows: ({ lines }, saving) => [
    {
      table: facts.heldClosingLine,
      rows: lines.map(({ of, quantity, outcome }, position) => ({
        ...lineAt(saving, position),
        ...citing('held', 'held_line_no', of),
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
            COALESCE(i.unit, '') AS item_unit, ${OF} FROM held_closing_line l JOIN receipt_held a ON a.document_id = l.held_id AND a.line_no = l.held_line_no
            LEFT JOIN ordered_line ol ON ol.document_id = a.order_id AND ol.line_no = a.order_line_no LEFT JOIN item i ON i.id = COALESCE(a.item_id, ol.item_id)
            JOIN document o ON o.id = l.held_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
