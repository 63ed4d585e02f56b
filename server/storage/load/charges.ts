import type { LineId } from '@obolus/core/costing/pool';
import type { Charge } from '@obolus/core/state/owed';
import type { BooksLoader } from './loader.ts';
import {
  among,
  baseOf,
  byLine,
  CHARGE_VENDOR,
  documentsOf,
  idOf,
  keysOf,
  query,
  type Reading,
  stands,
  text,
} from './rows.ts';

export async function loadCharges(loader: BooksLoader, lines: readonly LineId[]): Promise<void> {
  await loader.lockDocuments(documentsOf(lines));
  await loader.keep('charges', lines, async (missing) =>
    (await readCharges(loader.reading, missing)).map((entry) => [entry.id, entry]),
  );
}

/** Charges, of bills, credit memos or moved from expense, and what was allocated of them. */
export async function readCharges(reading: Reading, lines: readonly LineId[]): Promise<Charge[]> {
  const keys = keysOf(lines);
  const rows = await query(
    reading,
    `SELECT l.*, ${CHARGE_VENDOR} AS vendor_id, d.date FROM bill_charge l JOIN document d ON d.id = l.document_id
     WHERE l.is_cost = 1 AND ${among(lines, 'l.document_id', 'l.line_no')} AND ${stands('d.id')}`,
    keys,
  );
  const shares = byLine(
    await query(
      reading,
      `SELECT s.charge_id, s.charge_line_no, s.document_id, MIN(s.line_no) AS line_no, SUM(s.amount) AS amount FROM allocation_share s
       WHERE ${among(lines, 's.charge_id', 's.charge_line_no')} AND ${stands('s.document_id')} GROUP BY s.charge_id, s.charge_line_no, s.document_id`,
      keys,
    ),
    'charge_id',
    'charge_line_no',
  );
  return rows.map((row) => {
    const id = idOf(row);
    const allocated = (shares.get(id) ?? []).map((share) => ({ line: idOf(share), amount: baseOf(share.amount) }));
    return {
      id,
      kind: text(row.kind),
      vendor: text(row.vendor_id),
      date: text(row.date),
      amount: baseOf(row.base_amount),
      allocated,
    };
  });
}
