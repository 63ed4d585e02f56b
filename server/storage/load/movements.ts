import { ownParts } from '@obolus/core/costing/fold';
import {
  placeOf,
  poolId,
  type History,
  type LineId,
  type LotPart,
  type Movement,
  type Point,
  type PoolId,
  type Purpose,
  type ReturnedPart,
} from '@obolus/core/costing/pool';
import type { Source, Taking, TakingKind } from '@obolus/core/costing/taking';
import { base, type BaseAmount } from '@obolus/core/exact/amounts';
import {
  among,
  baseOf,
  big,
  byLine,
  dimensionsOf,
  distinct,
  idOf,
  isTrue,
  keysOf,
  quantityOf,
  query,
  stands,
  text,
  type Reading,
  type Row,
} from './rows.ts';

/**
 * The movements of a pool after a point, and no later than another, at their value as now known, in the order of the fold, with their lots, what went
 * back of them, and what goods that go back are worth by themselves.
 */
export async function readMovements(
  reading: Reading,
  pool: string,
  after: Point,
  withLots: boolean,
  until?: Point,
): Promise<History> {
  const place = 'm.document_id * 100000 + m.line_no';
  const upTo = until ? ` AND (m.date < ? OR (m.date = ? AND ${place} <= ?))` : '';
  const later = `m.pool_id = ? AND (m.date > ? OR (m.date = ? AND ${place} > ?))${upTo}`;
  const pointOf = ({ date, place: at }: Point) => [date || FIRST_DAY, date || FIRST_DAY, at];
  const parameters = [pool, ...pointOf(after), ...(until ? pointOf(until) : [])];
  const rows = await query(
    reading,
    `SELECT m.document_id, m.line_no, m.date, m.direction, m.quantity, m.purpose, m.department, m.location, m.project, m.back_id, m.back_line_no, m.back_day
     FROM movement m WHERE ${later} AND ${stands('m.document_id')}
     ORDER BY m.date, m.document_id, m.line_no`,
    parameters,
  );
  const back = rows.filter((row) => row.back_id != null);
  const [worth, lots, returns] = await Promise.all([
    readWorth(reading, pool, rows),
    withLots ? readLotsOf(reading, later, parameters) : new Map<LineId, LotPart[]>(),
    // What goes back goes back later than it came.
    back.length === 0
      ? new Map<LineId, ReturnedPart[]>()
      : readReturns(reading, 'm.pool_id = ? AND m.back_id IS NOT NULL', [pool]),
  ]);
  const owns = await readOwn(reading, back, returns);
  const movements: Movement[] = [];
  const values: BaseAmount[] = [];
  for (const row of rows) {
    const { value, shared } = worth(row);
    const movement = movementOf(row, shared, { lots, returns, owns });
    movements.push(movement);
    values.push(base(movement.direction === 'in' ? big(value) : -big(value)));
  }
  return { movements, values };
}

/** Before every day that a document may have. */
export const FIRST_DAY = '0001-01-01';
const IN_ORDER = 'ORDER BY l.document_id, l.line_no, l.position';

interface Worth {
  readonly value: string | null;
  readonly shared: string | null;
}
const NOTHING: Worth = { value: null, shared: null };

/** What the movements of a pool are worth: of a whole history from the index alone, of a few movements by their lines. */
async function readWorth(reading: Reading, pool: string, rows: readonly Row[]): Promise<(row: Row) => Worth> {
  if (rows.length === 0) return () => NOTHING;
  const documents = rows.map((row) => text(row.document_id));
  const [earliest, latest] = [
    documents.reduce((first, id) => (isEarlier(id, first) ? id : first)),
    documents.reduce((last, id) => (isEarlier(last, id) ? id : last)),
  ];
  const sums = await query(
    reading,
    `SELECT v.line_document_id, v.line_no, SUM(v.amount) AS value, SUM(v.shared * v.amount) AS shared FROM value_change v FORCE INDEX (value_change_by_pool)
     WHERE v.pool_id = ? AND v.line_document_id BETWEEN ? AND ? GROUP BY v.line_document_id, v.line_no`,
    [pool, earliest, latest],
  );
  return inStep(sums);
}

