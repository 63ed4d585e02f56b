import { ownParts } from '@obolus/core/costing/fold';
import { placeOf, poolId, type LineId, type LotPart, type Movement, type PoolId, type Purpose, type ReturnedPart } from '@obolus/core/costing/pool';
import type { Source, Taking, TakingKind } from '@obolus/core/costing/taking';
import { base } from '@obolus/core/exact/amounts';
import { among, baseOf, big, byLine, dimensionsOf, idOf, keysOf, quantityOf, query, stands, text, type Reading, type Row } from './rows.ts';

const COLUMNS = `m.document_id, m.line_no, m.pool_id, m.date, m.direction, m.quantity, m.purpose, m.party, m.department, m.location, m.project,
  m.back_id, m.back_line_no, m.back_day, m.back_price`;

/** A movement with the pool that it belongs to. */
export interface PoolMovement {
  readonly poolRow: string;
  readonly movement: Movement;
}

/**
 * Movements at their value as now known, in the order of the fold, with their lots, what went back of them, and what goods
 * that go back are worth by themselves. `where` is about the movement `m`.
 */
export async function readMovements(reading: Reading, where: string, parameters: unknown[], withLots: boolean): Promise<PoolMovement[]> {
  const rows = await query(
    reading,
    `SELECT ${COLUMNS}, COALESCE(SUM(v.amount), 0) AS value, COALESCE(SUM(CASE WHEN v.shared = 1 THEN v.amount END), 0) AS shared
     FROM movement m LEFT JOIN value_change v ON v.line_document_id = m.document_id AND v.line_no = m.line_no AND v.pool_id = m.pool_id
     WHERE ${where} AND ${stands('m.document_id')} GROUP BY ${COLUMNS} ORDER BY m.pool_id, m.date, m.document_id, m.line_no`,
    parameters,
  );
  const lines = rows.map((row) => idOf(row));
  const lots = withLots ? await readLots(reading, lines) : new Map<LineId, LotPart[]>();
  const returns = await readReturns(
    reading,
    rows.filter((row) => row.purpose === 'received').map((row) => idOf(row)),
  );
  const owns = await readOwn(reading, rows);
  return rows.map((row) => ({ poolRow: text(row.pool_id), movement: movementOf(row, { lots, returns, owns }) }));
}

function movementOf(
  row: Row,
  { lots, returns, owns }: { lots: ReadonlyMap<LineId, LotPart[]>; returns: ReadonlyMap<LineId, ReturnedPart[]>; owns: ReadonlyMap<LineId, bigint> },
): Movement {
  const id = idOf(row);
  const comes = row.direction === 'in';
  const back = row.back_id == null ? undefined : { of: idOf(row, 'back_id', 'back_line_no'), date: text(row.back_day), own: base(owns.get(id) ?? 0n) };
  return {
    ...{ id, place: placeOf(id), date: text(row.date), direction: comes ? 'in' : 'out', purpose: text(row.purpose) as Purpose },
    ...{ quantity: quantityOf(row.quantity), value: base(comes ? big(row.value) : -big(row.value)), lots: lots.get(id) ?? [] },
    ...{ dimensions: dimensionsOf(row), shared: base(comes ? big(row.shared) : 0n), returns: returns.get(id) ?? [], back, standard: undefined },
  };
}

/** Lots and serial numbers of lines, in their order. */
export async function readLots(reading: Reading, lines: readonly LineId[]): Promise<Map<LineId, LotPart[]>> {
  if (lines.length === 0) return new Map();
  const rows = await query(
    reading,
    `SELECT * FROM movement_lot l WHERE ${among(lines, 'l.document_id', 'l.line_no')} ORDER BY l.document_id, l.line_no, l.position`,
    keysOf(lines),
  );
  const found = byLine(rows, 'document_id', 'line_no');
  return new Map([...found].map(([line, parts]) => [line, parts.map((part) => ({ lot: text(part.lot), quantity: quantityOf(part.quantity) }))]));
}

