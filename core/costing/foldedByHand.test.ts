import { describe, expect, it } from '@jest/globals';
import { base, priceOrThrow, quantity } from '../exact/amounts.ts';
import { historyOf, moved as madeMoved, type Moved } from '../testing/history.ts';
import { fold, ownParts } from './fold.ts';
import { ledgerValue, poolAsKnown, valueAsKnown, type EnteredChange, type EnteredMovement } from './known.ts';
import {
  EMPTY_POOL,
  lineId,
  placeOf,
  type CostingMethod,
  type LotPart,
  type Movement,
  type PoolState,
} from './pool.ts';

/*
 * The fold by figures worked out by hand, in whole units and minor units: what properties cannot say, for both sides of them
 * use these same rules.
 */
const lot = (name: string, units: bigint): LotPart => ({ lot: name, quantity: quantity(units) });

const moved = (line: number, direction: 'in' | 'out', units: bigint, value = 0n, more: Partial<Moved> = {}): Moved =>
  madeMoved(lineId('1', line), direction, units, value, more);

/** Of `line`, so many go back with line `of` at a price of their own. */
const back = (line: number, units: bigint, price: bigint, lots: readonly LotPart[] = []) => ({
  line: lineId('1', line),
  date: '2026-03-01',
  quantity: quantity(units),
  price: base(price),
  lots,
});
const goesBack = (of: number) => ({
  back: { of: lineId('1', of), date: '2026-03-01', own: base(0n) },
  purpose: 'returned' as const,
});

function folded(method: CostingMethod, movements: readonly Moved[], from: PoolState = EMPTY_POOL) {
  const done = fold(method, from, historyOf(movements), 'USD');
  if (!done.ok) throw new Error(`short at ${done.short.movement}`);
  const layers = done.end.layers.map(({ of, part, lot: name, quantity: units, value }) =>
    [of, part, name, units, value].filter((word) => word !== '').join(' '),
  );
  return {
    values: [...done.values.values()],
    held: done.end.quantity,
    worth: done.end.value,
    layers,
    notOwn: done.notOwn,
  };
}

describe('what goods that go back are worth by themselves', () => {
  it('is their price, and their cumulative share of what is shared, so that all of it goes with the last', () => {
    // 10 over 3: 3.3 → 3; 6.6 → 7, less 3; 10, less 7.
    const parts = ownParts(quantity(3n), 10n, [back(2, 1n, 50n), back(3, 1n, 60n), back(4, 1n, 70n)]);
    expect(parts.map(({ value }) => value)).toEqual([53n, 64n, 73n]);
  });
});

describe('goods go back by moving average', () => {
  const received = (returns: Movement['returns']) => moved(1, 'in', 4n, 100n, { shared: base(20n), returns });
  it('at their own value', () => {
    expect(folded('average', [received([back(2, 1n, 30n)]), moved(2, 'out', 1n, 0n, goesBack(1))])).toMatchObject({
      values: [100n, 35n],
      held: 3n,
      worth: 65n,
    });
  });

  it('at all that is left where they are the last, and at the average where they are worth more than all', () => {
    const rest = [received([back(3, 2n, 90n)]), moved(2, 'out', 2n)];
    // 50 are left for two: their own 90 and 10 is more, and they are the last.
    expect(folded('average', [...rest, moved(3, 'out', 2n, 0n, goesBack(1))]).values).toEqual([100n, 50n, 50n]);
    // One of the two, at 90 and 5 of its own: more than the pool holds, so it takes the average.
    const one = [received([back(3, 1n, 90n)]), moved(2, 'out', 2n), moved(3, 'out', 1n, 0n, goesBack(1))];
    expect(folded('average', one)).toMatchObject({ values: [100n, 50n, 25n], worth: 25n, notOwn: [] });
    // Worth exactly what the pool holds: they take it.
    expect(
      folded('average', [received([back(3, 1n, 45n)]), moved(2, 'out', 2n), moved(3, 'out', 1n, 0n, goesBack(1))]),
    ).toMatchObject({
      values: [100n, 50n, 50n],
      held: 1n,
    });
  });
});