/** Ids are whole numbers as text. */
const isEarlier = (a: string, b: string): boolean => a.length < b.length || (a.length === b.length && a < b);

/** Sums by line. Movements and sums mostly come in the same order: then each is found where the last one was left, and nothing is looked up. */
function inStep(sums: readonly Row[]): (row: Row) => Worth {
  let next = 0;
  let places: Map<LineId, number> | undefined;
  return (row) => {
    const sum = sums[next];
    if (sum?.line_document_id !== row.document_id || sum?.line_no !== row.line_no) {
      places ??= new Map(sums.map((entry, at) => [idOf(entry, 'line_document_id'), at]));
      const found = places.get(idOf(row));
      if (found === undefined) return NOTHING;
      next = found;
    }
    const { value = null, shared = null } = sums[next] ?? NOTHING;
    next += 1;
    return { value, shared };
  };
}

interface About {
  readonly lots: ReadonlyMap<LineId, LotPart[]>;
  readonly returns: ReadonlyMap<LineId, ReturnedPart[]>;
  readonly owns: ReadonlyMap<LineId, bigint>;
}

function movementOf(row: Row, shared: string | null, { lots, returns, owns }: About): Movement {
  const id = idOf(row);
  const comes = row.direction === 'in';
  return {
    id,
    place: placeOf(id),
    date: text(row.date),
    direction: comes ? 'in' : 'out',
    purpose: text(row.purpose) as Purpose,
    quantity: quantityOf(row.quantity),
    lots: lots.get(id) ?? [],
    dimensions: dimensionsOf(row),
    shared: base(comes ? big(shared) : 0n),
    returns: returns.get(id) ?? [],
    back:
      row.back_id == null
        ? undefined
        : { of: idOf(row, 'back_id', 'back_line_no'), date: text(row.back_day), own: base(owns.get(id) ?? 0n) },
    standard: undefined,
  };
}

/** Lots and serial numbers of lines, in their order. */
export async function readLots(reading: Reading, lines: readonly LineId[]): Promise<Map<LineId, LotPart[]>> {
  if (lines.length === 0) return new Map();
  return lotsByLine(
    await query(
      reading,
      `SELECT * FROM movement_lot l WHERE ${among(lines, 'l.document_id', 'l.line_no')} ${IN_ORDER}`,
      keysOf(lines),
    ),
  );
}

/** Lots and serial numbers of movements: `where` is about the movement `m`. */
export async function readLotsOf(
  reading: Reading,
  where: string,
  parameters: unknown[],
): Promise<Map<LineId, LotPart[]>> {
  const from = 'FROM movement_lot l JOIN movement m ON m.document_id = l.document_id AND m.line_no = l.line_no';
  return lotsByLine(await query(reading, `SELECT l.* ${from} WHERE ${where} ${IN_ORDER}`, parameters));
}

export const lotOf = (row: Row): LotPart => ({ lot: text(row.lot), quantity: quantityOf(row.quantity) });

function lotsByLine(rows: readonly Row[]): Map<LineId, LotPart[]> {
  const found = byLine(rows, 'document_id', 'line_no');
  return new Map([...found].map(([line, parts]) => [line, parts.map(lotOf)]));
}

/** What went back to the vendor, by the line received, in the order of entry: `where` is about the returning movement `m`. */
async function readReturns(
  reading: Reading,
  where: string,
  parameters: unknown[],
): Promise<Map<LineId, ReturnedPart[]>> {
  const rows = await query(
    reading,
    `SELECT m.document_id, m.line_no, m.date, m.quantity, m.back_id, m.back_line_no, m.back_price FROM movement m
     WHERE ${where} AND ${stands('m.document_id')} ORDER BY m.document_id, m.line_no`,
    parameters,
  );
  if (rows.length === 0) return new Map();
  const lots = await readLotsOf(reading, where, parameters);
  const found = byLine(rows, 'back_id', 'back_line_no');
  return new Map(
    [...found].map(([line, parts]) => [
      line,
      parts.map((part) => ({ ...returned(part), lots: lots.get(idOf(part)) ?? [] })),
    ]),
  );
}

