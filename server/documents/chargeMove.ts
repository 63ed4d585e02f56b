import { formatAmount } from '@obolus/core/exact/amounts';
import { citing, keyOf } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { OF } from './lineQueries.ts';
import { loadExpensed } from '../storage/load/expensed.ts';

export const chargeMove: DocumentCommand<'charge-move'> = {
  read: (body, reader, { baseCurrency }) => ({
    kind: 'charge-move',
    ...body,
    amount: reader.base(body.amount, baseCurrency, '/amount'),
  }),
  load: (command, loader) => loadExpensed(loader, command.of),
  header: () => ({}),
  rows: ({ moved, of, amount }, { id }) => [
    {
      table: facts.billCharge,
      rows: [{ ...keyOf(moved.id), kind: moved.kind, amount, base_amount: amount, is_cost: 1 }],
    },
    { table: facts.expenseMove, rows: [{ document_id: id, ...citing('of', 'of_line_no', of), amount }] },
  ],
  write: ({ date, of, charge, amount }, names) => ({
    date,
    of: names.line(of),
    charge,
    amount: formatAmount(amount, names.baseCurrency),
  }),
  lines: `SELECT l.line_no, l.base_amount AS amount, l.kind AS item_name, '' AS item_number, '' AS item_unit, ${OF}
           FROM bill_charge l JOIN expense_move x ON x.document_id = l.document_id JOIN document o ON o.id = x.of_id WHERE l.document_id = ?`,
};
