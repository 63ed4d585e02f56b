import type { EntityManager } from 'typeorm';
import type { OpenItem, OpenKind } from '@obolus/core/openItems/openItem';
import { keyOf } from './lineColumns.ts';
import { facts } from './tables.ts';
import type { Writes } from './writes.ts';

const COLUMNS = [
  'document_id',
  'change_no',
  'kind',
  'line_document_id',
  'line_no',
  'part',
  'vendor_id',
  'item_id',
  'quantity',
  'amount',
  'base_amount',
];

const FIGURES = ['quantity', 'amount', 'base_amount'];

/** Adds up what is open of the lines that document `?` changed. */
const SUMMED = `INSERT INTO open_item (kind, line_document_id, line_no, part, vendor_id, item_id, quantity, amount, base_amount, is_open)
  SELECT c.kind, c.line_document_id, c.line_no, c.part, c.vendor_id, c.item_id, c.quantity, c.amount, c.base_amount, c.quantity > 0 OR c.amount <> 0 OR c.base_amount <> 0
  FROM open_change c WHERE c.document_id = ? ORDER BY c.kind, c.line_document_id, c.line_no, c.part
  ON DUPLICATE KEY UPDATE quantity = open_item.quantity + VALUES(quantity), amount = open_item.amount + VALUES(amount), base_amount = open_item.base_amount + VALUES(base_amount),
    is_open = open_item.quantity > 0 OR open_item.amount <> 0 OR open_item.base_amount <> 0`;

/** What a document opens and closes; gives its kinds. */
export async function saveOpened(writes: Writes, document: string, opened: readonly OpenItem[]): Promise<OpenKind[]> {
  if (opened.length === 0) return [];
  const rows = opened.map(({ kind, line, part, vendor, item, quantity, amount, base }, position) => {
    const { document_id: of, line_no: number } = keyOf(line);
    return [document, position + 1, kind, of, number, part, vendor || null, item || null, quantity, amount, base];
  });
  await writes.insert(facts.openChange.options.name, COLUMNS, rows);
  writes.add(SUMMED, [document]);
  return [...new Set(opened.map(({ kind }) => kind))];
}

/** What a reversal takes back: just what the document that it reverses had changed, whatever came after it; gives its kinds. */
export async function saveOpenedBack(
  manager: EntityManager,
  writes: Writes,
  document: string,
  reversed: string,
): Promise<OpenKind[]> {
  const rows = (await manager.query('SELECT * FROM open_change WHERE document_id = ? ORDER BY change_no', [
    reversed,
  ])) as Record<string, string | null>[];
  if (rows.length === 0) return [];
  const taken = (column: string, row: Record<string, string | null>) =>
    FIGURES.includes(column) ? -BigInt(row[column] ?? 0) : column === 'document_id' ? document : row[column];
  await writes.insert(
    facts.openChange.options.name,
    COLUMNS,
    rows.map((row) => COLUMNS.map((column) => taken(column, row))),
  );
  writes.add(SUMMED, [document]);
  return [...new Set(rows.map(({ kind }) => kind as OpenKind))];
}
