// The core's speed, each beside the floor of a bare loop over packed columns that does only the arithmetic, in one run.
import { join } from 'node:path';
import { root } from '../lib/project.mjs';
import { median, row, sideBySide, timed } from './measure.mjs';

const dist = (path) => import(join(root, 'core/dist', path));
const SIZES = [10_000, 100_000, 1_000_000];
const PER_POOL = 100;
const ROUNDS = 7;

export async function benchCore() {
  await benchFolds();
  await benchLateCost();
  await benchSharing();
  await benchProof();
}

/** Movements of many items, sorted by item: two in, one out, in whole stock units. */
function columnsOf(count) {
  const pools = count / PER_POOL;
  const columns = {
    starts: Int32Array.from({ length: pools + 1 }, (_, pool) => pool * PER_POOL),
    out: new Uint8Array(count),
    quantity: new Float64Array(count),
    value: new Float64Array(count),
  };
  for (let at = 0; at < count; at += 1) {
    const goes = at % 3 === 2 && at % PER_POOL > 2;
    columns.out[at] = goes ? 1 : 0;
    columns.quantity[at] = goes ? 15_000_000 : 10_000_000 + (at % 7) * 1_000_000;
    columns.value[at] = goes ? 0 : 10_000 + ((at * 7919) % 9973);
  }
  return columns;
}

function floorAverage({ starts, out, quantity, value }) {
  for (let pool = 0; pool < starts.length - 1; pool += 1) {
    let held = 0;
    let worth = 0;
    for (let at = starts[pool]; at < starts[pool + 1]; at += 1) {
      const units = quantity[at];
      if (out[at] === 0) {
        held += units;
        worth += value[at];
      } else {
        const cost = Math.floor((2 * worth * units + held) / (2 * held));
        value[at] = cost;
        held -= units;
        worth -= cost;
      }
    }
  }
}

function floorFifo({ starts, out, quantity, value }) {
  const layerUnits = new Float64Array(PER_POOL);
  const layerValue = new Float64Array(PER_POOL);
  for (let pool = 0; pool < starts.length - 1; pool += 1) {
    let oldest = 0;
    let layers = 0;
    for (let at = starts[pool]; at < starts[pool + 1]; at += 1) {
      if (out[at] === 0) {
        layerUnits[layers] = quantity[at];
        layerValue[layers++] = value[at];
        continue;
      }
      let missing = quantity[at];
      let cost = 0;
      while (missing > 0) {
        const left = layerUnits[oldest];
        if (missing >= left) {
          cost += layerValue[oldest++];
          missing -= left;
        } else {
          const taken = Math.floor((2 * layerValue[oldest] * missing + left) / (2 * left));
          layerUnits[oldest] = left - missing;
          layerValue[oldest] -= taken;
          cost += taken;
          missing = 0;
        }
      }
      value[at] = cost;
    }
  }
}

async function benchFolds() {
  const { foldFifo, foldAverage } = await dist('costing/packed.js');
  for (const [name, fold, floor] of [
    ['FIFO', foldFifo, floorFifo],
    ['moving average', foldAverage, floorAverage],
  ]) {
    for (const size of SIZES) {
      const columns = columnsOf(size);
      const [took, bare] = sideBySide(
        ROUNDS,
        () => fold(columns),
        () => floor(columns),
      );
      const each = (ms) => `${((ms * 1e6) / size).toFixed(1)} ns each`;
      row(
        `fold of ${size.toLocaleString('en')} movements, ${name}`,
        `${took.toFixed(1)} ms`,
        each(took),
        `${(took / bare).toFixed(2)} × the floor (${each(bare)})`,
      );
    }
  }
}

