import type { Day } from '../exact/calendar.ts';
import { factorIn, type Measured } from './duty.ts';
import { digitsOf, ratesFor, type TariffRate } from './schedule.ts';

/**
 * Why duty cannot be calculated for goods: they have no code, no rate that needs no claim reaches it, or a rate is for a unit that the item
 * does not say how much of it is.
 */
export type Gap = 'no-code' | 'no-rate' | 'no-factor';

/** What the rates that hold on a day reach, looked up by prefixes: as quick with fifty thousand rates as with one. */
export function gapsOn(
  rates: readonly TariffRate[],
  on: Day,
): (goods: { code: string; origin: string } & Measured) => Gap | undefined {
  const byDigits = new Map<string, TariffRate[]>();
  for (const rate of rates) {
    const digits = digitsOf(rate.code);
    const known = byDigits.get(digits);
    if (known) known.push(rate);
    else byDigits.set(digits, [rate]);
  }
  return ({ code, origin, ...measured }) => {
    const digits = digitsOf(code);
    if (digits === '') return 'no-code';
    const reaching = Array.from(
      { length: digits.length + 1 },
      (_, length) => byDigits.get(digits.slice(0, length)) ?? [],
    );
    const unsuspended = reaching.flat().map((rate) => ({ ...rate, suspended: undefined }));
    const applying = ratesFor(unsuspended, { code, origin, preference: false }, on);
    if (applying.length === 0) return 'no-rate';
    const lacks = applying.some(({ perUnit, unit }) => perUnit !== 0n && factorIn(unit, measured) === undefined);
    return lacks ? 'no-factor' : undefined;
  };
}
