import type { Day } from '../exact/calendar.ts';
import { digitsOf, type TariffRate } from './schedule.ts';

/** Why duty cannot be calculated for goods: they have no code, or no rate that needs no claim reaches it. */
export type Gap = 'no-code' | 'no-rate';

type Reaching = Pick<TariffRate, 'code' | 'origin' | 'preference' | 'from' | 'to'>;

/** What the rates that hold on a day reach, looked up by prefixes: as quick with fifty thousand rates as with one. */
export function gapsOn(
  rates: readonly Reaching[],
  on: Day,
): (goods: { code: string; origin: string }) => Gap | undefined {
  const origins = new Map<string, Set<string>>();
  for (const { code, origin, preference, from, to } of rates) {
    if (preference || from > on || (to !== undefined && to < on)) continue;
    const digits = digitsOf(code);
    origins.set(digits, (origins.get(digits) ?? new Set()).add(origin ?? ''));
  }
  return ({ code, origin }) => {
    const digits = digitsOf(code);
    if (digits === '') return 'no-code';
    for (let length = digits.length; length >= 0; length -= 1) {
      const reached = origins.get(digits.slice(0, length));
      if (reached?.has('') || reached?.has(origin)) return undefined;
    }
    return 'no-rate';
  };
}