const returned = (row: Row) => ({
  line: idOf(row),
  date: text(row.date),
  quantity: quantityOf(row.quantity),
  price: baseOf(row.back_price),
});

/** What returned goods are worth by themselves: their price, and their share of what their receipt shares. */
async function readOwn(
  reading: Reading,
  rows: readonly Row[],
  returns: ReadonlyMap<LineId, ReturnedPart[]>,
): Promise<Map<LineId, bigint>> {
  const receipts = [
    ...new Set(rows.filter((row) => row.back_id != null).map((row) => idOf(row, 'back_id', 'back_line_no'))),
  ];
  if (receipts.length === 0) return new Map();
  const received = await query(
    reading,
    `SELECT m.document_id, m.line_no, m.quantity, COALESCE(SUM(v.amount), 0) AS shared FROM movement m
     LEFT JOIN value_change v ON v.line_document_id = m.document_id AND v.line_no = m.line_no AND v.shared = 1
     WHERE ${among(receipts, 'm.document_id', 'm.line_no')} GROUP BY m.document_id, m.line_no, m.quantity`,
    keysOf(receipts),
  );
  const parts = received.flatMap((row) =>
    ownParts(quantityOf(row.quantity), big(row.shared), returns.get(idOf(row)) ?? []),
  );
  return new Map(parts.map((part) => [part.line, part.value]));
}

/** Movements out that something takes value from, or may: `where` is about the movement `m`. */
export async function readSources(reading: Reading, where: string, parameters: unknown[]): Promise<Source[]> {
  const rows = await query(
    reading,
    `SELECT m.document_id, m.line_no, m.date, m.purpose, m.party, m.quantity, m.department, m.location, m.project, p.item_id, p.warehouse_id,
            (SELECT COALESCE(-SUM(v.amount), 0) FROM value_change v WHERE v.line_document_id = m.document_id AND v.line_no = m.line_no) AS value,
            EXISTS (SELECT 1 FROM movement_lot l WHERE l.document_id = m.document_id AND l.line_no = m.line_no) AS has_lots
     FROM movement m JOIN pool p ON p.id = m.pool_id WHERE m.direction = 'out' AND ${where} AND ${stands('m.document_id')}`,
    parameters,
  );
  const takings = byLine(
    rows.length === 0
      ? []
      : await query(
          reading,
          `SELECT t.*, p.item_id, p.warehouse_id FROM movement m JOIN taking t ON t.source_id = m.document_id AND t.source_line_no = m.line_no
           LEFT JOIN pool p ON p.id = t.into_pool_id WHERE ${where} AND ${stands('t.document_id')} ORDER BY t.document_id, t.line_no, t.kind`,
          parameters,
        ),
    'source_id',
    'source_line_no',
  );
  const lotted = rows.filter((row) => isTrue(row.has_lots)).map((row) => idOf(row));
  const own = new Set(lotted);
  const back = [...takings].flatMap(([line, taken]) => (own.has(line) ? taken.map((row) => idOf(row)) : []));
  const lots = await readLots(reading, distinct([...lotted, ...back]));
  return rows.map((row) => {
    const line = idOf(row);
    const item = text(row.item_id);
    return {
      line,
      pool: poolId(item, text(row.warehouse_id)),
      item,
      date: text(row.date),
      purpose: text(row.purpose) as Purpose,
      party: text(row.party),
      quantity: quantityOf(row.quantity),
      value: baseOf(row.value),
      dimensions: dimensionsOf(row),
      lots: lots.get(line) ?? [],
      takings: (takings.get(line) ?? []).map((taking) => ({ ...takingOf(taking), lots: lots.get(idOf(taking)) ?? [] })),
    };
  });
}

/** A taking without its lots, which only goods that are still out ask for. */
export function takingOf(row: Row): Taking {
  const into: PoolId | undefined = row.item_id == null ? undefined : poolId(row.item_id, text(row.warehouse_id));
  const known = {
    line: idOf(row),
    date: text(row.date),
    kind: text(row.kind) as TakingKind,
    quantity: quantityOf(row.quantity),
    lots: [],
  };
  return { ...known, into, dimensions: dimensionsOf(row) };
}
