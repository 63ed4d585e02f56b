import type { BaseAmount, Fraction, Price } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';

/** One rate of a measure (accounting.md, Duty). Rates of different measures add up; of one measure a single rate applies. */
export interface TariffRate {
  /** The customs duty itself, an added tariff, a fee. */
  readonly measure: string;
  /** Digits of the Harmonized System code that an item's code begins with; any code where empty. */
  readonly code: string;
  /** The country of origin, or any where undefined. */
  readonly origin: string | undefined;
  /** Applies only where it is claimed with proof of origin, and then before every other. */
  readonly preference: boolean;
  readonly from: Day;
  readonly to: Day | undefined;
  /** Days on which it is suspended, both included: it is chosen as ever, and nothing is owed by its measure. */
  readonly suspended: { readonly from: Day; readonly to: Day | undefined } | undefined;
  /** Of the customs value. */
  readonly percent: Fraction;
  /** Base currency per unit. */
  readonly perUnit: Price;
  readonly unit: RateUnit;
  /** Both together, or the higher or the lower of the two. */
  readonly combine: 'sum' | 'higher' | 'lower';
  readonly floor: BaseAmount | undefined;
  readonly cap: BaseAmount | undefined;
  /** What floor and cap are of: a line of the entry, or all of the entry that the measure reaches with them. */
  readonly limits: 'line' | 'entry';
}

/** What an amount per unit is for: the item's stock unit, or a unit that customs counts in, for which the item has its factor. */
export const RATE_UNITS = ['stock-unit', 'kg', 'litre', 'square-metre', 'metre', 'each', 'pair'] as const;
export type RateUnit = (typeof RATE_UNITS)[number];

export const isSuspended = ({ suspended }: TariffRate, on: Day): boolean =>
  suspended !== undefined && suspended.from <= on && on <= (suspended.to ?? on);

export type Tariff = readonly TariffRate[];

export const digitsOf = (code: string): string => code.replace(/\D/g, '');

/** The goods as a schedule sees them. */
export interface Dutiable {
  readonly code: string;
  readonly origin: string;
  readonly preference: boolean;
}

/** Whether a rate's code is a prefix of the goods'; by digits, however they are written. */
export function reaches(rate: TariffRate, code: string): boolean {
  const digits = digitsOf(code);
  return digits !== '' && digits.startsWith(digitsOf(rate.code));
}

/** The rate of each measure that applies on a day: at most one of each, and none where that is suspended. */
export function ratesFor(tariff: Tariff, goods: Dutiable, on: Day): TariffRate[] {
  const applying = tariff.filter(
    (rate) =>
      reaches(rate, goods.code) &&
      (rate.origin === undefined || rate.origin === goods.origin) &&
      (!rate.preference || goods.preference) &&
      rate.from <= on &&
      (rate.to === undefined || on <= rate.to),
  );
  const byMeasure = new Map<string, TariffRate>();
  for (const rate of applying) {
    const known = byMeasure.get(rate.measure);
    if (!known || comesBefore(rate, known)) byMeasure.set(rate.measure, rate);
  }
  return [...byMeasure.values()].filter((rate) => !isSuspended(rate, on));
}

/** A claimed preference, else the longest code, then one that names the origin, then the latest start. */
export function comesBefore(a: TariffRate, b: TariffRate): boolean {
  if (a.preference !== b.preference) return a.preference;
  const longer = digitsOf(a.code).length - digitsOf(b.code).length;
  if (longer !== 0) return longer > 0;
  if ((a.origin === undefined) !== (b.origin === undefined)) return a.origin !== undefined;
  return a.from > b.from;
}
