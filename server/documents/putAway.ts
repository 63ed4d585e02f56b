import { formatQuantity } from '@obolus/core/exact/amounts';
import { citing } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { ITEM, OF } from './lineQueries.ts';
import { loadReceiptLines } from '../storage/load/receiptLines.ts';
import { loadBins } from '../storage/load/setUp.ts';

export const putAway: DocumentCommand<'put-away'> = {
  read: (body, reader) => ({
    kind: 'put-away',
    date: body.date,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      bin: line.bin.trim(),
    })),
  }),
  async load(command, loader) {
    await loadReceiptLines(loader, [...new Set(command.lines.map(({ of }) => of))]);
    await loadBins(loader);
  },
  header: () => ({}),
  headerOf: ({ warehouse }) => ({ warehouse }),
  rows: ({ lines }, saving) => [
    {
      table: facts.putAwayLine,
      rows: lines.map(({ of, quantity, bin }, position) => ({
        ...lineAt(saving, position),
        ...citing('receipt', 'receipt_line_no', of),
        quantity,
        bin,
      })),
    },
  ],
  write: ({ date, lines }, names) => ({
    date,
    lines: lines.map(({ of, quantity, bin }) => ({ of: names.line(of), quantity: formatQuantity(quantity), bin })),
  }),
  lines: `SELECT l.line_no, l.quantity, 0 AS amount, l.bin AS purpose, ${ITEM}, ${OF} FROM put_away_line l JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no
            JOIN item i ON i.id = r.item_id JOIN document o ON o.id = l.receipt_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
