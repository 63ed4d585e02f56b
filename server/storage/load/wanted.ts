import { documentOf, endOf, type LineId, type Pool, type PoolId } from '@obolus/core/costing/pool';
import { allPoolsOf } from '@obolus/core/state/decision';
import { tellTogether } from '../askedTogether.ts';
import { loadItems } from './items.ts';
import { linkedPools } from './links.ts';
import type { BooksLoader } from './loader.ts';
import { FIRST_DAY } from './movements.ts';
import { type DatedLayer, readPools, type Wanted } from './pools.ts';
import { among, distinct, keysOf, pointOf, query, type Row, text } from './rows.ts';
import { keepSources } from './sources.ts';

/** Behind every document of its day. */
const END_OF_DAY = Number.MAX_SAFE_INTEGER;

/** Pools to which a document adds movements on `day`; `out` needs their layers. */
export function wantGoods(loader: BooksLoader, ids: readonly PoolId[], day: string, direction: 'in' | 'out'): void {
  for (const id of ids) loader.want(id, { day, layers: direction === 'out' });
}

/** A pool in which an old movement changes: its history is needed from there. */
export function wantFrom(loader: BooksLoader, pool: PoolId, movement: { id: LineId; date: string }): void {
  const [, line = '0'] = movement.id.split('/');
  loader.want(pool, {
    from: pointOf({ document_id: documentOf(movement.id), line_no: line, date: movement.date }),
  });
}

/** Every pool of an item, for a change of standard. */
export async function wantItem(
  loader: BooksLoader,
  item: string,
  movement: { id: LineId; date: string },
): Promise<void> {
  await loader.keep('pools', [allPoolsOf(item)], async () => {
    for (const row of await query(loader.reading, 'SELECT warehouse_id FROM pool WHERE item_id = ?', [item]))
      wantFrom(loader, `${item}@${text(row.warehouse_id)}`, movement);
    return [];
  });
}

/** The rows of pools that were wanted, and of those that value may be carried into from them; for posting they are locked. */
export type WantedRows = ReadonlyMap<PoolId, Row>;

/** Reads the pools that were wanted. */
export async function readWantedPools(loader: BooksLoader, rows: WantedRows): Promise<void> {
  await loadItems(
    loader,
    [...rows.values()].map((row) => text(row.item_id)),
  );
  const wanted: Wanted[] = [...loader.wanted].map(([pool, { from, layers = false }]) => ({
    pool,
    from,
    layers: layers || from !== undefined || isSerial(loader, pool),
  }));
  await loader.keep(
    'pools',
    wanted.map(({ pool }) => pool),
    async () =>
      (await readPools(loader.reading, rows, wanted, loader.parts.items.known())).map((pool) => [pool.id, pool]),
  );
  for (const pool of loader.parts.pools.known().values()) keepLayerDays(loader, pool);
  for (const [id, row] of rows) {
    loader.pools.rows.set(id, text(row.id));
    loader.pools.versions.set(text(row.id), text(row.version));
    loader.pools.since.set(id, Number(row.since_checkpoint));
  }
  await readSourcesOf(loader, wanted, rows);
}

function keepLayerDays({ pools }: BooksLoader, pool: Pool): void {
  for (const layer of endOf(pool).layers as readonly DatedLayer[]) pools.layerDays.set(layer.of, layer.day);
}

/** What was taken of the movements out of pools that are read from a point on; and, once locked, of the lines that were asked for. */
async function readSourcesOf(
  loader: BooksLoader,
  wanted: readonly Wanted[],
  rows: ReadonlyMap<PoolId, Row>,
): Promise<void> {
  const lines = [...loader.sourceLines];
  const asked =
    loader.reading.locking && lines.length > 0
      ? [keepSources(loader, among(lines, 'm.document_id', 'm.line_no'), keysOf(lines))]
      : [];
  const taken = 'EXISTS (SELECT 1 FROM taking t WHERE t.source_id = m.document_id AND t.source_line_no = m.line_no)';
  const ofPools = wanted.map(async ({ pool, from }) => {
    const row = rows.get(pool);
    if (from === undefined || !row) return;
    const since = loader.parts.pools.get(pool)?.checkpoints[0].date || FIRST_DAY;
    await keepSources(loader, `m.pool_id = ? AND m.date >= ? AND ${taken}`, [row.id, since]);
  });
  await Promise.all([...asked, ...ofPools]);
}

