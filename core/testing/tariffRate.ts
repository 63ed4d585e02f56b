import { fraction, price } from '../exact/amounts.ts';
import type { TariffRate } from '../tariff/schedule.ts';

/** A rate of 4 percent from the beginning of 2026, but for what is said of it. */
export const tariffRate = (code: string, rest: Partial<TariffRate> = {}): TariffRate => ({
  measure: 'duty',
  code,
  origin: undefined,
  preference: false,
  from: '2026-01-01',
  to: undefined,
  suspended: undefined,
  percent: fraction(40_000n),
  perUnit: price(0n),
  unit: 'stock-unit',
  combine: 'sum',
  floor: undefined,
  cap: undefined,
  limits: 'line',
  ...rest,
});
