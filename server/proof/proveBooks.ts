import type { DataSource, EntityManager } from 'typeorm';
import { fold } from '@obolus/core/costing/fold';
import { BEFORE_ALL, EMPTY_POOL, type History, type PoolState, positionOf } from '@obolus/core/costing/pool';
import { firstOf } from '@obolus/core/testing/history';
import { split } from '@obolus/core/costing/taking';
import type { Item } from '@obolus/core/state/stock';
import { readSources } from '../storage/load/movements.ts';
import { readItems } from '../storage/load/items.ts';
import { readHistory } from '../storage/load/pools.ts';
import type { Reading } from '../storage/load/rows.ts';
import { layersText, readState } from '../storage/load/state.ts';
import { snapshot } from '../storage/transaction.ts';
import { proveSetUp } from './proveSetUp.ts';
import { proveSeals } from './proveSeals.ts';

type Row = Record<string, string>;

/**
 * Works the books out again from the first document, and says everything that differs: pools folded from scratch, invoices'
 * parts, the inventory account, what is open, sums by month, every document's seal, and the history of what is set up.
 */
export const proveBooks = (source: DataSource): Promise<string[]> => snapshot(source, proveAt);

/** As one moment sees the books: what is posted meanwhile is no difference. */
async function proveAt(manager: EntityManager): Promise<string[]> {
  return [
    ...(await provePools(manager)),
    ...(await proveTakings(manager)),
    ...(await proveSeals(manager)),
    ...(await proveOpen(manager)),
    ...(await proveSums(manager)),
    ...(await proveSetUp(manager)),
  ];
}

async function provePools(manager: EntityManager): Promise<string[]> {
  const wrong: string[] = [];
  const pools: Row[] = await manager.query(
    'SELECT p.*, i.method, i.tracking FROM pool p JOIN item i ON i.id = p.item_id',
  );
  const [company] = (await manager.query('SELECT currency FROM company')) as Row[];
  let inventory = 0n;
  const reading = { manager, locking: false };
  const items = new Map(
    (
      await readItems(
        reading,
        pools.map((pool) => String(pool.item_id)),
        String(company?.currency),
      )
    ).map((item) => [item.id, item]),
  );
  for (const pool of pools) {
    const item = items.get(String(pool.item_id)) as Item;
    const history = await readHistory(reading, String(pool.id), item, BEFORE_ALL, EMPTY_POOL);
    const first = history.checkpoints[0].state;
    const folded = fold(item.method, first, history, String(company?.currency));
    if (!folded.ok) {
      wrong.push(`pool ${pool.id} is short at ${folded.short.movement}`);
      continue;
    }
    for (const [at, { id }] of history.movements.entries()) {
      const should = folded.values.get(id);
      if (should !== history.values[at])
        wrong.push(`pool ${pool.id}: ${id} should be worth ${should}, is worth ${history.values[at]}`);
    }
    if (folded.end.quantity !== BigInt(pool.quantity ?? 0) || folded.end.value !== BigInt(pool.value ?? 0)) {
      wrong.push(
        `pool ${pool.id} should hold ${folded.end.quantity} worth ${folded.end.value}, holds ${pool.quantity} worth ${pool.value}`,
      );
    }
    wrong.push(
      ...(await proveLayers(manager, pool, folded.end)),
      ...(await proveCheckpoints(reading, pool, item, history, String(company?.currency))),
    );
    inventory += folded.end.value;
  }
  const [account] = (await manager.query(
    "SELECT COALESCE(SUM(amount), 0) AS balance FROM journal_line WHERE account = 'inventory'",
  )) as Row[];
  if (BigInt(account?.balance ?? 0) !== inventory)
    wrong.push(`inventory should be ${inventory}, is ${account?.balance}`);
  return wrong;
}

async function proveLayers(manager: EntityManager, pool: Row, end: PoolState): Promise<string[]> {
  const layers: Row[] = await manager.query(
    'SELECT * FROM pool_layer WHERE pool_id = ? ORDER BY day, document_id, line_no, part_id, part_line_no, lot',
    [pool.id],
  );
  const stored = layers
    .map(
      (layer) => `${layer.document_id}/${layer.line_no}:${layer.part_id}:${layer.lot}:${layer.quantity}:${layer.value}`,
    )
    .sort();
  const should = end.layers
    .map((layer) => `${layer.of}:${layer.part.split('/')[0] || '0'}:${layer.lot}:${layer.quantity}:${layer.value}`)
    .sort();
  return stored.join(' ') === should.join(' ')
    ? []
    : [`pool ${pool.id} should have layers ${should.join(' ')}, has ${stored.join(' ')}`];
}

