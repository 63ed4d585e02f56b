import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import { price, quantityOrThrow } from '../exact/amounts.ts';
import { gapsOn } from './gaps.ts';
import { ratesFor } from './schedule.ts';
import { tariffRate } from '../testing/tariffRate.ts';

it('goods without a code, and codes that no rate reaches on the day, for the origin, without a claim', () => {
  const gap = gapsOn(
    [
      tariffRate('51'),
      tariffRate('5208.1', { origin: 'IN' }),
      tariffRate('53', { preference: true }),
      tariffRate('84', { from: '2026-09-01' }),
      tariffRate('85', { to: '2026-03-01' }),
    ],
    '2026-07-01',
  );
  const asked: [string, string][] = [['', 'NZ'], ['5107.10', 'NZ'], ['5208.10', 'IN'], ['5208.10', 'PT'], ['5306', 'PT'], ['8446', 'CA'], ['8501', 'CA'], ['5', 'NZ']]; // prettier-ignore
  expect(asked.map(([code, origin]) => gap({ code, origin, unit: 'kg' }))).toEqual(['no-code', undefined, undefined, 'no-rate', 'no-rate', 'no-rate', 'no-rate', 'no-rate']); // prettier-ignore
});

it('is just where the schedule has no rate', () => {
  const anyRate = fc.record({
    code: fc.constantFrom('', '5', '51', '5107', '5107.10', '52'),
    origin: fc.constantFrom(undefined, 'NZ', 'CA'),
    preference: fc.boolean(),
    from: fc.constantFrom('2026-01-01', '2026-06-01', '2027-01-01'),
    to: fc.constantFrom(undefined, '2026-03-01', '2026-12-31'),
  });
  const anyGoods = fc.record({ code: fc.constantFrom('5107.10', '5200', '6'), origin: fc.constantFrom('NZ', 'PT') });
  fc.assert(
    fc.property(fc.array(anyRate, { maxLength: 6 }), anyGoods, (rows, goods) => {
      const tariff = rows.map(({ code, ...rest }) => tariffRate(code, rest));
      const found = ratesFor(tariff, { ...goods, preference: false }, '2026-07-01').length > 0;
      expect(gapsOn(tariff, '2026-07-01')({ ...goods, unit: 'kg' })).toBe(found ? undefined : 'no-rate');
    }),
  );
});

it('goods that a rate is for by a unit that they are not measured in, unless it is suspended only for a while', () => {
  const perLitre = { unit: 'litre', perUnit: price(400_000n) } as const;
  const gap = gapsOn(
    [
      tariffRate('3215', perLitre),
      tariffRate('3216', { unit: 'litre' }),
      tariffRate('3217', { ...perLitre, suspended: { from: '2026-01-01', to: undefined } }),
      tariffRate('32', { perUnit: price(1n), unit: 'kg' }),
    ],
    '2026-07-01',
  );
  const bottle = { origin: 'JP', unit: 'bottle', weight: quantityOrThrow('0.9') };
  expect(gap({ code: '3215.11', ...bottle })).toBe('no-factor');
  expect(gap({ code: '3215.11', ...bottle, unit: 'litre' })).toBeUndefined();
  expect(
    gap({ code: '3215.11', ...bottle, supplementary: [{ unit: 'litre', quantity: quantityOrThrow('0.75') }] }),
  ).toBeUndefined();
  // Nothing is owed for each litre by the second; the third comes back when it is not suspended any more; the last weighs them.
  expect(['3216', '3217', '3299'].map((code) => gap({ code, ...bottle }))).toEqual([undefined, 'no-factor', undefined]);
});
