import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { historyOf, moved, type Moved } from '../testing/history.ts';
import { fold } from './fold.ts';
import { comparePoints, EMPTY_POOL, lineId, placeOf, type CostingMethod } from './pool.ts';

const movement = (line: number, direction: 'in' | 'out', units: bigint, value = 0n): Moved =>
  moved(lineId('1', line), direction, units, value);

/** Random movements that never take out more than is there. */
const histories = fc
  .array(fc.record({ comes: fc.boolean(), units: fc.bigInt(1n, 500n), value: fc.bigInt(0n, 100_000n) }), {
    minLength: 1,
    maxLength: 60,
  })
  .map((steps) => {
    let held = 0n;
    return steps.map(({ comes, units, value }, line) => {
      const goes = !comes && held > 0n;
      const size = goes && units > held ? held : units;
      held += goes ? -size : size;
      return movement(line + 1, goes ? 'out' : 'in', size, goes ? 0n : value);
    });
  });

describe('first in, first out', () => {
  it('takes the oldest layers first, and the last unit takes all that is left', () => {
    const folded = fold(
      'fifo',
      EMPTY_POOL,
      historyOf([
        movement(1, 'in', 3n, 100n),
        movement(2, 'in', 2n, 50n),
        movement(3, 'out', 1n),
        movement(4, 'out', 3n),
        movement(5, 'out', 1n),
      ]),
      'USD',
    );
    if (!folded.ok) throw new Error('short');
    // 100 ÷ 3 = 33.3 → 33; then the 67 that are left and half of 50; then the last 25.
    expect([...folded.values.values()]).toEqual([100n, 50n, 33n, 92n, 25n]);
    expect(folded.end).toEqual(EMPTY_POOL);
  });
});

describe('moving average', () => {
  it('costs value × q ÷ Q, and the last unit takes all', () => {
    const folded = fold(
      'average',
      EMPTY_POOL,
      historyOf([
        movement(1, 'in', 3n, 100n),
        movement(2, 'out', 1n),
        movement(3, 'in', 1n, 60n),
        movement(4, 'out', 2n),
        movement(5, 'out', 1n),
      ]),
      'USD',
    );
    if (!folded.ok) throw new Error('short');
    // 100 ÷ 3 → 33; 127 over 3, two of them → 85; the last takes 42.
    expect([...folded.values.values()]).toEqual([100n, 33n, 60n, 85n, 42n]);
  });
});

describe.each<CostingMethod>(['fifo', 'average'])('any history by %s', (method) => {
  it('loses no cent: what came in is what went out and what is left', () => {
    fc.assert(
      fc.property(histories, (history) => {
        const folded = fold(method, EMPTY_POOL, historyOf(history), 'USD');
        if (!folded.ok) throw new Error('short');
        const came = history.reduce((sum, step) => sum + (step.direction === 'in' ? step.value : 0n), 0n);
        const went = history.reduce(
          (sum, step) => sum + (step.direction === 'out' ? (folded.values.get(step.id) ?? 0n) : 0n),
          0n,
        );
        expect(came).toBe(went + folded.end.value);
        if (folded.end.quantity === 0n) expect(folded.end.value).toBe(0n);
      }),
    );
  });

  it('gives the same from a state in the middle as from the start', () => {
    fc.assert(
      fc.property(histories, fc.nat(), (history, cut) => {
        const at = cut % (history.length + 1);
        const whole = fold(method, EMPTY_POOL, historyOf(history), 'USD');
        const first = fold(method, EMPTY_POOL, historyOf(history.slice(0, at)), 'USD');
        if (!whole.ok || !first.ok) throw new Error('short');
        const second = fold(method, first.end, historyOf(history.slice(at)), 'USD');
        if (!second.ok) throw new Error('short');
        expect(second.end).toEqual(whole.end);
        expect(new Map([...first.values, ...second.values])).toEqual(whole.values);
      }),
    );
  });

  it('names the first movement that is short, and by how much', () => {
    const folded = fold(
      method,
      EMPTY_POOL,
      historyOf([movement(1, 'in', 5n, 10n), movement(2, 'out', 3n), movement(3, 'out', 4n)]),
      'USD',
    );
    expect(folded).toEqual({ ok: false, short: { movement: '1/3', date: '2026-03-01', quantity: 2n, lot: '' } });
  });
});

describe('the order of the fold', () => {
  it('is effective date, then entry, then line, by number and not by text', () => {
    const ids = ['10/2', '9/11', '10/1', '9/2'].map((id) => ({ id, place: placeOf(id), date: '2026-03-02' }));
    const late = { id: '1/1', place: placeOf('1/1'), date: '2026-03-03' };
    expect([late, ...ids].sort(comparePoints).map(({ id }) => id)).toEqual(['9/2', '9/11', '10/1', '10/2', '1/1']);
  });
});
