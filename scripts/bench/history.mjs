// What history costs through the server: a late cost before 100,000 movements of one pool, and ordinary postings with a
// thousand and with a million movements in the database. History is written by SQL in the rows that postings leave.
import { dist, median, row, small } from './measure.mjs';

const LATER = small ? 1_000 : 100_000;
const FEW = small ? 100 : 1_000;
const MANY = small ? 1_000 : 1_000_000;
const ROUNDS = small ? 3 : 150;

export async function benchHistory(pool, user) {
  await ordinary(pool, user);
  await lateCost(pool, user);
}

const DAY = '2026-02-01';

/** Items of their own, with a pool each that holds plenty. */
async function makeItem(pool, number, method) {
  const [made] = await pool.query(
    "INSERT INTO item (number, name, unit, method, weight, tariff_code, origin) VALUES (?, ?, 'each', ?, 1000000, '', '')",
    [number, number, method],
  );
  return String(made.insertId);
}

async function order(user, item, quantity) {
  const lines = [{ item, quantity, price: '100', discount: '', due: '' }];
  return (
    await user.post('/api/documents/order', {
      vendor: '1',
      date: '2026-01-05',
      currency: 'USD',
      warehouse: '1',
      note: '',
      lines,
    })
  ).id;
}

async function receive(user, item, quantity, date) {
  const of = `${await order(user, item, quantity)}/1`;
  const body = { vendor: '1', date, warehouse: '1', packingSlip: '', shipment: '', lines: [{ of, quantity }] };
  return (await user.post('/api/documents/receipt', body)).id;
}

const deliver = (user, item, quantity, date) =>
  user.post('/api/documents/delivery', { customer: 'C', date, warehouse: '1', lines: [{ item, quantity }] });

/** Fresh ids, beyond which the sequence goes on. */
async function takeIds(pool, count) {
  const [[{ next }]] = await pool.query('SELECT NEXTVAL(document_ids) AS next');
  await pool.query(`SELECT SETVAL(document_ids, ${Number(next) + count + 1})`);
  return Number(next);
}

async function insert(pool, table, columns, rows) {
  for (let from = 0; from < rows.length; from += 2_000)
    await pool.query(`INSERT INTO ${table} (${columns}) VALUES ?`, [rows.slice(from, from + 2_000)]);
}

/** Movements behind a receipt, at the values that folding gives them, with states kept on the way as postings keep them. */
async function writeHistory(pool, item, method, first, count) {
  const { openFold } = await dist('core/dist/costing/fold.js');
  const { EMPTY_POOL } = await dist('core/dist/costing/pool.js');
  const [[row_]] = await pool.query('SELECT id FROM pool WHERE item_id = ?', [item]);
  const begin = await takeIds(pool, count);
  const fold = openFold(method, EMPTY_POOL, 'USD');
  fold.takeIn({ id: `${first.id}/1`, quantity: first.quantity, lots: [] }, first.value, []);
  const movements = [];
  const changes = [];
  const kept = [];
  for (let n = 0; n < count; n += 1) {
    const id = begin + n;
    const goes = n % 2 === 0;
    const moved = { id: `${id}/1`, quantity: 10_000_000n, lots: [] };
    const value = goes ? -fold.takeOut(moved, undefined).value : fold.takeIn(moved, 100_000n + BigInt(n % 97), []);
    movements.push([id, 1, row_.id, DAY, goes ? 'out' : 'in', '10000000', goes ? 'delivered' : 'received']);
    changes.push([
      id,
      1,
      1,
      id,
      1,
      row_.id,
      goes ? 'delivered' : 'goods',
      value.toString(),
      DAY,
      DAY,
      goes ? null : 'grni',
    ]);
    if ((n + 1) % 256 === 0) kept.push([row_.id, DAY, id * 100_000 + 1, fold.state()]);
  }
  await insert(pool, 'movement', 'document_id, line_no, pool_id, date, direction, quantity, purpose', movements);
  await insert(
    pool,
    'value_change',
    'document_id, change_no, entry_no, line_document_id, line_no, pool_id, component, amount, effective, posting, against',
    changes,
  );
  await insert(
    pool,
    'pool_checkpoint',
    'pool_id, day, place, quantity, value, layers',
    kept.map(([id, day, place, state]) => [id, day, place, state.quantity.toString(), state.value.toString(), '[]']),
  );
  const end = fold.state();
  await pool.query('UPDATE pool SET quantity = ?, value = ?, last_day = ?, since_checkpoint = ? WHERE id = ?', [
    end.quantity.toString(),
    end.value.toString(),
    DAY,
    count % 256,
    row_.id,
  ]);
}

