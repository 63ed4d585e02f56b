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
import { divideRounded, powerOfTen } from '../exact/rounding.ts';
import { ratesFor, type Dutiable, type Tariff, type TariffRate } from './schedule.ts';

export interface DutiableLine extends Dutiable {
  /** Base currency. */
  readonly customsValue: BaseAmount;
  /** In the item's stock unit, and its weight of one. */
  readonly quantity: Quantity;
  readonly unit: string;
  readonly weight: Quantity | undefined;
}

export interface WorkedOut {
  readonly measure: string;
  readonly rate: TariffRate;
  readonly amount: BaseAmount;
}

/** Duty as the schedule works it out, measure by measure (accounting.md, Duty). Base currency. */
export function dutyOn(tariff: Tariff, line: DutiableLine, on: Day, currency: string): WorkedOut[] {
  return ratesFor(tariff, line, on).map((rate) => ({
    measure: rate.measure,
    rate,
    amount: base(amountOf(rate, line, currency)),
  }));
}

/** Amount = round(customs value × percent) + round(quantity × amount per unit), or the higher or lower of the two, within floor and cap. */
function amountOf(rate: TariffRate, line: DutiableLine, currency: string): bigint {
  const byValue = divideRounded(line.customsValue * rate.percent, powerOfTen(FRACTION_PLACES));
  const minor = powerOfTen(QUANTITY_PLACES + PRICE_PLACES - decimalsOf(currency));
  const byQuantity = divideRounded(quantityIn(rate, line) * rate.perUnit, minor);
  const amount = combined(rate, byValue, byQuantity);
  const raised = rate.floor !== undefined && amount < rate.floor ? rate.floor : amount;
  return rate.cap !== undefined && raised > rate.cap ? rate.cap : raised;
}

function combined(rate: TariffRate, byValue: bigint, byQuantity: bigint): bigint {
  if (rate.combine === 'sum') return byValue + byQuantity;
  return (rate.combine === 'higher') === byValue > byQuantity ? byValue : byQuantity;
}

/** Quantity in the rate's unit: by weight, goods that are not kept in kilograms are weighed. */
function quantityIn(rate: TariffRate, { quantity, unit, weight }: DutiableLine): bigint {
  if (rate.unit === 'stock-unit' || unit === 'kg') return quantity;
  return divideRounded(quantity * (weight ?? 0n), powerOfTen(QUANTITY_PLACES));
}
