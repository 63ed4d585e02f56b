import { revaluation } from '@obolus/core/costing/poolStates';
import {
  BEFORE_ALL,
  type Checkpoint,
  comparePoints,
  EMPTY_POOL,
  type History,
  type Layer,
  placeOf,
  type Point,
  type Pool,
  type PoolId,
  type PoolState,
  type WriteDown,
} from '@obolus/core/costing/pool';
import { base } from '@obolus/core/exact/amounts';
import type { Item } from '@obolus/core/state/stock';
import { emptyPool } from '@obolus/core/state/checks';
import { groupBy } from '../groupBy.ts';
import { FIRST_DAY, readMovements } from './movements.ts';

import { baseOf, big, idOf, priceOf, quantityOf, query, type Reading, type Row, stands, text } from './rows.ts';
import { readState } from './state.ts';

/** A pool as it is needed: with its movements from a point on, or only its end (`from` undefined). */
export interface Wanted {
  readonly pool: PoolId;
  readonly from: Point | undefined;
  /** Whether the layers at its end are needed: goods that come in do without. */
  readonly layers: boolean;
}

/** Reads pools that exist, from the last state kept before the point that is wanted. */
export async function readPools(
  reading: Reading,
  rows: ReadonlyMap<PoolId, Row>,
  wanted: readonly Wanted[],
  items: ReadonlyMap<string, Item>,
): Promise<Pool[]> {
  const known = wanted.filter(({ pool }) => rows.has(pool));
  const [ends, writeDowns] = await Promise.all([
    readEnds(reading, rows, known),
    readWriteDowns(
      reading,
      known.map(({ pool }) => text(rows.get(pool)?.id)),
    ),
  ]);
  const poolOf = async ({ pool: id, from }: Wanted): Promise<Pool | undefined> => {
    const row = rows.get(id) as Row;
    const item = items.get(text(row.item_id));
    if (!item) return undefined;
    const end = ends.get(id) as PoolState;
    const about = {
      id,
      item: item.id,
      warehouse: text(row.warehouse_id),
      method: item.method,
      writeDowns: writeDowns.get(text(row.id)) ?? [],
    };
    // A pool that nothing ever moved in is begun by the document itself; what it can be sold for may be known already.
    if (row.last_day == null)
      return about.writeDowns.length > 0 ? { ...emptyPool(item, about.warehouse), ...about } : undefined;
    // Without anything later, the state at the end is all that is needed; documents are entered behind it.
    return from === undefined
      ? { ...about, checkpoints: [{ date: row.last_day, place: 0, state: end }], movements: [], values: [] }
      : { ...about, ...(await readHistory(reading, text(row.id), item, from, end)) };
  };
  return (await Promise.all(known.map(poolOf))).filter((pool) => pool !== undefined);
}

const startOf = (item: Item): PoolState => ({ ...EMPTY_POOL, standard: item.standards[0]?.standard });

/** A pool's movements after the last state kept before a point, with the states on the way to its end. */
export async function readHistory(
  reading: Reading,
  row: string,
  item: Item,
  from: Point,
  end: PoolState,
): Promise<History & Pick<Pool, 'checkpoints'>> {
  const first = await readStart(reading, row, item, from);
  const [found, revalued, kept] = await Promise.all([
    readMovements(reading, row, first, item.tracking !== 'none'),
    readRevaluations(reading, row, item, first),
    readCheckpoints(reading, 'c.pool_id = ? AND (c.day > ? OR (c.day = ? AND c.place > ?)) ORDER BY c.day, c.place', [
      row,
      first.date || FIRST_DAY,
      first.date,
      first.place,
    ]),
  ]);
  const { movements, values } = withRevaluations(found, revalued);
  const last = movements[movements.length - 1];
  const between = kept.filter((checkpoint) => last !== undefined && comparePoints(checkpoint, last) < 0);
  const checkpoints: [Checkpoint, ...Checkpoint[]] = last
    ? [first, ...between, { date: last.date, place: last.place, state: end }]
    : [first];
  return { checkpoints, movements, values };
}

/** What moved in a pool up to a point, and the last state kept before it that it is folded from. */
export async function readUpTo(
  reading: Reading,
  row: string,
  item: Item,
  until: Point,
): Promise<{ readonly start: PoolState; readonly history: History }> {
  const first = await readStart(reading, row, item, until);
  const [found, revalued] = await Promise.all([
    readMovements(reading, row, first, item.tracking !== 'none', until),
    readRevaluations(reading, row, item, first),
  ]);
  const { movements, values } = withRevaluations(found, revalued);
  const count = movements.filter((movement) => comparePoints(movement, until) <= 0).length;
  return { start: first.state, history: { movements: movements.slice(0, count), values: values.slice(0, count) } };
}