/** Every state that was kept on the way is what folding from the first movement says. */
async function proveCheckpoints(
  reading: Reading,
  pool: Row,
  item: Item,
  history: History,
  currency: string,
): Promise<string[]> {
  const start: PoolState = { ...EMPTY_POOL, standard: item.standards[0]?.standard };
  const kept: Row[] = await reading.manager.query('SELECT * FROM pool_checkpoint WHERE pool_id = ?', [pool.id]);
  return kept.flatMap((row) => {
    const point = { date: String(row.day), place: Number(row.place) };
    const folded = fold(
      item.method,
      start,
      firstOf(history, positionOf(history.movements, { ...point, place: point.place + 1 })),
      currency,
    );
    const state = readState(row);
    const same =
      folded.ok &&
      folded.end.quantity === state.quantity &&
      folded.end.value === state.value &&
      layersText(folded.end.layers) === layersText(state.layers);
    return same ? [] : [`pool ${pool.id}: the state kept after ${point.date} ${point.place} is wrong`];
  });
}

/** Invoices, returns of customers, arrivals, what was made: each has its part of what it was taken from. */
async function proveTakings(manager: EntityManager): Promise<string[]> {
  const sources = await readSources(
    { manager, locking: false },
    'EXISTS (SELECT 1 FROM taking t WHERE t.source_id = m.document_id AND t.source_line_no = m.line_no)',
    [],
  );
  const values: Row[] = await manager.query(
    `SELECT line_document_id, line_no, SUM(CASE WHEN component IN ('invoiced', 'lost', 'carried') THEN amount ELSE 0 END) AS value FROM value_change GROUP BY line_document_id, line_no`,
  );
  const known = new Map(values.map((row) => [`${row.line_document_id}/${row.line_no}`, BigInt(row.value ?? 0)]));
  const [company] = (await manager.query('SELECT recognition FROM company')) as Row[];
  const should = new Map<string, bigint>();
  for (const from of sources) {
    const parts = split(from.value, from.quantity, from.takings);
    from.takings.forEach((taking, at) => {
      // Where purchases are expensed when billed, what carries nothing into a pool takes no cost (accounting.md).
      const part = taking.into === undefined && company?.recognition === 'on-purchase' ? 0n : (parts[at] ?? 0n);
      should.set(taking.line, (should.get(taking.line) ?? 0n) + part);
    });
  }
  return [...should].flatMap(([line, value]) =>
    (known.get(line) ?? 0n) === value ? [] : [`${line} should take ${value}, takes ${known.get(line)}`],
  );
}

/** What is open of each line is the sum of what documents changed of it, and nothing is open below nothing but what came beyond an order, or went back from a bin. */
async function proveOpen(manager: EntityManager): Promise<string[]> {
  const wrong: Row[] = await manager.query(
    `SELECT s.kind, s.line_document_id, s.line_no, SUM(s.quantity) AS quantity, SUM(s.amount) AS amount, SUM(s.base_amount) AS base, MAX(s.is_open) AS is_open FROM (
       SELECT kind, line_document_id, line_no, part, quantity, amount, base_amount, is_open FROM open_item
       UNION ALL SELECT kind, line_document_id, line_no, part, -quantity, -amount, -base_amount, 0 FROM open_change) s
     GROUP BY s.kind, s.line_document_id, s.line_no, s.part HAVING quantity <> 0 OR amount <> 0 OR base <> 0`,
  );
  const said: Row[] = await manager.query(
    `SELECT kind, line_document_id, line_no FROM open_item WHERE is_open <> (quantity > 0 OR amount <> 0 OR base_amount <> 0) OR (quantity < 0 AND kind NOT IN ('to-receive', 'to-put-away'))`,
  );
  return [...wrong, ...said].map(
    (row) => `what is open of ${row.line_document_id}/${row.line_no} (${row.kind}) is not the sum of its changes`,
  );
}

/** Sums by month are what the journal and the changes of value come to, up to the place to which they were added up. */
async function proveSums(manager: EntityManager): Promise<string[]> {
  const to = '(SELECT number FROM summed WHERE id = 1)';
  const wrong: Row[] = await manager.query(
    `SELECT s.what, s.month FROM (
       SELECT CONCAT('account ', account_id, ' ', account) AS what, month, amount FROM account_sum UNION ALL SELECT CONCAT('pool ', pool_id), month, amount FROM pool_sum
       UNION ALL SELECT CONCAT('account ', l.account_id, ' ', l.account), DATE_FORMAT(l.date, '%Y-%m'), -l.amount FROM ledger_link k JOIN journal_line l ON l.document_id = k.document_id AND l.entry_no = k.entry_no WHERE k.number <= ${to}
       UNION ALL SELECT CONCAT('pool ', c.pool_id), DATE_FORMAT(c.posting, '%Y-%m'), -c.amount FROM ledger_link k JOIN value_change c ON c.document_id = k.document_id AND c.entry_no = k.entry_no
         WHERE k.number <= ${to} AND c.pool_id IS NOT NULL) s
     GROUP BY s.what, s.month HAVING SUM(s.amount) <> 0`,
  );
  return wrong.map((row) => `the sum of ${row.what} in ${row.month} is not what was posted`);
}
