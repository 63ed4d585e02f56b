import type { EnteredChange, EnteredMovement } from '@obolus/core/costing/known';
import { placeOf, type LineId, type Purpose } from '@obolus/core/costing/pool';
import { revaluation } from '@obolus/core/costing/poolStates';
import { groupBy } from '../groupBy.ts';
import { readLotsOf } from './movements.ts';
import {
  baseOf,
  dimensionsOf,
  idOf,
  isTrue,
  priceOf,
  quantityOf,
  query,
  text,
  type Reading,
  type Row,
} from './rows.ts';

/** When a document was entered, and which reversed it: documents are numbered in the order of entry. */
const struckBy = (document: string): string =>
  `(SELECT x.document_id FROM reversal x WHERE x.reversed_id = ${document}) AS struck`;

/** Everything that ever stood in a pool, also what was reversed since: its movements, each with what went back of it. */
export async function readEnteredMovements(
  reading: Reading,
  pool: { id: string; item: string },
): Promise<EnteredMovement[]> {
  const rows = await query(reading, `SELECT m.*, ${struckBy('m.document_id')} FROM movement m WHERE m.pool_id = ?`, [
    pool.id,
  ]);
  const lots = await readLotsOf(reading, 'm.pool_id = ?', [pool.id]);
  const known = rows.map((row) => ({
    row,
    id: idOf(row),
    quantity: quantityOf(row.quantity),
    lots: lots.get(idOf(row)) ?? [],
    ...enteredOf(row),
  }));
  const returns = groupBy(
    known.filter(({ row }) => row.back_id != null),
    ({ row }) => idOf(row, 'back_id', 'back_line_no'),
  );
  const moved = known.map(({ row, id, quantity, entered, struck, ...rest }): EnteredMovement => {
    const back =
      row.back_id == null
        ? undefined
        : { of: idOf(row, 'back_id', 'back_line_no'), date: text(row.back_day), own: baseOf(row.back_price) };
    const about = {
      id,
      place: placeOf(id),
      date: text(row.date),
      purpose: text(row.purpose) as Purpose,
      dimensions: dimensionsOf(row),
      standard: undefined,
    };
    const wentBack = (returns.get(id) ?? []).map((part) => ({
      ...part,
      line: part.id,
      date: text(part.row.date),
      price: baseOf(part.row.back_price),
    }));
    const direction = row.direction === 'in' ? ('in' as const) : ('out' as const);
    return { entered, struck, movement: { ...about, direction, quantity, lots: rest.lots, back, returns: wentBack } };
  });
  const changes = await query(
    reading,
    `SELECT s.*, ${struckBy('s.document_id')} FROM standard_line s WHERE s.item_id = ?`,
    [pool.item],
  );
  const revalued = changes.map((row): EnteredMovement => {
    const { shared: _, ...movement } = revaluation(idOf(row), text(row.date), priceOf(row.standard));
    return { ...enteredOf(row), movement: { ...movement, returns: [] } };
  });
  return [...moved, ...revalued];
}

const enteredOf = (row: Row) => ({
  entered: Number(row.document_id),
  struck: row.struck == null ? undefined : Number(row.struck),
});

/** The changes of value of a pool, or of one line, as the ledger had them. */
export async function readEnteredChanges(
  reading: Reading,
  of: { pool: string } | { line: LineId },
): Promise<EnteredChange[]> {
  const [where, parameters] =
    'pool' in of ? ['v.pool_id = ?', [of.pool]] : ['v.line_document_id = ? AND v.line_no = ?', of.line.split('/')];
  const rows = await query(
    reading,
    `SELECT v.document_id, v.line_document_id, v.line_no, v.amount, v.shared, v.effective, v.posting FROM value_change v WHERE ${where}`,
    parameters,
  );
  return rows.map((row) => ({
    line: idOf(row, 'line_document_id'),
    amount: baseOf(row.amount),
    shared: isTrue(row.shared),
    entered: Number(row.document_id),
    effective: text(row.effective),
    posting: text(row.posting),
  }));
}

/** The last document that had been entered when a day ended (UTC); 0 before the first. */
export async function lastEnteredBy(reading: Reading, day: string): Promise<number> {
  const [row] = await query(
    reading,
    'SELECT MAX(d.id) AS last FROM document d WHERE d.entered_at < DATE_ADD(?, INTERVAL 1 DAY)',
    [day],
  );
  return Number(row?.last ?? 0);
}
