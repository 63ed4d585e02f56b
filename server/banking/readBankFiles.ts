import type { EntityManager } from 'typeorm';
import type { BankFileView, BankLine } from '@obolus/contract/views/paying';
import { type Row, showAmount, text } from '../queries/figures.ts';
import { groupBy } from '../storage/groupBy.ts';
import { upTo } from '../storage/upTo.ts';

const MOST_FILES = 50;
const MOST_LINES = 500;

const LINES = `SELECT l.*, d.number AS payment_number, COALESCE(v.name, '') AS vendor, e.line_id IS NOT NULL AS is_explained, COALESCE(e.note, '') AS note, e.document_id AS booked_id, x.number AS booked_number
  FROM bank_line l LEFT JOIN document d ON d.id = l.payment_id LEFT JOIN vendor v ON v.id = d.vendor_id LEFT JOIN bank_explanation e ON e.line_id = l.id LEFT JOIN document x ON x.id = e.document_id`;

/** What the bank sent, the latest first; one file where it is named. */
export async function readBankFiles(
  manager: EntityManager,
  { file }: { file?: string },
): Promise<{ rows: BankFileView[]; more: boolean }> {
  const found: Row[] = await manager.query(
    `SELECT f.id, f.kind, f.reference, f.read_at, u.name, d.id AS document_id, d.number FROM bank_file f JOIN user_account u ON u.id = f.read_by LEFT JOIN document d ON d.id = f.document_id
     ${file === undefined ? '' : 'WHERE f.id = ?'} ORDER BY f.id DESC LIMIT ${MOST_FILES + 1}`,
    file === undefined ? [] : [file],
  );
  const { rows, more } = upTo(MOST_FILES, found);
  const ids = rows.map((row) => row.id);
  const lines = groupBy(
    ids.length === 0
      ? []
      : ((await manager.query(`${LINES} WHERE l.file_id IN (?) ORDER BY l.file_id, l.line_no`, [ids])) as Row[]),
    (row) => text(row.file_id),
  );
  return {
    more,
    rows: rows.map((row) => ({
      id: text(row.id),
      kind: text(row.kind) as BankFileView['kind'],
      reference: text(row.reference),
      readAt: text(row.read_at),
      readBy: text(row.name),
      lines: (lines.get(text(row.id)) ?? []).map(lineOf),
      document: row.document_id == null ? null : { id: text(row.document_id), number: text(row.number) },
    })),
  };
}

/** Lines of the bank that nothing was booked for and nobody explained. */
export async function readOpenBankLines(manager: EntityManager): Promise<{ rows: BankLine[]; more: boolean }> {
  const found: Row[] = await manager.query(
    `${LINES} WHERE l.because <> '' AND e.line_id IS NULL ORDER BY l.id LIMIT ${MOST_LINES + 1}`,
  );
  const { rows, more } = upTo(MOST_LINES, found);
  return { rows: rows.map(lineOf), more };
}

function lineOf(row: Row): BankLine {
  const because = text(row.because) as BankLine['because'];
  return {
    id: text(row.id),
    day: text(row.day),
    kind: text(row.kind) as BankLine['kind'],
    amount: row.amount == null ? '' : showAmount(row.amount, text(row.currency)),
    currency: text(row.currency),
    says: text(row.says),
    reference: text(row.reference),
    state: because === '' ? 'used' : Number(row.is_explained) === 1 ? 'settled' : 'open',
    because,
    payment:
      row.payment_id == null
        ? null
        : { id: text(row.payment_id), number: text(row.payment_number), vendor: text(row.vendor) },
    note: text(row.note),
    booked: row.booked_id == null ? null : { id: text(row.booked_id), number: text(row.booked_number) },
  };
}
