import { describe, expect, it } from '@jest/globals';
import { base, priceOrThrow, quantity, quantityOrThrow } from '../exact/amounts.ts';
import { addDays } from '../exact/calendar.ts';
import { foldedDifferently, show } from '../testing/bookkeeper.ts';
import { firstOf, historyOf, type Moved, moved as madeMoved } from '../testing/history.ts';
import type { NewMovement } from './effects.ts';
import { fold } from './fold.ts';
import {
  BEFORE_ALL,
  type Checkpoint,
  type CostingMethod,
  EMPTY_POOL,
  endOf,
  type Layer,
  placeOf,
  type Pool,
  type PoolState,
} from './pool.ts';
import { PoolRun } from './poolRun.ts';

const UNIT = 1_000_000n;
const day = (n: number): string => addDays('2026-01-01', n);

/** The n-th movement of a history: so many units, worth so much where they come in; the fold values what goes out. */
function moved(n: number, direction: 'in' | 'out', units: bigint, value = 0n): Moved {
  return madeMoved(`${n}/1`, direction, units * UNIT, value, { date: day(n) });
}

/** A pool of that history with the values that the fold says, and a state kept after each of `kept`. */
function poolOf(method: CostingMethod, history: readonly Moved[], kept: readonly number[]): Pool {
  const start: PoolState = { ...EMPTY_POOL, standard: method === 'standard' ? priceOrThrow('9') : undefined };
  const whole = fold(method, start, historyOf(history), 'USD');
  if (!whole.ok) throw new Error('short');
  const values = history.map(({ id }) => base(whole.values.get(id) ?? 0n));
  const after = (n: number): Checkpoint => {
    const part = fold(method, start, firstOf(historyOf(history), n), 'USD');
    const last = history[n - 1];
    if (!part.ok || !last) throw new Error('no such state');
    return { date: last.date, place: last.place, state: part.end };
  };
  return {
    id: 'YARN@main',
    item: 'YARN',
    warehouse: 'main',
    method,
    writeDowns: [],
    movements: history,
    values,
    checkpoints: [{ ...BEFORE_ALL, state: start }, ...kept.map(after), after(history.length)],
  };
}

/** States are kept so near to each other here that none is left out at the end for being too near. */
const EVERY = 1;

/** A late cost on the first receipt, folded to where nothing changes any more. */
function withLateCost(pool: Pool, amount = 5n): Pool {
  const run = new PoolRun(pool, 'USD', EVERY);
  run.addCost('1/1', day(1), amount, 0n);
  while (!run.done) run.foldNext();
  return run.finished();
}

/** Ten in, ten out, four times over: what happened before is forgotten each time. */
const FORGETTING = [1, 3, 5, 7].flatMap((n) => [moved(n, 'in', 10n, 100n), moved(n + 1, 'out', 10n)]);
/** Two receipts of which a part stays to the end. */
const KEEPING = [
  moved(1, 'in', 10n, 100n),
  moved(2, 'in', 10n, 120n),
  moved(3, 'out', 4n),
  moved(4, 'in', 1n, 11n),
  moved(5, 'out', 1n),
  moved(6, 'out', 1n),
];

