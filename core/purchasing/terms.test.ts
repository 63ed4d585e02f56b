import { describe, expect, it } from '@jest/globals';
import { documentAmount, fraction, FRACTION_PLACES } from '../exact/amounts.ts';
import { discountDay, discountOn, dueDay } from './terms.ts';

const percent = (of: bigint) => fraction(of * 10n ** BigInt(FRACTION_PLACES - 2));

describe('terms of payment', () => {
  it('count days from the bill, or from the end of its month', () => {
    expect(dueDay({ days: 30, afterMonth: false }, '2026-01-31')).toBe('2026-03-02');
    expect(dueDay({ days: 10, afterMonth: true }, '2026-02-03')).toBe('2026-03-10');
  });

  it('offer a discount by a day, or none', () => {
    const discount = { part: percent(2n), days: 10 };
    expect(discountDay({ days: 30, afterMonth: false, discount }, '2026-02-25')).toBe('2026-03-07');
    expect(discountDay({ days: 30, afterMonth: false }, '2026-02-25')).toBeUndefined();
  });

  it('take their part off what is open, rounded half away from zero', () => {
    expect(discountOn(documentAmount(10_025n), percent(2n))).toBe(201n);
    expect(discountOn(documentAmount(-10_025n), percent(2n))).toBe(-201n);
    expect(discountOn(documentAmount(10_024n), percent(2n))).toBe(200n);
  });
});
