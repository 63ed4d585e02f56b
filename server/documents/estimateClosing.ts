import { citing } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { ITEM, OF } from './lineQueries.ts';
import { given } from './writeParts.ts';
import { loadReceiptLines } from '../storage/load/receiptLines.ts';
import { wantFrom } from '../storage/load/wanted.ts';

export const estimateClosing: DocumentCommand<'estimate-closing'> = {
  read: (body) => ({ kind: 'estimate-closing', ...body }),
  async load(command, loader) {
    await loadReceiptLines(
      loader,
      command.lines.map(({ of }) => of),
    );
    for (const { of } of command.lines) {
      const received = loader.parts.receiptLines.get(of);
      if (received?.pool !== undefined) wantFrom(loader, received.pool, received);
    }
  },
  header: ({ reason }) => ({ note: reason }),
  rows: ({ lines }, saving) => [
    {
      table: facts.estimateUse,
      rows: lines.map(({ of, charge, amount, kept }, position) => ({
        ...lineAt(saving, position),
        ...citing('receipt', 'receipt_line_no', of),
        kind: charge,
        amount,
        kept,
      })),
    },
  ],
  write: ({ date, reason, lines }, names) => ({
    date,
    reason,
    lines: lines.map(({ of, charge, difference }) => ({
      of: names.line(of),
      charge,
      ...given('difference', difference),
    })),
  }),
  lines: `SELECT l.line_no, l.amount, l.kind AS purpose, ${ITEM}, ${OF} FROM estimate_use l JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no
           JOIN item i ON i.id = r.item_id JOIN document o ON o.id = l.receipt_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