async function lateCost(pool, user) {
  const times = [];
  const item = await makeItem(pool, 'LATE', 'average');
  const receipt = await receive(user, item, '2000000', '2026-01-06');
  await writeHistory(
    pool,
    item,
    'average',
    { id: receipt, quantity: 2_000_000_000_000n, value: 20_000_000_000n },
    LATER,
  );
  for (let round = 0; round < 3; round += 1) {
    const charges = [{ kind: 'freight', amount: '100000000.00' }];
    const bill = await user.post('/api/documents/bill', {
      vendor: '1',
      reference: `LATE ${round}`,
      another: 'measured over and over',
      date: '2026-02-02',
      currency: 'USD',
      lines: [],
      charges,
    });
    const start = performance.now();
    await user.post('/api/documents/allocation', {
      date: '2026-02-02',
      to: [`${receipt}/1`],
      charges: [{ of: `${bill.id}/1`, basis: 'weight', amount: '', fixed: [] }],
    });
    times.push(performance.now() - start);
  }
  await costExplained(user, item, receipt);
  const bare = median([await bareLateCost(pool, item), await bareLateCost(pool, item), await bareLateCost(pool, item)]);
  const took = median(times);
  row(
    `late cost that changes ${LATER.toLocaleString('en')} movements, posted`,
    `${took.toFixed(0)} ms`,
    `${(took / bare).toFixed(1)} × bare (${bare.toFixed(0)} ms: the same rows read and written, none of our code)`,
  );
}

/** What one unit cost that went out of a pool of many movements, and one that came in. */
async function costExplained(user, item, receipt) {
  const { id } = await deliver(user, item, '10', '2026-02-03');
  for (const [line, words] of [
    [`${receipt}/1`, 'came in before'],
    [`${id}/1`, 'went out after'],
  ]) {
    const times = [];
    for (let round = 0; round < 3; round += 1) {
      const start = performance.now();
      await user.get(`/api/lines/cost?line=${line}`);
      times.push(performance.now() - start);
    }
    row(
      `what made the cost of goods that ${words} ${LATER.toLocaleString('en')} movements`,
      `${median(times).toFixed(0)} ms`,
    );
  }
}

/** What a late cost reads and writes in the database, and nothing else. */
async function bareLateCost(pool, item) {
  const connection = await pool.getConnection();
  const [[{ id }]] = await connection.query('SELECT id FROM pool WHERE item_id = ?', [item]);
  const start = performance.now();
  await connection.query('START TRANSACTION');
  const [moved] = await connection.query(
    'SELECT document_id, line_no, date, direction, quantity, purpose FROM movement WHERE pool_id = ? ORDER BY date, document_id, line_no',
    [id],
  );
  await connection.query(
    'SELECT line_document_id, line_no, SUM(amount), SUM(shared * amount) FROM value_change WHERE pool_id = ? GROUP BY line_document_id, line_no',
    [id],
  );
  const changed = moved
    .filter(({ direction }) => direction === 'out')
    .map((line, at) => [1, at + 1, 1, line.document_id, 1, id, 'delivered', 12_345, DAY, DAY]);
  await insert(
    connection,
    'value_change',
    'document_id, change_no, entry_no, line_document_id, line_no, pool_id, component, amount, effective, posting',
    changed,
  );
  const took = performance.now() - start;
  await connection.query('ROLLBACK');
  connection.release();
  return took;
}

/** After millions of rows were written the database goes on writing pages for a while: that is not what a posting costs. */
async function settled(pool) {
  if (small) return;
  let before = Infinity;
  for (let wait = 0; wait < 30; wait += 1) {
    const [[{ Value }]] = await pool.query("SHOW GLOBAL STATUS LIKE 'Innodb_data_written'");
    if (Number(Value) - before < 2_000_000) return;
    before = Number(Value);
    await new Promise((resolve) => setTimeout(resolve, 2000));
  }
}

/** A receipt, a delivery of it and a preview of the delivery, with few and with many movements in the database. */
async function ordinary(pool, user) {
  const items = { few: await makeItem(pool, 'FEW', 'average'), many: await makeItem(pool, 'MANY', 'average') };
  for (const item of Object.values(items)) await receive(user, item, '2000000', '2026-01-06');
  const measure = async (item) => {
    const times = [];
    for (let n = 0; n < ROUNDS; n += 1) {
      const start = performance.now();
      await receive(user, item, '10', '2026-02-03');
      await deliver(user, item, '10', '2026-02-03');
      times.push(performance.now() - start);
    }
    return median(times);
  };
  await measure(items.few);
  const first = { id: 1, quantity: 2_000_000_000_000n, value: 20_000_000_000n };
  await writeHistory(pool, items.few, 'average', first, FEW);
  await settled(pool);
  const few = await measure(items.few);
  await writeHistory(pool, items.many, 'average', first, MANY);
  await settled(pool);
  const many = await measure(items.many);
  row(`order, receipt and delivery, ${FEW.toLocaleString('en')} movements in the database`, `${few.toFixed(1)} ms`);
  row(`the same with ${MANY.toLocaleString('en')}`, `${many.toFixed(1)} ms`, `${(many / few).toFixed(2)} ×`);
}
