import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import { base, fraction, price, quantityOrThrow } from '../exact/amounts.ts';
import { tariffRate } from '../testing/tariffRate.ts';
import { type DutiableLine, dutyOn, totalOf } from './duty.ts';

const line = (value: bigint, rest: Partial<DutiableLine> = {}): DutiableLine => ({
  code: '5107.10',
  origin: 'NZ',
  preference: false,
  on: '2026-07-01',
  customsValue: base(value),
  quantity: quantityOrThrow('10'),
  measured: { unit: 'each' },
  ...rest,
});
const byLine = { currency: 'USD', rounding: 'line' } as const;
const byCode = { currency: 'USD', rounding: 'code-and-origin' } as const;
const percent = (parts: number) => fraction(BigInt(parts * 10_000));
const totals = (...asked: Parameters<typeof dutyOn>) => dutyOn(...asked).map(totalOf);

it('is rounded on each line, or once on what has one code and origin and then shared', () => {
  const tariff = [tariffRate('51', { percent: percent(5) })];
  const lines = [line(1010n), line(1010n), line(1010n)];
  // 10.10 × 5 % is 0.505 each; together 30.30 × 5 % is 1.515.
  expect(totals(tariff, lines, byLine)).toEqual([51n, 51n, 51n]);
  expect(totals(tariff, lines, byCode)).toEqual([51n, 51n, 50n]);
  expect(totals(tariff, [...lines.slice(1), line(1010n, { origin: 'CA' })], byCode)).toEqual([51n, 50n, 51n]);
});

it('is at least, and at most, what a measure sets for the entry: shared by value', () => {
  const fee = (rest: object) => [tariffRate('', { measure: 'fee', percent: percent(0.1), limits: 'entry', ...rest })];
  const forty = Array.from({ length: 40 }, () => line(1000n));
  const worked = totals(fee({ floor: base(3000n) }), forty, byLine);
  expect(worked.every((amount) => amount === 75n)).toBe(true);
  expect(totals(fee({ cap: base(30n) }), [line(100_000n), line(200_000n)], byLine)).toEqual([10n, 20n]);
  expect(totals(fee({ floor: base(30n), cap: base(900n) }), [line(100_000n), line(200_000n)], byLine)).toEqual([
    100n,
    200n,
  ]);
  // Each line has its own where the measure says so.
  expect(totals(fee({ floor: base(3000n), limits: 'line' }), forty.slice(0, 2), byLine)).toEqual([3000n, 3000n]);
});

it('counts in the units of customs with the factors of the item', () => {
  const perLitre = [tariffRate('51', { percent: percent(0), perUnit: price(400_000n), unit: 'litre' })];
  const bottle = (quantity: string) => ({
    unit: 'bottle',
    supplementary: [{ unit: 'litre' as const, quantity: quantityOrThrow(quantity) }],
  });
  // 10 bottles of 0.75 litres at 0.40.
  expect(totals(perLitre, [line(0n, { measured: bottle('0.75') })], byLine)).toEqual([300n]);
  expect(totals(perLitre, [line(0n, { measured: { unit: 'litre' } })], byLine)).toEqual([400n]);
  expect(totals(perLitre, [line(0n)], byLine)).toEqual([0n]);
  const perKilo = [tariffRate('51', { percent: percent(0), perUnit: price(400_000n), unit: 'kg' })];
  expect(totals(perKilo, [line(0n, { measured: { unit: 'each', weight: quantityOrThrow('2.5') } })], byLine)).toEqual([
    1000n,
  ]);
});

it('nothing is owed by a measure while its rate is suspended', () => {
  const tariff = [
    tariffRate('51'),
    tariffRate('5107', { percent: percent(9), suspended: { from: '2026-06-01', to: '2026-06-30' } }),
  ];
  const on = (day: string) => totals(tariff, [line(10_000n, { on: day })], byLine)[0];
  expect([on('2026-05-31'), on('2026-06-01'), on('2026-06-30'), on('2026-07-01')]).toEqual([900n, 0n, 0n, 900n]);
});

it('adds up to the limits of the entry whatever its lines are, and however it is rounded', () => {
  const goods = fc.record({
    value: fc.bigInt(0n, 5_000_000n),
    code: fc.constantFrom('51', '52', '53'),
    origin: fc.constantFrom('NZ', 'CA'),
  });
  const limits = fc.record({
    floor: fc.bigInt(0n, 5_000n),
    over: fc.bigInt(0n, 5_000n),
    rounding: fc.constantFrom('line', 'code-and-origin'),
  });
  fc.assert(
    fc.property(fc.array(goods, { minLength: 1, maxLength: 12 }), limits, (rows, { floor, over, rounding }) => {
      const tariff = [
        tariffRate('5', {
          measure: 'fee',
          percent: percent(0.3),
          floor: base(floor),
          cap: base(floor + over),
          limits: 'entry',
        }),
      ];
      const lines = rows.map(({ value, code, origin }) => line(value, { code, origin }));
      const rule = { currency: 'USD', rounding } as const;
      const free = totals([tariffRate('5', { percent: percent(0.3) })], lines, rule).reduce(
        (sum, amount) => sum + amount,
        0n,
      );
      const owed = totals(tariff, lines, rule).reduce((sum, amount) => sum + amount, 0n);
      expect(owed).toBe(free < floor ? floor : free > floor + over ? floor + over : free);
    }),
  );
});
