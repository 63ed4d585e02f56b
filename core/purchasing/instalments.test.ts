import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { documentAmount, fraction } from '../exact/amounts.ts';
import { inWords } from '../testing/make.ts';
import { runs, seed } from '../testing/runs.ts';
import { checkInstalments, instalmentsBy } from './instalments.ts';

const percent = (of: number) => fraction(BigInt(of) * 10_000n);
const thirds = {
  days: 60,
  afterMonth: false,
  earlier: [
    { part: percent(30), days: 10 },
    { part: percent(30), days: 30 },
  ],
};

describe('the instalments of a bill by its terms', () => {
  it('are rounded once each, and the rest is due last', () => {
    expect(instalmentsBy(thirds, '2026-03-02', documentAmount(10_005n))).toEqual([
      { due: '2026-03-12', amount: 3_002n },
      { due: '2026-04-01', amount: 3_002n },
      { due: '2026-05-01', amount: 4_001n },
    ]);
  });

  it('are counted from the end of the month where the terms are', () => {
    const dues = instalmentsBy({ ...thirds, afterMonth: true }, '2026-02-02', documentAmount(1_000n));
    expect(dues.map(({ due }) => due)).toEqual(['2026-03-10', '2026-03-30', '2026-04-29']);
  });

  it('are none where all is due on one day, nothing is owed, or a part comes to nothing', () => {
    expect(instalmentsBy({ days: 30, afterMonth: false }, '2026-03-02', documentAmount(100n))).toEqual([]);
    expect(instalmentsBy(thirds, '2026-03-02', documentAmount(-100n))).toEqual([]);
    expect(instalmentsBy(thirds, '2026-03-02', documentAmount(1n))).toEqual([{ due: '2026-05-01', amount: 1n }]);
  });

  it('are always all of it, and pass as instalments that are stated', () => {
    const total = fc.bigInt({ min: 100n, max: 10n ** 12n }).map(documentAmount);
    const shares = fc.array(fc.bigInt({ min: 1n, max: 240_000n }).map(fraction), { minLength: 1, maxLength: 4 });
    fc.assert(
      fc.property(total, shares, fc.boolean(), (owed, of, afterMonth) => {
        const earlier = of.map((part, at) => ({ part, days: at * 10 }));
        const parts = instalmentsBy({ days: 90, afterMonth, earlier }, '2026-01-31', owed);
        expect(parts.reduce((sum, { amount }) => sum + amount, 0n)).toBe(owed);
        expect(checkInstalments(parts, { date: '2026-01-31', currency: 'USD', total: owed })).toEqual([]);
      }),
      { numRuns: runs(300), seed },
    );
  });
});

it('instalments that are stated are later each, more than nothing, and all of the bill', () => {
  const bill = { date: '2026-03-02', currency: 'USD', total: documentAmount(10_000n) };
  const wrong = (parts: readonly (readonly [string, bigint])[]) =>
    checkInstalments(
      parts.map(([due, amount]) => ({ due, amount: documentAmount(amount) })),
      bill,
    ).map(inWords);
  expect(wrong([])).toEqual([]);
  expect(
    wrong([
      ['2026-03-02', 4_000n],
      ['2026-03-03', 6_000n],
    ]),
  ).toEqual([]);
  expect(
    wrong([
      ['2026-03-01', 0n],
      ['2026-03-01', -5n],
      ['2026-03-32', 10_005n],
    ]),
  ).toEqual([
    'amount_zero /instalments/0/amount',
    'due_before_billed /instalments/0/due date=2026-03-02',
    'amount_negative /instalments/1/amount',
    'due_before_billed /instalments/1/due date=2026-03-02',
    'date_impossible /instalments/2/due date=2026-03-32',
  ]);
  expect(
    wrong([
      ['2026-03-05', 5_000n],
      ['2026-03-05', 5_000n],
    ]),
  ).toEqual(['instalment_not_later /instalments/1/due date=2026-03-05']);
  expect(wrong([['2026-03-05', 9_999n]])).toEqual(['instalments_do_not_add_up /instalments amount=99.99 asked=100.00']);
});
