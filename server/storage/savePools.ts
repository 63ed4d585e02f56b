import {
  comparePoints,
  endOf,
  positionOf,
  type Checkpoint,
  type Layer,
  type LineId,
  type Pool,
} from '@obolus/core/costing/pool';
import type { SettledPool } from '@obolus/core/costing/settlement';
import type { Writes } from './writes.ts';
import { layersText } from './load/state.ts';
import type { LoadedBooks } from './load/loader.ts';

const KEYS = ['pool_id', 'day', 'document_id', 'line_no', 'part_id', 'part_line_no', 'lot'];

/** The pools' totals and states, and of their layers only those that are new, changed or gone. */
export async function savePools(writes: Writes, books: LoadedBooks, pools: readonly SettledPool[]): Promise<void> {
  if (pools.length === 0) return;
  const rowOf = ({ pool }: SettledPool) => books.poolRows.get(pool.id) ?? '';
  const checkpoints = pools.map((settled) =>
    checkpointChanges(settled, books.poolSince.get(settled.pool.id) ?? 0, books.company.checkpointEvery),
  );
  const totals = pools.map((settled, position) => {
    const { pool } = settled;
    const end = endOf(pool);
    const last = pool.checkpoints[pool.checkpoints.length - 1]?.date ?? '';
    const since = checkpoints[position]?.since ?? 0;
    return [
      rowOf(settled),
      pool.item,
      pool.warehouse,
      end.quantity,
      end.value,
      last === '' ? null : last,
      end.standard ?? null,
      since,
      BigInt(books.poolVersions.get(rowOf(settled)) ?? 0) + 1n,
    ];
  });
  const columns = ['quantity', 'value', 'last_day', 'standard', 'since_checkpoint', 'version'];
  await writes.insert('pool', ['id', 'item_id', 'warehouse_id', ...columns], totals, columns);
  const changes = pools.map((settled) => layerChanges(rowOf(settled), settled, books));
  const gone = changes.flatMap((change) => change.gone);
  for (let from = 0; from < gone.length; from += 500) {
    const some = gone.slice(from, from + 500);
    writes.add(
      `DELETE FROM pool_layer WHERE ${some.map(() => `(${KEYS.map((key) => `${key} = ?`).join(' AND ')})`).join(' OR ')}`,
      some.flat(),
    );
  }
  const left = changes.flatMap((change) => change.left);
  await writes.insert('pool_layer', [...KEYS, 'quantity', 'value'], left, ['quantity', 'value']);
  for (const [position, settled] of pools.entries())
    await saveCheckpoints(writes, rowOf(settled), checkpoints[position] as CheckpointChanges);
}

function layerChanges(
  row: string,
  { before, pool }: SettledPool,
  books: LoadedBooks,
): { gone: unknown[][]; left: unknown[][] } {
  const keyOf = (layer: Layer) => `${layer.of} ${layer.part} ${layer.lot}`;
  const stored = new Map(endOf(before).layers.map((layer) => [keyOf(layer), layer]));
  const { layers } = endOf(pool);
  const dayOf = stored.size + layers.length === 0 ? books.layerDays : daysOf(pool, books.layerDays);
  const kept = new Set(layers.map(keyOf));
  const columns = (layer: Layer) => [
    row,
    dayOf.get(layer.of),
    ...layer.of.split('/'),
    ...(layer.part === '' ? ['0', '0'] : layer.part.split('/')),
    layer.lot,
  ];
  const changed = layers.filter((layer) => {
    const known = stored.get(keyOf(layer));
    return known?.quantity !== layer.quantity || known.value !== layer.value;
  });
  return {
    gone: [...stored].filter(([key]) => !kept.has(key)).map(([, layer]) => columns(layer)),
    left: changed.map((layer) => [...columns(layer), layer.quantity, layer.value]),
  };
}

/** The days of the receipts that layers come from: known from before, or among what moved. */
function daysOf({ movements }: Pool, known: ReadonlyMap<LineId, string>): ReadonlyMap<LineId, string> {
  const days = new Map(known);
  for (const { id, date } of movements) days.set(id, date);
  return days;
}

interface CheckpointChanges {
  /** Movements since the last state that is kept on the way. */
  readonly since: number;
  readonly gone: readonly Checkpoint[];
  readonly made: readonly Checkpoint[];
}

/**
 * States on the way. Where history was folded again those that changed are replaced; otherwise the end is kept as one, once
 * enough movements have come since the last.
 */
function checkpointChanges({ before, pool }: SettledPool, since: number, every: number): CheckpointChanges {
  return before.movements.length > 0 ? refolded(before, pool) : appended(pool, since, every);
}

function refolded(before: Pool, pool: Pool): CheckpointChanges {
  const between = ({ checkpoints }: Pool) => checkpoints.slice(1, -1);
  const kept = new Set<Checkpoint>(between(pool));
  const known = new Set<Checkpoint>(between(before));
  const oldEnd = before.checkpoints[before.checkpoints.length - 1];
  const gone = [...known].filter((checkpoint) => !kept.has(checkpoint));
  if (oldEnd && oldEnd !== pool.checkpoints[pool.checkpoints.length - 1]) gone.push(oldEnd);
  const last = pool.checkpoints[pool.checkpoints.length - 2] ?? pool.checkpoints[0];
  const since = pool.movements.length - positionOf(pool.movements, { date: last.date, place: last.place + 1 });
  return { since, gone, made: [...kept].filter((checkpoint) => !known.has(checkpoint)) };
}

function appended(pool: Pool, before: number, every: number): CheckpointChanges {
  const since = before + pool.movements.length;
  const end = pool.checkpoints[pool.checkpoints.length - 1] ?? pool.checkpoints[0];
  const { layers, quantity } = end.state;
  const layered = pool.method === 'fifo' || pool.method === 'lot';
  // Goods that came in without their layers being read leave it to the next that go out.
  const whole = !layered || layers.reduce((sum, layer) => sum + layer.quantity, 0n) === quantity;
  if (!whole || since < Math.max(every, layers.length)) return { since, gone: [], made: [] };
  return { since: 0, gone: [], made: [end] };
}

async function saveCheckpoints(writes: Writes, row: string, { gone, made }: CheckpointChanges): Promise<void> {
  const remade = new Set(made.map(({ date, place }) => `${date} ${place}`));
  const lost = gone.filter(({ date, place }) => !remade.has(`${date} ${place}`));
  for (const { date, place } of lost)
    writes.add('DELETE FROM pool_checkpoint WHERE pool_id = ? AND day = ? AND place = ?', [row, date, place]);
  const columns = ['quantity', 'value', 'standard', 'layers'];
  const rows = [...made].sort(comparePoints).map(({ date, place, state }) => {
    return [row, date, place, state.quantity, state.value, state.standard ?? null, layersText(state.layers)];
  });
  await writes.insert('pool_checkpoint', ['pool_id', 'day', 'place', ...columns], rows, columns);
}
