import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { historyOf, moved, type Moved } from '../testing/history.ts';
import { runs, seed } from '../testing/runs.ts';
import { fold } from './fold.ts';
import { foldAverage, foldFifo, packColumns } from './packed.ts';
import { EMPTY_POOL, lineId } from './pool.ts';

/** Histories with quantities in any unit and values up to where products leave 2^53. */
const histories = fc
  .array(
    fc.record({
      comes: fc.boolean(),
      units: fc.bigInt(1n, 10n ** 9n),
      unit: fc.constantFrom(1n, 1000n, 1_000_000n),
      value: fc.bigInt(0n, 10n ** 13n),
    }),
    {
      minLength: 1,
      maxLength: 80,
    },
  )
  .map((steps) => {
    let held = 0n;
    return steps.map(({ comes, units, unit, value }, line): Moved => {
      const wanted = units * unit;
      const goes = !comes && held > 0n;
      const size = goes && wanted > held ? held : wanted;
      held += goes ? -size : size;
      return moved(lineId('1', line + 1), goes ? 'out' : 'in', size, goes ? 0n : value);
    });
  });

const movementsOf = (history: readonly Moved[]) =>
  history.map(({ direction, quantity: units, value }) => ({
    direction: direction as 'in' | 'out',
    quantity: units,
    value,
  }));

describe.each([
  ['fifo', foldFifo],
  ['average', foldAverage],
] as const)('packed columns by %s', (method, foldPacked) => {
  it('say what the plain fold says, to the last minor unit, several pools after each other', () => {
    fc.assert(
      fc.property(fc.array(histories, { minLength: 1, maxLength: 3 }), (pools) => {
        const columns = packColumns(pools.map(movementsOf));
        if (!columns) throw new Error('does not fit');
        const folded = foldPacked(columns);
        pools.forEach((history, pool) => {
          const plain = fold(method, EMPTY_POOL, historyOf(history), 'USD');
          if (!plain.ok) throw new Error('short');
          const values = [...columns.value.slice(columns.starts[pool], columns.starts[pool + 1])].map(BigInt);
          expect(values).toEqual([...plain.values.values()]);
          expect([folded.quantity[pool], folded.value[pool], folded.short[pool]]).toEqual([
            Number(plain.end.quantity),
            Number(plain.end.value),
            -1,
          ]);
        });
      }),
      { numRuns: runs(1000), seed },
    );
  });

  it('name the first movement that is short', () => {
    const columns = packColumns([
      [
        { direction: 'in', quantity: 5n, value: 10n },
        { direction: 'out', quantity: 6n, value: 0n },
      ],
    ]);
    expect(columns && foldPacked(columns).short[0]).toBe(1);
  });

  it('are not made of figures that a number cannot hold', () => {
    expect(packColumns([[{ direction: 'in', quantity: 1n, value: 2n ** 53n }]])).toBeUndefined();
    expect(packColumns([[{ direction: 'in', quantity: 1n, value: -1n }]])).toBeUndefined();
  });

  it('break rather than hold more than a number can', () => {
    const columns = packColumns([
      [
        { direction: 'in', quantity: 1n, value: 2n ** 53n - 1n },
        { direction: 'in', quantity: 1n, value: 1n },
      ],
    ]);
    expect(() => columns && foldPacked(columns)).toThrow(/below 2\^53/);
  });
});
