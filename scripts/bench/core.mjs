// The core's speed, each beside the floor of a bare loop over packed columns that does only the arithmetic, in one run.
import { benchMatching } from './matching.mjs';
import { dist, ROUNDS, row, sideBySide, SIZES } from './measure.mjs';
import { benchProof } from './proof.mjs';
import { benchSharing } from './sharing.mjs';

const PER_POOL = 100;

export async function benchCore() {
  await benchFolds();
  await benchLateCost();
  await benchSharing();
  await benchProof();
  await benchMatching();
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
  const { foldFifo, foldAverage } = await dist('core/dist/costing/packed.js');
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

/** A pool of two receipts, then many movements behind them, as it is read from storage: one row after the other. */
async function longPool(method, later, firstUnits) {
  const { fold } = await dist('core/dist/costing/fold.js');
  const { EMPTY_POOL, BEFORE_ALL, placeOf } = await dist('core/dist/costing/pool.js');
  const start = { ...BEFORE_ALL, state: EMPTY_POOL };
  const movements = Array.from({ length: later + 1 }, (_, n) => {
    // Two receipts before the first delivery, so that a moving average never comes to nothing.
    const goes = n > 1 && n % 2 === 1;
    const id = `${n + 1}/1`;
    const quantity = n === 0 ? firstUnits * 1_000_000n : 10_000_000n;
    const known = {
      id,
      place: placeOf(id),
      date: '2026-03-01',
      direction: goes ? 'out' : 'in',
      purpose: goes ? 'delivered' : 'received',
      quantity,
      lots: [],
    };
    // Not spread together from two objects: such objects are many times slower to read than what storage makes.
    return Object.assign(known, {
      dimensions: undefined,
      shared: 0n,
      returns: [],
      back: undefined,
      standard: undefined,
    });
  });
  const paid = movements.map(({ direction }, n) => (direction === 'in' ? 10_000n + BigInt(n % 97) : 0n));
  const folded = fold(method, EMPTY_POOL, { movements, values: paid }, 'USD');
  if (!folded.ok) throw new Error('the bench pool is short');
  const checkpoints = [start];
  for (let at = 256; at <= later; at += 256) {
    const part = { movements: movements.slice(at - 256, at), values: paid.slice(at - 256, at) };
    const { date, place } = movements[at - 1];
    checkpoints.push({ date, place, state: fold(method, checkpoints[checkpoints.length - 1].state, part, 'USD').end });
  }
  const { date, place } = movements[later];
  const known = { id: 'YARN@main', item: 'YARN', warehouse: 'main', method, movements, writeDowns: [] };
  return {
    ...known,
    values: movements.map(({ id }) => folded.values.get(id)),
    checkpoints: [...checkpoints, { date, place, state: folded.end }],
  };
}

async function lateCost(pool, amount) {
  const { settle } = await dist('core/dist/costing/settle.js');
  const { Journal } = await dist('core/dist/books/journal.js');
  const { NO_EFFECTS } = await dist('core/dist/costing/effects.js');
  const rules = {
    date: '2026-03-02',
    firstOpenDay: '2026-01-01',
    currency: 'USD',
    recognition: 'on-sale',
    checkpointEvery: 256,
  };
  const occasion = { ...rules, sources: new Map(), pools: new Map([[pool.id, pool]]) };
  const cost = {
    pool: pool.id,
    movement: '1/1',
    date: '2026-03-01',
    component: 'freight',
    shared: true,
    amount,
    against: 'grni',
    about: {},
  };
  return () =>
    settle(occasion, { ...NO_EFFECTS, costs: [cost] }, 1, new Journal('2026-03-02')).settlement.valueChanges.length;
}

/** The same late cost by moving average, and nothing more: the same movements read, the same arithmetic, as many changes made. */
function floorLateCost({ movements, values }, amount) {
  const changes = [];
  const now = [...values];
  let held = 0n;
  let worth = amount;
  for (let at = 0; at < movements.length; at += 1) {
    const { id: line, direction, purpose: component, quantity, date } = movements[at];
    if (direction === 'in') {
      held += quantity;
      worth += values[at];
      continue;
    }
    const cost = (2n * worth * quantity + held) / (2n * held);
    held -= quantity;
    worth -= cost;
    if (cost === now[at]) continue;
    changes.push({
      line,
      pool: '',
      component,
      shared: false,
      amount: now[at] - cost,
      effective: date,
      posting: date,
      given: undefined,
    });
    now[at] = cost;
  }
  return changes.length;
}

async function benchLateCost() {
  for (const [name, method, firstUnits, amount] of [
    ['dies out (FIFO)', 'fifo', 10n, 777n],
    ['changes everything after (moving average)', 'average', 2_000_000n, 10n ** 10n],
  ]) {
    for (const later of SIZES.slice(0, 2)) {
      const pool = await longPool(method, later, firstUnits);
      const late = await lateCost(pool, amount);
      let changed = 0;
      const [took, bare] = sideBySide(
        ROUNDS,
        () => (changed = late()),
        () => floorLateCost(pool, amount),
      );
      const said = [
        `late cost before ${later.toLocaleString('en')} movements, ${name}`,
        `${took.toFixed(1)} ms`,
        `${changed.toLocaleString('en')} values changed`,
      ];
      row(
        ...said,
        ...(method === 'average' ? [`${(took / bare).toFixed(1)} × the floor (${bare.toFixed(1)} ms)`] : []),
      );
    }
  }
}