/** A serial number that comes in must be compared with those that are here. */
const isSerial = (loader: BooksLoader, pool: PoolId): boolean =>
  loader.parts.items.known().get(itemOf(pool))?.tracking === 'serial';

const itemOf = (pool: PoolId): string => pool.split('@')[0] ?? '';

/**
 * Finds, and for posting locks, the pools that were wanted and those that value may be carried into from them. Which they are
 * is found without locks, then locked, then looked for again.
 */
export async function lockWantedPools(loader: BooksLoader): Promise<WantedRows> {
  let rows = await poolRowsOf(loader, false);
  const asked = loader.wanted.size;
  await reachOn(loader, rows);
  if (!loader.reading.locking) return loader.wanted.size === asked ? rows : poolRowsOf(loader, false);
  for (let reached = -1; reached !== loader.wanted.size;) {
    reached = loader.wanted.size;
    rows = await poolRowsOf(loader, true);
    await reachOn(loader, rows);
  }
  return rows;
}

/** Where later movements are known, the history is needed from the day on; and whatever value is carried into from there. */
async function reachOn(loader: BooksLoader, rows: ReadonlyMap<PoolId, Row>): Promise<void> {
  for (const [id, { from, day }] of loader.wanted) {
    const last = rows.get(id)?.last_day;
    if (from === undefined && day !== undefined && last != null && last > day)
      loader.want(id, { from: { date: day, place: END_OF_DAY } });
  }
  const starts = [...loader.wanted].flatMap(([pool, { from }]) => (from === undefined ? [] : [{ pool, from }]));
  if (starts.length === 0) return;
  for (const [pool, from] of await linkedPools(loader.reading, starts)) loader.want(pool, { from });
}

async function poolRowsOf(loader: BooksLoader, creating: boolean): Promise<Map<PoolId, Row>> {
  const ids = [...loader.wanted.keys()];
  if (ids.length === 0) return new Map();
  const pairs = ids.map((id) => id.split('@') as [string, string]);
  await nameWarehouses(
    loader,
    pairs.map(([, warehouse]) => warehouse),
  );
  const lock = loader.reading.locking && creating ? ' FOR UPDATE' : '';
  const where = pairs.map(() => '(p.item_id = ? AND p.warehouse_id = ?)').join(' OR ');
  const read = () => query(loader.reading, `SELECT p.* FROM pool p WHERE ${where} ORDER BY p.id${lock}`, pairs.flat());
  let rows = await read();
  const items = loader.parts.items.known();
  const missing = pairs.filter(
    ([item, warehouse]) =>
      items.has(item) && !rows.some((row) => row.item_id === item && row.warehouse_id === warehouse),
  );
  if (creating && missing.length > 0) {
    const values = missing.map(() => '(?, ?, 0, 0)').join(', ');
    await tellTogether(
      loader.reading.manager,
      `INSERT IGNORE INTO pool (item_id, warehouse_id, quantity, value) VALUES ${values}`,
      missing.flat(),
    );
    rows = await read();
  }
  return new Map(rows.map((row) => [`${text(row.item_id)}@${text(row.warehouse_id)}`, row]));
}

async function nameWarehouses({ reading, names }: BooksLoader, ids: readonly string[]): Promise<void> {
  const missing = distinct(ids).filter((id) => !names.warehouses.has(id));
  if (missing.length === 0) return;
  for (const row of await query(reading, 'SELECT id, name FROM warehouse WHERE id IN (?)', [missing]))
    names.warehouses.set(text(row.id), text(row.name));
}
