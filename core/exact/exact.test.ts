import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  base,
  documentAmount,
  formatAmount,
  fraction,
  forOne,
  lineAmount,
  priceOrThrow,
  quantity,
  quantityOrThrow,
  rateOrThrow,
  toBase,
  unitCost,
  type BaseAmount,
} from './amounts.ts';
import { isDay } from './calendar.ts';
import { decimalsOf, isCurrency } from './currencies.ts';
import { formatDecimal, parseDecimal } from './decimal.ts';
import { divideRounded } from './rounding.ts';
import { cumulative, partOfWhatIsLeft } from './cumulative.ts';
import { shareOut } from './shareOut.ts';

describe('reading and writing decimals', () => {
  it('works on none of more than 40 characters', () => {
    expect(parseDecimal(`1.${'0'.repeat(60_000)}1`, 6)).toEqual({ ok: false, problem: 'too_large' });
    expect(parseDecimal(`1.${'0'.repeat(38)}`, 6)).toEqual({ ok: true, scaled: 1_000_000n });
  });

  it.each([
    ['12', 6, 12_000_000n],
    ['-0.5', 2, -50n],
    ['+3.10', 1, 31n],
    ['9007199254740993', 0, 9_007_199_254_740_993n],
  ])('reads %s with %i places', (text, places, scaled) => {
    expect(parseDecimal(text, places)).toEqual({ ok: true, scaled });
  });

  it.each([
    ['', 2, 'not_a_number'],
    ['1e3', 2, 'not_a_number'],
    ['1,5', 2, 'not_a_number'],
    ['0.123', 2, 'too_many_decimals'],
    ['99999999999999999999', 2, 'too_large'],
  ])('refuses %j', (text, places, problem) => {
    expect(parseDecimal(text, places)).toEqual({ ok: false, problem });
  });

  it('writes what it reads, for any figure', () => {
    fc.assert(
      fc.property(fc.bigInt(-(10n ** 18n), 10n ** 18n), fc.integer({ min: 0, max: 10 }), (scaled, places) => {
        expect(parseDecimal(formatDecimal(scaled, places), places)).toEqual({ ok: true, scaled });
      }),
    );
  });
});

describe('rounding', () => {
  it.each([
    [5n, 2n, 3n],
    [-5n, 2n, -3n],
    [4n, 3n, 1n],
    [7n, 2n, 4n],
    [0n, 9n, 0n],
  ])('%s ÷ %s is %s, half away from zero', (numerator, denominator, rounded) => {
    expect(divideRounded(numerator, denominator)).toBe(rounded);
  });

  it('makes line amounts in the currency’s own decimals', () => {
    const seven = quantityOrThrow('7');
    expect(lineAmount(seven, forOne(priceOrThrow('8.1')), 'USD')).toBe(5670n);
    expect(lineAmount(seven, forOne(priceOrThrow('2150.5')), 'JPY')).toBe(15_054n);
    expect(lineAmount(seven, forOne(priceOrThrow('1.0005')), 'KWD')).toBe(7004n);
    expect(lineAmount(seven, { ...forOne(priceOrThrow('10')), discount: fraction(150_000n) }, 'USD')).toBe(5950n);
  });

  it('brings document amounts to base currency between different decimals', () => {
    expect(toBase(documentAmount(15_054n), 'JPY', rateOrThrow('0.006655'), 'USD')).toBe(10_018n);
    expect(toBase(documentAmount(100_00n), 'EUR', rateOrThrow('161.275'), 'JPY')).toBe(16_128n);
  });

  it('stays exact beyond what a double holds', () => {
    const huge = quantityOrThrow('9000000000000');
    expect(formatAmount(lineAmount(huge, forOne(priceOrThrow('1234567.89')), 'USD'), 'USD')).toBe(
      '11111111010000000000.00',
    );
  });

  it('shows a unit cost, and none where nothing is on hand', () => {
    expect(unitCost(base(100_00n), quantityOrThrow('3'), 'USD')).toBe('33.3333');
    expect(unitCost(base(0n), quantity(0n), 'USD')).toBeUndefined();
  });
});

describe('parts of a posted amount', () => {
  it('leave nothing when the last part goes, in whatever parts it goes', () => {
    fc.assert(
      fc.property(
        fc.bigInt(-(10n ** 15n), 10n ** 15n),
        fc.array(fc.bigInt(1n, 10n ** 9n), { minLength: 1, maxLength: 12 }),
        (whole, parts) => {
          const outOf = parts.reduce((sum, part) => sum + part, 0n);
          let soFar = 0n;
          let taken = 0n;
          let left = whole;
          for (const part of parts) {
            left -= partOfWhatIsLeft(left, part, outOf - soFar);
            soFar += part;
            taken += cumulative(whole, soFar, outOf, taken);
          }
          expect([taken, left]).toEqual([whole, 0n]);
        },
      ),
    );
  });
});

describe('sharing out', () => {
  it('gives left-over units to the largest remainders, ties to the earlier line', () => {
    expect(shareOut(100n, [1n, 1n, 1n])).toEqual({ ok: true, shares: [34n, 33n, 33n] });
    expect(shareOut(-100n, [1n, 1n, 1n])).toEqual({ ok: true, shares: [-34n, -33n, -33n] });
    expect(shareOut(10_000n, [3498n, 9010n, 148n])).toEqual({ ok: true, shares: [2764n, 7119n, 117n] });
  });

  it('refuses weights that are all zero, and names a negative one', () => {
    expect(shareOut(5n, [0n, 0n])).toEqual({ ok: false, reason: 'weights_all_zero' });
    expect(shareOut(5n, [1n, -1n])).toEqual({ ok: false, reason: 'weight_negative', line: 1 });
  });

  it('always adds up, and no share is a whole unit from its exact part', () => {
    fc.assert(
      fc.property(
        fc.bigInt(-(10n ** 20n), 10n ** 20n),
        fc.array(fc.bigInt(0n, 10n ** 18n), { minLength: 1, maxLength: 40 }),
        (amount, weights) => {
          const total = weights.reduce((sum, weight) => sum + weight, 0n);
          fc.pre(total > 0n);
          const shared = shareOut(amount, weights);
          if (!shared.ok) throw new Error('refused');
          expect(shared.shares.reduce((sum, share) => sum + share, 0n)).toBe(amount);
          shared.shares.forEach((share, line) => {
            const gap = share * total - amount * (weights[line] ?? 0n);
            expect((gap < 0n ? -gap : gap) < total).toBe(true);
          });
        },
      ),
    );
  });
});

describe('currencies and days', () => {
  it('know the decimals of ISO 4217', () => {
    expect([decimalsOf('USD'), decimalsOf('JPY'), decimalsOf('KWD'), decimalsOf('CLF')]).toEqual([2, 0, 3, 4]);
    expect(isCurrency('XXL')).toBe(false);
    expect(() => decimalsOf('ZZZ')).toThrow(RangeError);
  });

  it.each([
    ['2028-02-29', true],
    ['2026-02-29', false],
    ['2026-13-01', false],
    ['2026-04-31', false],
    ['26-04-01', false],
  ])('%s exists: %s', (day, exists) => {
    expect(isDay(day)).toBe(exists);
  });
});

describe('kinds of figure', () => {
  it('cannot be mixed up', () => {
    // @ts-expect-error a quantity is not an amount
    const wrong: BaseAmount = quantityOrThrow('1');
    expect(wrong).toBe(1_000_000n);
  });
});