describe('a late cost', () => {
  it.each(['fifo', 'average', 'lot'] as const)(
    'by %s stops where the state is again what was kept, and leaves later states as they are',
    (method) => {
      const lots = (movement: Moved) => ({
        ...movement,
        lots: method === 'lot' ? [{ lot: 'A', quantity: movement.quantity }] : [],
      });
      const pool = poolOf(method, FORGETTING.map(lots), [1, 2, 4, 6]);
      const after = withLateCost(pool);
      expect(after.values.slice(0, 2)).toEqual([105n, 105n]);
      expect(foldedDifferently(after, 'USD')).toEqual([]);
      expect(pool.checkpoints.filter((kept) => !after.checkpoints.includes(kept)).map(({ place }) => place)).toEqual([
        placeOf('1/1'),
      ]);
    },
  );

  it.each(['fifo', 'average'] as const)('by %s is carried to the end where goods stay', (method) => {
    const pool = poolOf(method, KEEPING, [2, 4]);
    const after = withLateCost(pool);
    expect(foldedDifferently(after, 'USD')).toEqual([]);
    expect(after.checkpoints.filter((checkpoint) => pool.checkpoints.includes(checkpoint))).toEqual([
      pool.checkpoints[0],
    ]);
    expect(
      endOf(after).value +
        after.movements.reduce(
          (sum, { direction }, at) => (direction === 'out' ? sum + (after.values[at] ?? 0n) : sum),
          0n,
        ),
    ).toBe(236n);
  });

  it('is folded on behind a place where the state is the same, where something else changed behind it', () => {
    const pool = poolOf('fifo', FORGETTING, [2, 4, 6]);
    const run = new PoolRun(pool, 'USD', 100);
    run.addCost('1/1', day(1), 5n, 0n);
    run.addCost('5/1', day(5), 7n, 7n);
    while (!run.done) run.foldNext();
    const after = run.finished();
    expect(after.values).toEqual([105n, 105n, 100n, 100n, 107n, 107n, 100n, 100n]);
    expect(after.movements[4]?.shared).toBe(7n);
    expect(foldedDifferently(after, 'USD')).toEqual([]);
  });
});

describe('a state that was kept counts as met', () => {
  const LOTS = KEEPING.map((movement): Moved => ({
    ...movement,
    lots: [{ lot: movement.place === placeOf('2/1') ? 'B' : 'A', quantity: movement.quantity }],
  }));
  const layer = (at: number, change: Partial<Layer>) => (state: PoolState) => ({
    ...state,
    layers: state.layers.map((known, n) => (n === at ? { ...known, ...change } : known)),
  });
  it.each<[string, CostingMethod, (state: PoolState) => PoolState]>([
    ['quantity', 'average', (state) => ({ ...state, quantity: quantityOrThrow('3') })],
    ['value', 'average', (state) => ({ ...state, value: base(1n) })],
    ['standard', 'standard', (state) => ({ ...state, standard: priceOrThrow('8') })],
    ['number of layers', 'lot', (state) => ({ ...state, layers: state.layers.slice(1) })],
    [
      'number of layers, more',
      'lot',
      (state) => ({ ...state, layers: [...state.layers, ...state.layers.slice(0, 1)] }),
    ],
    ['receipt of a layer', 'lot', layer(0, { of: '9/1' })],
    ['part that goes back', 'lot', layer(0, { part: '9/1' })],
    ['lot', 'lot', layer(1, { lot: 'C' })],
    ['quantity of a layer', 'lot', layer(1, { quantity: quantityOrThrow('3') })],
    ['value of the first layer', 'lot', layer(0, { value: base(1n) })],
    ['value of the last layer', 'lot', layer(2, { value: base(1n) })],
  ])('only with the same %s', (_, method, change) => {
    const pool = poolOf(method, method === 'lot' ? LOTS : KEEPING, [4]);
    const [start, kept, end] = pool.checkpoints as unknown as [Checkpoint, Checkpoint, Checkpoint];
    const folded = (known: Checkpoint) =>
      withLateCost({ ...pool, checkpoints: [start, known, end] }, 0n).checkpoints.find(
        ({ place }) => place === kept.place,
      );
    expect(folded(kept)).toBe(kept);
    expect(show(folded({ ...kept, state: change(kept.state) }))).toBe(show(kept));
  });
});

