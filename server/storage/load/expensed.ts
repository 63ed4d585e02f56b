import type { LineId } from '@obolus/core/costing/pool';
import type { ExpensedLine } from '@obolus/core/state/owed';
import type { BooksLoader } from './loader.ts';
import { among, baseOf, dimensionsOf, documentsOf, idOf, keysOf, query, type Reading, stands, text } from './rows.ts';

export async function loadExpensed(loader: BooksLoader, line: LineId): Promise<void> {
  await loader.lockDocuments(documentsOf([line]));
  await loader.keep('expensed', [line], async () =>
    (await readExpensed(loader.reading, line)).map((entry) => [entry.id, entry]),
  );
}

/** Expenses of bills, and charges that are no cost of goods, from which a charge may be moved. */
export async function readExpensed(reading: Reading, line: LineId): Promise<ExpensedLine[]> {
  const keys = keysOf([line]);
  const rows = await query(
    reading,
    `SELECT e.document_id, e.line_no, e.expense, e.base_amount, e.department, e.location, e.project, d.vendor_id, d.date
     FROM bill_expense e JOIN document d ON d.id = e.document_id WHERE ${among([line], 'e.document_id', 'e.line_no')} AND ${stands('d.id')}
     UNION ALL SELECT c.document_id, c.line_no, c.kind, c.base_amount, NULL, NULL, NULL, d.vendor_id, d.date
     FROM bill_charge c JOIN document d ON d.id = c.document_id WHERE c.is_cost = 0 AND c.of_return = 0 AND ${among([line], 'c.document_id', 'c.line_no')} AND ${stands('d.id')}`,
    [...keys, ...keys],
  );
  const moved = await query(
    reading,
    `SELECT * FROM expense_move m WHERE m.of_id = ? AND m.of_line_no = ? AND ${stands('m.document_id')}`,
    keys,
  );
  return rows.map((row) => ({
    id: idOf(row),
    vendor: text(row.vendor_id),
    date: text(row.date),
    expense: text(row.expense),
    amount: baseOf(row.base_amount),
    dimensions: dimensionsOf(row),
    moved: moved.map((part) => ({ line: `${text(part.document_id)}/1`, amount: baseOf(part.amount) })),
  }));
}
