import type { Day } from '../exact/calendar.ts';
import {
  comesBefore,
  type Dutiable,
  digitsOf,
  isSuspended,
  reaches,
  type Tariff,
  type TariffRate,
} from './schedule.ts';

/** Why a rate whose code fits does not apply: another origin, no preference claimed, the day, another rate of its measure comes before it, or it is suspended. */
export type WhyNot =
  'origin' | 'preference' | 'not-yet' | 'ended' | 'claimed' | 'longer' | 'named' | 'later' | 'suspended';

export interface Considered {
  readonly rate: TariffRate;
  /** Undefined where it applies. */
  readonly whyNot: WhyNot | undefined;
}

/** Every rate whose code is a prefix of the goods', with why it does not apply: by measure, those that apply first (accounting.md, Duty). */
export function considered(tariff: Tariff, goods: Dutiable, on: Day): Considered[] {
  const fitting = tariff.filter((rate) => reaches(rate, goods.code));
  const applies = (rate: TariffRate) => outside(rate, goods, on) === undefined;
  const firstOf = new Map<string, TariffRate>();
  for (const rate of fitting.filter(applies)) {
    const known = firstOf.get(rate.measure);
    if (!known || comesBefore(rate, known)) firstOf.set(rate.measure, rate);
  }
  const all = fitting.map((rate): Considered => {
    const first = firstOf.get(rate.measure);
    const beaten = first === undefined || first === rate ? undefined : beatenBy(first, rate);
    const whyNot = outside(rate, goods, on) ?? beaten ?? (isSuspended(rate, on) ? 'suspended' : undefined);
    return { rate, whyNot };
  });
  return all.sort(
    (a, b) =>
      (a.rate.measure < b.rate.measure ? -1 : a.rate.measure > b.rate.measure ? 1 : 0) ||
      Number(a.whyNot !== undefined) - Number(b.whyNot !== undefined) ||
      digitsOf(b.rate.code).length - digitsOf(a.rate.code).length,
  );
}

function outside(rate: TariffRate, goods: Dutiable, on: Day): WhyNot | undefined {
  if (rate.origin !== undefined && rate.origin !== goods.origin) return 'origin';
  if (rate.preference && !goods.preference) return 'preference';
  if (rate.from > on) return 'not-yet';
  return rate.to !== undefined && on > rate.to ? 'ended' : undefined;
}

/** What of the order of rates decides between two that would apply. */
function beatenBy(first: TariffRate, rate: TariffRate): WhyNot {
  if (first.preference !== rate.preference) return 'claimed';
  if (digitsOf(first.code).length !== digitsOf(rate.code).length) return 'longer';
  return (first.origin === undefined) === (rate.origin === undefined) ? 'later' : 'named';
}