describe('goods go back first in, first out', () => {
  it('from what was kept for them, which other issues use last within their receipt', () => {
    const receipts = [
      moved(1, 'in', 4n, 100n, { shared: base(20n), returns: [back(4, 1n, 30n)] }),
      moved(2, 'in', 2n, 80n),
    ];
    // Of its 100, 35 are the returned one's; the other three have 65. Four are issued: the three, then the one.
    const issued = folded('fifo', [...receipts, moved(3, 'out', 3n), moved(4, 'out', 1n, 0n, goesBack(1))]);
    expect(issued).toEqual({ values: [100n, 80n, 65n, 35n], held: 2n, worth: 80n, layers: ['1/2 2 80'], notOwn: [] });
    const gone = folded('fifo', [...receipts, moved(3, 'out', 4n), moved(4, 'out', 1n, 0n, goesBack(1))]);
    expect(gone).toEqual({
      values: [100n, 80n, 100n, 40n],
      held: 1n,
      worth: 40n,
      layers: ['1/2 1 40'],
      notOwn: ['1/4'],
    });
  });

  it('as layers of their own, the last of them with what is left where all went back', () => {
    const all = moved(1, 'in', 3n, 100n, { shared: base(10n), returns: [back(2, 1n, 20n), back(3, 2n, 50n)] });
    // 20 + 3 and 50 + 7; the 20 that are left of the 100 go with the last.
    expect(folded('fifo', [all]).layers).toEqual(['1/1 1/2 1 23', '1/1 1/3 2 77']);
    const some = moved(1, 'in', 4n, 100n, { returns: [back(2, 1n, 20n), back(3, 1n, 50n)] });
    expect(folded('fifo', [some]).layers).toEqual(['1/1 2 30', '1/1 1/2 1 20', '1/1 1/3 1 50']);
    expect(
      folded('fifo', [some, moved(2, 'out', 1n, 0n, goesBack(1)), moved(3, 'out', 1n, 0n, goesBack(1))]),
    ).toMatchObject({
      values: [100n, 20n, 50n],
      worth: 30n,
    });
  });
});

describe('by lot', () => {
  const mixed = { lots: [lot('A', 2n), lot('B', 1n)] };
  it('a receipt is shared over its lots by quantity, and each issue names its own', () => {
    const history = [moved(1, 'in', 3n, 100n, mixed), moved(2, 'in', 1n, 50n, { lots: [lot('A', 1n)] })];
    expect(folded('lot', history).layers).toEqual(['1/1 A 2 67', '1/1 B 1 33', '1/2 A 1 50']);
    const issued = folded('lot', [...history, moved(3, 'out', 3n, 0n, { lots: [lot('B', 1n), lot('A', 2n)] })]);
    expect(issued).toMatchObject({ values: [100n, 50n, 100n], layers: ['1/2 A 1 50'], worth: 50n });
  });

  it('keeps layers in the order in which they came, whatever their lots', () => {
    const history = [
      moved(1, 'in', 1n, 1n, { lots: [lot('B', 1n)] }),
      moved(2, 'in', 1n, 2n, { lots: [lot('A', 1n)] }),
      moved(3, 'in', 1n, 3n, { lots: [lot('B', 1n)] }),
    ];
    expect(folded('lot', history).layers).toEqual(['1/1 B 1 1', '1/2 A 1 2', '1/3 B 1 3']);
  });

  it('goods go back from their own lot, what stays shared without them', () => {
    const returned = moved(1, 'in', 3n, 100n, {
      ...mixed,
      shared: base(9n),
      returns: [back(2, 1n, 40n, [lot('A', 1n)])],
    });
    // 40 + 3 go with the one of A; the other A and the B share 57.
    expect(folded('lot', [returned]).layers).toEqual(['1/1 A 1 29', '1/1 B 1 28', '1/1 1/2 A 1 43']);
    const out = folded('lot', [returned, moved(2, 'out', 1n, 0n, { ...goesBack(1), lots: [lot('A', 1n)] })]);
    expect(out).toMatchObject({ values: [100n, 43n], worth: 57n, notOwn: [] });
    const all = moved(1, 'in', 2n, 100n, {
      lots: [lot('A', 1n), lot('B', 1n)],
      returns: [back(2, 1n, 40n, [lot('A', 1n)]), back(3, 1n, 40n, [lot('B', 1n)])],
    });
    expect(folded('lot', [all]).layers).toEqual(['1/1 1/2 A 1 40', '1/1 1/3 B 1 60']);
  });

  it('no more of a lot goes back as its receipt’s own than came of it: the rest is of another, or short', () => {
    // Of B one came; two are to go back, at 90: 45 is the one’s, and the other is another receipt’s.
    const returned = moved(1, 'in', 3n, 300n, { ...mixed, returns: [back(3, 2n, 90n, [lot('B', 2n)])] });
    const other = moved(2, 'in', 5n, 1000n, { lots: [lot('B', 5n)] });
    const out = moved(3, 'out', 2n, 0n, { ...goesBack(1), lots: [lot('B', 2n)] });
    expect(folded('lot', [returned, other]).layers).toEqual(['1/1 A 2 255', '1/1 1/3 B 1 45', '1/2 B 5 1000']);
    expect(folded('lot', [returned, other, out])).toMatchObject({
      values: [300n, 1000n, 245n],
      held: 6n,
      layers: ['1/1 A 2 255', '1/2 B 4 800'],
      notOwn: ['1/3'],
    });
    expect(fold('lot', EMPTY_POOL, historyOf([returned, out]), 'USD')).toEqual({
      ok: false,
      short: { movement: '1/3', date: '2026-03-01', quantity: 1n, lot: 'B' },
    });
  });

  it('says which lot is short', () => {
    const short = fold(
      'lot',
      EMPTY_POOL,
      historyOf([moved(1, 'in', 3n, 100n, mixed), moved(2, 'out', 3n, 0n, { lots: [lot('B', 3n)] })]),
      'USD',
    );
    expect(short).toEqual({ ok: false, short: { movement: '1/2', date: '2026-03-01', quantity: 2n, lot: 'B' } });
  });
});