/** The last state kept before a point; the empty pool where none was. */
async function readStart(reading: Reading, row: string, item: Item, from: Point): Promise<Checkpoint> {
  const [start] = await readCheckpoints(
    reading,
    'c.pool_id = ? AND (c.day < ? OR (c.day = ? AND c.place < ?)) ORDER BY c.day DESC, c.place DESC LIMIT 1',
    [row, from.date, from.date, from.place],
  );
  return start ?? { ...BEFORE_ALL, state: startOf(item) };
}

/** Changes of standard after a point, each worth what it added to the goods that were on hand. */
async function readRevaluations(reading: Reading, row: string, item: Item, after: Point): Promise<History> {
  const changes = item.standards
    .slice(1)
    .filter(({ line, date }) => comparePoints({ date, place: placeOf(line) }, after) > 0);
  if (changes.length === 0) return { movements: [], values: [] };
  const values = await query(
    reading,
    `SELECT v.line_document_id AS document_id, v.line_no, SUM(v.amount) AS value FROM value_change v
     WHERE v.pool_id = ? AND v.component = 'standard' AND v.line_document_id IN (?) GROUP BY v.line_document_id, v.line_no`,
    [row, changes.map(({ line }) => line.split('/')[0])],
  );
  const worth = new Map(values.map((value) => [idOf(value), big(value.value)]));
  return {
    movements: changes.map(({ line, date, standard }) => revaluation(line, date, standard)),
    values: changes.map(({ line }) => base(worth.get(line) ?? 0n)),
  };
}

function withRevaluations(moved: History, revalued: History): History {
  if (revalued.movements.length === 0) return moved;
  const each = [moved, revalued].flatMap(({ movements, values }) =>
    movements.map((movement, at) => ({ movement, value: values[at] ?? base(0n) })),
  );
  each.sort((a, b) => comparePoints(a.movement, b.movement));
  return { movements: each.map(({ movement }) => movement), values: each.map(({ value }) => value) };
}

async function readCheckpoints(reading: Reading, where: string, parameters: unknown[]): Promise<Checkpoint[]> {
  const rows = await query(reading, `SELECT * FROM pool_checkpoint c WHERE ${where}`, parameters);
  return rows.map((row) => ({ date: text(row.day), place: Number(row.place), state: readState(row) }));
}

async function readEnds(
  reading: Reading,
  rows: ReadonlyMap<PoolId, Row>,
  wanted: readonly Wanted[],
): Promise<Map<PoolId, PoolState>> {
  const withLayers = wanted.filter(({ layers }) => layers).map(({ pool }) => text(rows.get(pool)?.id));
  const layers = groupBy(await readLayers(reading, withLayers), (row) => row.pool_id);
  return new Map(
    wanted.map(({ pool }) => {
      const row = rows.get(pool) as Row;
      return [pool, endState(row, layers.get(text(row.id)) ?? [])];
    }),
  );
}

const readLayers = async (reading: Reading, pools: readonly string[]): Promise<Row[]> =>
  pools.length === 0
    ? []
    : query(
        reading,
        'SELECT * FROM pool_layer WHERE pool_id IN (?) ORDER BY pool_id, day, document_id, line_no, part_id, part_line_no, lot',
        [pools],
      );

const endState = (row: Row, layers: readonly Row[]): PoolState => ({
  quantity: quantityOf(row.quantity),
  value: baseOf(row.value),
  layers: layers.map(layerOf),
  standard: row.standard == null ? undefined : priceOf(row.standard),
});

/** What a pool holds now, by its row. */
export const readEnd = async (reading: Reading, row: Row): Promise<PoolState> =>
  endState(row, await readLayers(reading, [text(row.id)]));

export interface DatedLayer extends Layer {
  readonly day: string;
}

function layerOf(row: Row): DatedLayer {
  const part: Layer['part'] = row.part_id === '0' ? '' : idOf(row, 'part_id', 'part_line_no');
  return {
    of: idOf(row),
    part,
    lot: text(row.lot),
    quantity: quantityOf(row.quantity),
    value: baseOf(row.value),
    day: text(row.day),
  };
}

async function readWriteDowns(reading: Reading, pools: readonly string[]): Promise<Map<string, WriteDown[]>> {
  const found = new Map<string, WriteDown[]>();
  if (pools.length === 0) return found;
  const rows = await query(
    reading,
    `SELECT * FROM write_down_line w WHERE w.pool_id IN (?) AND ${stands('w.document_id')} ORDER BY w.document_id, w.line_no`,
    [pools],
  );
  for (const row of rows) {
    const pool = text(row.pool_id);
    found.set(pool, [...(found.get(pool) ?? []), { line: idOf(row), netRealisable: priceOf(row.net_realisable) }]);
  }
  return found;
}