describe('states kept on the way', () => {
  const added = (n: number, direction: 'in' | 'out', units = 1n): NewMovement =>
    ({
      pool: 'YARN@main',
      id: `${n}/1`,
      date: day(n),
      direction,
      purpose: direction === 'in' ? 'received' : 'delivered',
      quantity: quantity(units * UNIT),
      lots: [],
    }) as unknown as NewMovement;
  const empty = (method: CostingMethod): Pool => ({
    id: 'YARN@main',
    item: 'YARN',
    warehouse: 'main',
    method,
    writeDowns: [],
    movements: [],
    values: [],
    checkpoints: [{ ...BEFORE_ALL, state: EMPTY_POOL }],
  });
  const places = (pool: Pool): number[] => pool.checkpoints.map(({ place }) => Math.floor(place / 100_000));
  function posted(pool: Pool, every: number, ...movements: NewMovement[]): Pool {
    const run = new PoolRun(pool, 'USD', every);
    for (const movement of movements) run.add(movement);
    while (!run.done) run.foldNext();
    return run.finished();
  }

  it('stand so many movements apart, and at the end', () => {
    const history = Array.from({ length: 10 }, (_, n) => added(n + 1, 'in'));
    expect(places(posted(empty('average'), 4, ...history))).toEqual([0, 4, 8, 10]);
    expect(places(posted(empty('average'), 20, ...history))).toEqual([0, 10]);
  });

  it('stand further apart where a state has many layers', () => {
    const history = Array.from({ length: 26 }, (_, n) => added(n + 1, n < 6 || n % 2 === 1 ? 'in' : 'out'));
    // Two layers after two; then six and five by turns, so that the next stand five and six movements on.
    expect(places(posted(empty('fifo'), 2, ...history))).toEqual([0, 2, 7, 13, 19, 25, 26]);
  });

  it('do not pile up when documents are posted one by one', () => {
    let pool = empty('average');
    for (let n = 1; n <= 14; n += 1) pool = posted(pool, 4, added(n, 'in'));
    expect(places(pool)).toEqual([0, 5, 9, 13, 14]);
    expect(foldedDifferently(pool, 'USD')).toEqual([]);
  });

  it('that a back-dated document falls behind are made anew', () => {
    const pool = posted(empty('average'), 2, ...Array.from({ length: 8 }, (_, n) => added(2 * n + 1, 'in')));
    const after = posted(pool, 2, added(4, 'in'));
    expect(foldedDifferently(after, 'USD')).toEqual([]);
    expect(after.checkpoints.filter((checkpoint) => pool.checkpoints.includes(checkpoint)).length).toBeLessThan(3);
  });
});

describe('a movement that is struck', () => {
  it('is gone, with the state that was kept at it; striking what is not there breaks an invariant', () => {
    const pool = poolOf('fifo', FORGETTING, [2, 4]);
    const run = new PoolRun(pool, 'USD', 100);
    expect(() => run.strike('9/1', day(4))).toThrow('the movement 9/1');
    expect(run.strike('4/1', day(4))).toMatchObject({ movement: { id: '4/1', quantity: 10n * UNIT }, value: 100n });
    while (!run.done) run.foldNext();
    const after = run.finished();
    expect(after.movements.map(({ id }) => id)).not.toContain('4/1');
    expect(after.checkpoints.map(({ place }) => place)).not.toContain(placeOf('4/1'));
    expect(foldedDifferently(after, 'USD')).toEqual([]);
    // A cost that is taken from it with the same document says what it was, and changes nothing.
    expect(run.movementOf('4/1', day(4))).toMatchObject({ id: '4/1' });
    run.addCost('4/1', day(4), 5n, 0n);
    expect(run.finished()).toEqual(after);
  });

  it('says what is short behind it', () => {
    const run = new PoolRun(poolOf('fifo', FORGETTING, []), 'USD', 100);
    run.strike('3/1', day(3));
    let step = run.foldNext();
    while (step?.ok !== false && !run.done) step = run.foldNext();
    expect(step).toEqual({ ok: false, short: { movement: '4/1', date: day(4), quantity: 10n * UNIT, lot: '' } });
  });
});