describe('short', () => {
  it.each(['average', 'standard', 'fifo'] as const)('by %s says by how much', (method) => {
    const short = fold(method, EMPTY_POOL, historyOf([moved(1, 'in', 3n, 9n), moved(2, 'out', 5n)]), 'USD');
    expect(short).toEqual({ ok: false, short: { movement: '1/2', date: '2026-03-01', quantity: 2n, lot: '' } });
    expect(fold(method, EMPTY_POOL, historyOf([moved(1, 'in', 3n, 9n), moved(2, 'out', 3n)]), 'USD').ok).toBe(true);
  });
});

describe('standard cost', () => {
  it('is in and out at standard, the last unit takes what is left, and a new standard revalues what is here', () => {
    const unit = 1_000_000n;
    const revalued = moved(3, 'in', 0n, 0n, {
      direction: 'revalued',
      purpose: 'revalued',
      standard: priceOrThrow('0.02'),
    });
    // 0.015 each: 3 are 4.5 → 5 cents, one 1.5 → 2; two are left at 3, at 0.02 worth 4; the last takes what is left.
    const from = { ...EMPTY_POOL, standard: priceOrThrow('0.015') };
    const history = [
      moved(1, 'in', 3n * unit, 999n),
      moved(2, 'out', unit),
      revalued,
      moved(4, 'out', unit),
      moved(5, 'out', unit),
    ];
    expect(folded('standard', history, from)).toMatchObject({ values: [5n, 2n, 1n, 2n, 2n], worth: 0n });
    // Taken all at once there is no rounding of its own.
    expect(
      folded('standard', [moved(1, 'in', 3n * unit, 999n), moved(2, 'out', unit), moved(3, 'out', 2n * unit)], from)
        .values,
    ).toEqual([5n, 2n, 3n]);
  });
});

describe('as known', () => {
  const change = (entered: number, amount: bigint, effective: string, posting: string): EnteredChange => ({
    line: '1/1',
    amount: base(amount),
    shared: false,
    effective,
    posting,
    entered,
  });
  const changes = [
    change(1, 100n, '2026-03-02', '2026-03-02'),
    change(5, 7n, '2026-03-02', '2026-03-09'),
    { ...change(2, -40n, '2026-03-04', '2026-03-04'), line: '2/1' },
  ];

  it('a movement is worth what counts by a day, the ledger shows what was posted by it', () => {
    const on = (day: string, entered = Infinity) => [
      valueAsKnown(changes, '1/1', { on: day, entered }),
      ledgerValue(changes, { on: day, entered }),
    ];
    expect(on('2026-03-01')).toEqual([0n, 0n]);
    expect(on('2026-03-02')).toEqual([107n, 100n]);
    expect(on('2026-03-02', 4)).toEqual([100n, 100n]);
    expect(on('2026-03-08')).toEqual([107n, 60n]);
    expect(on('2026-03-09')).toEqual([107n, 67n]);
  });

  it('a pool is what moved by a day, with what had been entered', () => {
    const entered = (n: number, movement: Movement): EnteredMovement => ({
      entered: n,
      struck: undefined,
      movement: { ...movement, returns: [] },
    });
    const movements = [
      entered(1, { ...moved(1, 'in', 4n), date: '2026-03-02' }),
      entered(2, { ...moved(1, 'out', 1n), id: '2/1', place: placeOf('2/1'), date: '2026-03-04' }),
    ];
    const pool = { method: 'average' as const, currency: 'USD', standard: undefined };
    const on = (day: string, known = Infinity) => {
      const { quantity: held, value } = poolAsKnown(pool, movements, changes, { on: day, entered: known });
      return [held, value];
    };
    expect(on('2026-03-01')).toEqual([0n, 0n]);
    expect(on('2026-03-02')).toEqual([4n, 107n]);
    expect(on('2026-03-02', 1)).toEqual([4n, 100n]);
    // 107 × 1 ÷ 4 = 26.75
    expect(on('2026-03-04')).toEqual([3n, 80n]);
    expect(on('2026-03-04', 1)).toEqual([4n, 100n]);
  });
});
