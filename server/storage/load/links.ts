import { comparePoints, type Point, poolId, type PoolId } from '@obolus/core/costing/pool';
import { FIRST_DAY } from './movements.ts';
import { query, type Reading, stands, text } from './rows.ts';

/**
 * The pools that a change in these may reach: those that carry on value of movements out at or after the points, and so on.
 * Each with the point from which it may change.
 */
export async function linkedPools(
  reading: Reading,
  starts: readonly { pool: PoolId; from: Point }[],
): Promise<Map<PoolId, Point>> {
  const reached = new Map<PoolId, Point>();
  let open = [...starts];
  while (open.length > 0) {
    const next = open.filter(({ pool, from }) => {
      const known = reached.get(pool);
      return known === undefined || comparePoints(from, known) < 0;
    });
    for (const { pool, from } of next) reached.set(pool, from);
    open = await carriedFrom(reading, next);
  }
  return reached;
}

/** So many pools are asked about at once. */
const AT_ONCE = 200;

async function carriedFrom(
  reading: Reading,
  starts: readonly { pool: PoolId; from: Point }[],
): Promise<{ pool: PoolId; from: Point }[]> {
  const earliest = new Map<PoolId, Point>();
  for (let at = 0; at < starts.length; at += AT_ONCE) {
    const some = starts.slice(at, at + AT_ONCE);
    const rows = await query(
      reading,
      `SELECT into_pool.item_id, into_pool.warehouse_id, t.date, MIN(t.document_id * 100000 + t.line_no) AS place
       FROM pool p JOIN movement m ON m.pool_id = p.id JOIN taking t ON t.source_id = m.document_id AND t.source_line_no = m.line_no
       JOIN pool into_pool ON into_pool.id = t.into_pool_id
       WHERE (${some.map(() => '(p.item_id = ? AND p.warehouse_id = ? AND m.date >= ?)').join(' OR ')}) AND ${stands('t.document_id')}
       GROUP BY into_pool.item_id, into_pool.warehouse_id, t.date`,
      some.flatMap(({ pool, from }) => [...pool.split('@'), from.date || FIRST_DAY]),
    );
    for (const row of rows) {
      const id = poolId(text(row.item_id), text(row.warehouse_id));
      const point = { date: text(row.date), place: Number(row.place) };
      const known = earliest.get(id);
      if (known === undefined || comparePoints(point, known) < 0) earliest.set(id, point);
    }
  }
  return [...earliest].map(([id, point]) => ({ pool: id, from: point }));
}
