import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import { considered } from './explain.ts';
import { ratesFor, type TariffRate } from './schedule.ts';
import { tariffRate } from '../testing/tariffRate.ts';

const rate = (measure: string, code: string, rest: Partial<TariffRate> = {}) => tariffRate(code, { measure, ...rest });
const goods = { code: '5107.10', origin: 'NZ', preference: false };

it('says of every rate of the code which applies, and why the others do not', () => {
  const tariff = [
    rate('duty', '5107'),
    rate('duty', '5107.10'),
    rate('duty', '5107.10', { origin: 'NZ' }),
    rate('duty', '5107.10', { origin: 'NZ', from: '2026-06-01' }),
    rate('duty', '5107.10', { origin: 'NZ', preference: true }),
    rate('duty', '5107.10', { origin: 'CA' }),
    rate('duty', '51', { from: '2027-01-01' }),
    rate('duty', '51', { to: '2026-02-01' }),
    rate('fee', '51'),
    rate('duty', '5208'),
  ];
  const found = considered(tariff, goods, '2026-07-01').map(({ rate: of, whyNot }) => [tariff.indexOf(of), whyNot]);
  expect(found).toEqual([
    [3, undefined],
    [1, 'named'],
    [2, 'later'],
    [4, 'preference'],
    [5, 'origin'],
    [0, 'longer'],
    [6, 'not-yet'],
    [7, 'ended'],
    [8, undefined],
  ]);
  const suspended = rate('duty', '5107.10.5', { suspended: { from: '2026-06-01', to: '2026-07-01' } });
  const found7 = considered([...tariff, suspended], { ...goods, code: '5107.10.50' }, '2026-07-01');
  // It is chosen before all that are shorter, and nothing is owed by its measure while it is suspended.
  expect(found7.filter(({ whyNot }) => whyNot === 'suspended').map(({ rate: of }) => of)).toEqual([suspended]);
  expect(found7.filter(({ whyNot }) => whyNot === undefined).map(({ rate: of }) => of.measure)).toEqual(['fee']);
  expect(considered([suspended], { ...goods, code: '5107.10.50' }, '2026-07-02')[0]?.whyNot).toBeUndefined();
  const claimed = considered(tariff, { ...goods, preference: true }, '2026-07-01');
  expect(claimed.filter(({ whyNot }) => whyNot === 'claimed')).toHaveLength(4);
});

it('what applies is what duty is calculated by', () => {
  const anyRate = fc.record({
    measure: fc.constantFrom('duty', 'fee'),
    code: fc.constantFrom('5', '51', '5107', '5107.10', '52'),
    origin: fc.constantFrom(undefined, 'NZ', 'CA'),
    preference: fc.boolean(),
    from: fc.constantFrom('2026-01-01', '2026-06-01', '2027-01-01'),
    to: fc.constantFrom(undefined, '2026-03-01', '2026-12-31'),
  });
  fc.assert(
    fc.property(fc.array(anyRate, { maxLength: 14 }), fc.boolean(), (rows, preference) => {
      const tariff = rows.map(({ measure, code, ...rest }) => rate(measure, code, rest));
      const asked = { ...goods, preference };
      const applied = considered(tariff, asked, '2026-07-01').filter(({ whyNot }) => whyNot === undefined);
      expect(new Set(applied.map(({ rate: of }) => of))).toEqual(new Set(ratesFor(tariff, asked, '2026-07-01')));
    }),
  );
});