/** What went back to the vendor of received lines, in the order of entry. */
async function readReturns(reading: Reading, lines: readonly LineId[]): Promise<Map<LineId, ReturnedPart[]>> {
  if (lines.length === 0) return new Map();
  const rows = await query(
    reading,
    `SELECT m.document_id, m.line_no, m.quantity, m.back_id, m.back_line_no, m.back_price FROM movement m
     WHERE ${among(lines, 'm.back_id', 'm.back_line_no')} AND ${stands('m.document_id')} ORDER BY m.document_id, m.line_no`,
    keysOf(lines),
  );
  const lots = await readLots(
    reading,
    rows.map((row) => idOf(row)),
  );
  const found = byLine(rows, 'back_id', 'back_line_no');
  return new Map(
    [...found].map(([line, parts]) => [
      line,
      parts.map((part) => ({ line: idOf(part), quantity: quantityOf(part.quantity), price: baseOf(part.back_price), lots: lots.get(idOf(part)) ?? [] })),
    ]),
  );
}

/** What returned goods are worth by themselves: their price, and their share of what their receipt shares. */
async function readOwn(reading: Reading, rows: readonly Row[]): Promise<Map<LineId, bigint>> {
  const receipts = [...new Set(rows.filter((row) => row.back_id != null).map((row) => idOf(row, 'back_id', 'back_line_no')))];
  if (receipts.length === 0) return new Map();
  const received = await query(
    reading,
    `SELECT m.document_id, m.line_no, m.quantity, COALESCE(SUM(v.amount), 0) AS shared FROM movement m
     LEFT JOIN value_change v ON v.line_document_id = m.document_id AND v.line_no = m.line_no AND v.shared = 1
     WHERE ${among(receipts, 'm.document_id', 'm.line_no')} GROUP BY m.document_id, m.line_no, m.quantity`,
    keysOf(receipts),
  );
  const returns = await readReturns(reading, receipts);
  const parts = received.flatMap((row) => ownParts(quantityOf(row.quantity), big(row.shared), returns.get(idOf(row)) ?? []));
  return new Map(parts.map((part) => [part.line, part.value]));
}

/** Movements out that something takes value from, or may: `where` is about the movement `m`. */
export async function readSources(reading: Reading, where: string, parameters: unknown[]): Promise<Source[]> {
  const rows = await query(
    reading,
    `SELECT m.document_id, m.line_no, m.date, m.purpose, m.party, m.quantity, m.department, m.location, m.project, p.item_id, p.warehouse_id,
            (SELECT COALESCE(-SUM(v.amount), 0) FROM value_change v WHERE v.line_document_id = m.document_id AND v.line_no = m.line_no) AS value
     FROM movement m JOIN pool p ON p.id = m.pool_id WHERE m.direction = 'out' AND ${where} AND ${stands('m.document_id')}`,
    parameters,
  );
  const lines = rows.map((row) => idOf(row));
  const takings = byLine(
    lines.length === 0
      ? []
      : await query(
          reading,
          `SELECT t.*, p.item_id, p.warehouse_id FROM taking t LEFT JOIN pool p ON p.id = t.into_pool_id
           WHERE ${among(lines, 't.source_id', 't.source_line_no')} AND ${stands('t.document_id')} ORDER BY t.document_id, t.line_no, t.kind`,
          keysOf(lines),
        ),
    'source_id',
    'source_line_no',
  );
  return rows.map((row) => {
    const line = idOf(row);
    const item = text(row.item_id);
    return {
      ...{ line, pool: poolId(item, text(row.warehouse_id)), item, date: text(row.date), purpose: text(row.purpose) as Purpose, party: text(row.party) },
      ...{ quantity: quantityOf(row.quantity), value: baseOf(row.value), dimensions: dimensionsOf(row), takings: (takings.get(line) ?? []).map(takingOf) },
    };
  });
}

export function takingOf(row: Row): Taking {
  const into: PoolId | undefined = row.item_id == null ? undefined : poolId(row.item_id, text(row.warehouse_id));
  const known = { line: idOf(row), date: text(row.date), kind: text(row.kind) as TakingKind, quantity: quantityOf(row.quantity) };
  return { ...known, into, dimensions: dimensionsOf(row) };
}
