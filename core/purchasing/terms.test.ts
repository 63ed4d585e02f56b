import { describe, expect, it } from '@jest/globals';
import { documentAmount, fraction, FRACTION_PLACES } from '../exact/amounts.ts';
import { formatDecimal } from '../exact/decimal.ts';
import { discountDay, discountOn, dueDay, yearlyYield } from './terms.ts';

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

it('a discount yields for a year what it saves, for the days by which it is paid sooner', () => {
  const percent = (open: bigint, discount: bigint, days: number) => {
    const part = yearlyYield(documentAmount(open), documentAmount(discount), days);
    return part === undefined ? undefined : formatDecimal(part, FRACTION_PLACES - 2);
  };
  // 2 % within 10 days, else 30: 2 on 98 for 20 days is 37.2449 % a year.
  expect(percent(100_000n, 2_000n, 20)).toBe('37.2449');
  expect(percent(100_000n, 1_000n, 50)).toBe('7.3737');
  expect([percent(100_000n, 2_000n, 0), percent(100n, 100n, 10)]).toEqual([undefined, undefined]);
});