/** A pool of one receipt, then many movements behind it, as the books hold it. */
async function longPool(method, later, firstUnits, lateAmount) {
  const { settle } = await dist('costing/settle.js');
  const { Journal } = await dist('books/journal.js');
  const { EMPTY_POOL, BEFORE_ALL } = await dist('costing/pool.js');
  const { NO_EFFECTS } = await dist('posting/effects.js');
  const id = 'YARN@main';
  const pool = { id, item: 'YARN', warehouse: 'main', method, checkpoints: [{ ...BEFORE_ALL, state: EMPTY_POOL }], movements: [], writeDowns: [] };
  const occasion = { date: '2026-03-02', firstOpenDay: '2026-01-01', currency: 'USD', recognition: 'on-sale', checkpointEvery: 256, sources: new Map() };
  const moved = Array.from({ length: later + 1 }, (_, n) => {
    const goes = n > 0 && n % 2 === 1;
    const line = { pool: id, id: `${n + 1}/1`, date: '2026-03-01', direction: goes ? 'out' : 'in', purpose: goes ? 'delivered' : 'received' };
    return { ...line, quantity: 10_000_000n, lots: [], dimensions: undefined };
  });
  const cost = (movement, amount, component) => {
    return { pool: id, movement, date: '2026-03-01', component, shared: true, amount, against: 'grni', about: {} };
  };
  const costs = moved.filter(({ direction }) => direction === 'in').map(({ id: line }, n) => cost(line, 10_000n + BigInt(n % 97), 'goods'));
  // Two receipts before the first delivery, so that a moving average never comes to nothing.
  moved[0] = { ...moved[0], quantity: firstUnits * 1_000_000n };
  moved[1] = { ...moved[1], direction: 'in', purpose: 'received' };
  costs.push(cost('2/1', 10_500n, 'goods'));
  const made = settle({ ...occasion, pools: new Map([[id, pool]]) }, { ...NO_EFFECTS, movements: moved, costs }, 1, new Journal('2026-03-02'));
  if (!made.ok) throw new Error('the bench pool is short');
  const known = { ...occasion, pools: new Map([[id, made.settlement.pools[0].pool]]) };
  return () => settle(known, { ...NO_EFFECTS, costs: [cost('1/1', lateAmount, 'freight')] }, 1, new Journal('2026-03-02')).settlement.valueChanges.length;
}

async function benchLateCost() {
  for (const [name, method, firstUnits, amount] of [
    ['dies out (FIFO)', 'fifo', 10n, 777n],
    ['changes everything after (moving average)', 'average', 2_000_000n, 10n ** 10n],
  ]) {
    for (const later of SIZES.slice(0, 2)) {
      const late = await longPool(method, later, firstUnits, amount);
      let changed = 0;
      const took = median(Array.from({ length: ROUNDS }, () => timed(() => (changed = late()))));
      row(`late cost before ${later.toLocaleString('en')} movements, ${name}`, `${took.toFixed(1)} ms`, `${changed.toLocaleString('en')} values changed`);
    }
  }
}

async function benchSharing() {
  const { shareCharge } = await dist('charges/basis.js');
  for (const size of [200, 2_000, 20_000]) {
    const targets = Array.from({ length: size }, (_, n) => {
      const line = { id: `1/${n + 1}`, item: 'YARN', quantity: 1_000_000n, goods: BigInt(1_000 + ((n * 7919) % 99_991)) };
      return { line, item: { weight: 1_000_000n, volume: undefined } };
    });
    const values = Float64Array.from(targets, ({ line }) => Number(line.goods));
    const shares = new Float64Array(size);
    const floor = () => {
      const total = values.reduce((sum, value) => sum + value, 0);
      for (let charge = 0; charge < 12; charge += 1) for (let at = 0; at < size; at += 1) shares[at] = Math.floor((987_654 * values[at]) / total);
    };
    const twelve = () => {
      for (let charge = 0; charge < 12; charge += 1) shareCharge(987_654n, 'value', targets, new Map(), '');
    };
    const [took, bare] = sideBySide(ROUNDS, twelve, floor);
    row(
      `12 charges over ${size.toLocaleString('en')} lines, by value`,
      `${took.toFixed(1)} ms`,
      `${(took / bare).toFixed(1)} × truncating alone (${bare.toFixed(1)} ms)`,
    );
  }
}

async function benchProof() {
  const { proveJournal } = await dist('books/proof.js');
  for (const size of SIZES) {
    const amounts = BigInt64Array.from({ length: size }, (_, n) => BigInt(n % 2 === 0 ? 1_000 + (n % 997) : -(1_000 + ((n - 1) % 997))));
    const lines = Array.from(amounts, (amount, n) => ({ entry: String(n >> 1), account: n % 2 === 0 ? 'inventory' : 'grni', amount }));
    const floor = () => {
      let sum = 0n;
      for (let at = 0; at < amounts.length; at += 1) sum += amounts[at];
      return sum;
    };
    const [took, bare] = sideBySide(ROUNDS, () => proveJournal(lines), floor);
    row(
      `proof of ${size.toLocaleString('en')} journal lines`,
      `${took.toFixed(1)} ms`,
      `${(took / bare).toFixed(1)} × reading the amounts (${bare.toFixed(1)} ms)`,
    );
  }
}
