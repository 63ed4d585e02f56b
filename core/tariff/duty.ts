import {
  base,
  FRACTION_PLACES,
  PRICE_PLACES,
  QUANTITY_PLACES,
  type BaseAmount,
  type Quantity,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { decimalsOf } from '../exact/currencies.ts';
import { invariant } from '../exact/invariant.ts';
import { divideRounded, powerOfTen } from '../exact/rounding.ts';
import { shareOut } from '../exact/shareOut.ts';
import { digitsOf, ratesFor, type Dutiable, type RateUnit, type Tariff, type TariffRate } from './schedule.ts';

export interface DutiableLine extends Dutiable {
  /** The day whose rates apply. */
  readonly on: Day;
  /** Base currency. */
  readonly customsValue: BaseAmount;
  /** In the item's stock unit. */
  readonly quantity: Quantity;
  readonly measured: Measured;
}

/** What an item is counted in, and how much one of it is in the units that customs counts in. */
export interface Measured {
  readonly unit: string;
  /** Kilograms of one. */
  readonly weight?: Quantity | undefined;
  readonly supplementary?: readonly SupplementaryUnit[] | undefined;
}

/** How much of a unit that customs counts in one stock unit is: 2.4 square metres of a rug that is kept by the piece. */
export interface SupplementaryUnit {
  readonly unit: RateUnit;
  readonly quantity: Quantity;
}

/** Where the authority rounds: on each line, or on all goods of one code and origin together. */
export type DutyRounding = 'line' | 'code-and-origin';

export interface WorkedOut {
  readonly measure: string;
  readonly rate: TariffRate;
  readonly amount: BaseAmount;
}

/** What a rate makes of goods that are rounded together, by their places among the lines. */
interface Owed {
  readonly rate: TariffRate;
  readonly places: readonly number[];
  readonly amount: bigint;
}

/**
 * Duty on the lines of one customs entry as the schedule works it out, line by line and measure by measure, in base currency. What is
 * rounded, or limited, for several lines together is shared over them by their customs value (accounting.md, Duty).
 */
export function dutyOn(
  tariff: Tariff,
  lines: readonly DutiableLine[],
  { currency, rounding }: { readonly currency: string; readonly rounding: DutyRounding },
): WorkedOut[][] {
  const worked: WorkedOut[][] = lines.map(() => []);
  const put = (parts: readonly Owed[], amount: bigint) => {
    const rated = parts.flatMap(({ rate, places }) => places.map((at) => ({ rate, at })));
    const shares = sharedByValue(
      amount,
      rated.map(({ at }) => lines[at] as DutiableLine),
    );
    rated.forEach(({ rate, at }, place) =>
      worked[at]?.push({ measure: rate.measure, rate, amount: base(shares[place] ?? 0n) }),
    );
  };
  const ofEntry = new Map<string, Owed[]>();
  for (const { places, rates } of roundedTogether(tariff, lines, rounding)) {
    const goods = places.map((at) => lines[at] as DutiableLine);
    for (const rate of rates) {
      const owed = { rate, places, amount: amountOf(rate, goods, currency) };
      const key = `${rate.measure}|${rate.floor}|${rate.cap}`;
      if (rate.limits === 'line') put([owed], limited(rate, owed.amount));
      else ofEntry.set(key, [...(ofEntry.get(key) ?? []), owed]);
    }
  }
  for (const parts of ofEntry.values()) {
    const whole = parts.reduce((sum, { amount }) => sum + amount, 0n);
    const within = limited((parts[0] as Owed).rate, whole);
    if (within === whole) for (const part of parts) put([part], part.amount);
    else put(parts, within);
  }
  return worked;
}

export const totalOf = (worked: readonly WorkedOut[]): BaseAmount =>
  base(worked.reduce((sum, { amount }) => sum + amount, 0n));

/** The lines that are rounded as one, by their places, with the rates that apply to them. */
function roundedTogether(
  tariff: Tariff,
  lines: readonly DutiableLine[],
  rounding: DutyRounding,
): { places: number[]; rates: readonly TariffRate[] }[] {
  const alike = new Map<string, { places: number[]; rates: readonly TariffRate[] }>();
  lines.forEach((line, at) => {
    const key = [digitsOf(line.code), line.origin, line.preference, line.on].join('|');
    const known = alike.get(key);
    if (known) known.places.push(at);
    else alike.set(key, { places: [at], rates: ratesFor(tariff, line, line.on) });
  });
  if (rounding === 'code-and-origin') return [...alike.values()];
  return [...alike.values()].flatMap(({ places, rates }) => places.map((at) => ({ places: [at], rates })));
}

/** Amount = round(customs value × percent) + round(quantity × amount per unit), or the higher or lower of the two. */
function amountOf(rate: TariffRate, goods: readonly DutiableLine[], currency: string): bigint {
  const value = goods.reduce((sum, { customsValue }) => sum + customsValue, 0n);
  const quantity = goods.reduce((sum, line) => sum + (quantityIn(rate.unit, line) ?? 0n), 0n);
  const byValue = divideRounded(value * rate.percent, powerOfTen(FRACTION_PLACES));
  const byQuantity = divideRounded(
    quantity * rate.perUnit,
    powerOfTen(QUANTITY_PLACES + PRICE_PLACES - decimalsOf(currency)),
  );
  if (rate.combine === 'sum') return byValue + byQuantity;
  return (rate.combine === 'higher') === byValue > byQuantity ? byValue : byQuantity;
}

function limited({ floor, cap }: TariffRate, amount: bigint): bigint {
  const raised = floor !== undefined && amount < floor ? floor : amount;
  return cap !== undefined && raised > cap ? cap : raised;
}

const sharedByValue = (amount: bigint, goods: readonly DutiableLine[]): bigint[] =>
  goods.length === 1
    ? [amount]
    : shareByWorth(
        amount,
        goods.map(({ customsValue }) => customsValue),
      );

/** An amount shared by what goods are worth; equally where they are worth nothing. */
export function shareByWorth(amount: bigint, worth: readonly bigint[]): bigint[] {
  const known = worth.map((value) => (value > 0n ? value : 0n));
  const shared = shareOut(amount, known.some((value) => value > 0n) ? known : known.map(() => 1n));
  invariant(shared.ok, 'weights are not below zero, and not all nothing');
  return shared.shares;
}

/** Quantity in a rate's unit; undefined where the item does not say how much of it one is. */
function quantityIn(unit: RateUnit, { quantity, measured }: Pick<DutiableLine, 'quantity' | 'measured'>) {
  const one = factorIn(unit, measured);
  return one === 'same' ? quantity : one && divideRounded(quantity * one, powerOfTen(QUANTITY_PLACES));
}

/** How much of a rate's unit one stock unit is; undefined where the item does not say. */
export function factorIn(
  unit: RateUnit,
  { unit: stock, weight, supplementary }: Measured,
): Quantity | 'same' | undefined {
  if (unit === 'stock-unit' || unit === stock) return 'same';
  const said = supplementary?.find((known) => known.unit === unit)?.quantity;
  return said ?? (unit === 'kg' ? weight : undefined);
}
