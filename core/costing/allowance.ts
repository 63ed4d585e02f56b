import { PRICE_PLACES, QUANTITY_PLACES } from '../exact/amounts.ts';
import { decimalsOf } from '../exact/currencies.ts';
import { divideRounded, powerOfTen } from '../exact/rounding.ts';
import { endOf, type Pool, type PoolState } from './pool.ts';

/** How far what a pool's goods cost is above what they can be sold for. */
export function allowanceOf(pool: Pool, currency: string): bigint {
  const limit = pool.writeDowns[pool.writeDowns.length - 1]?.netRealisable;
  if (limit === undefined) return 0n;
  const { quantity: units, value }: PoolState = endOf(pool);
  const worth = divideRounded(units * limit, powerOfTen(QUANTITY_PLACES + PRICE_PLACES - decimalsOf(currency)));
  return value > worth ? value - worth : 0n;
}
