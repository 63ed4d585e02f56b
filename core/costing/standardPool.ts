import { base, price, quantity, QUANTITY_PLACES, PRICE_PLACES, type Price } from '../exact/amounts.ts';
import { decimalsOf } from '../exact/currencies.ts';
import { divideRounded, powerOfTen } from '../exact/rounding.ts';
import { EMPTY_POOL, type PoolState } from './pool.ts';
import type { Moved, Gone, FoldedPool } from './foldedPool.ts';

/** In and out at standard; the last unit takes all. */
export class StandardPool implements FoldedPool {
  private quantity: bigint;
  private value: bigint;
  private standard: bigint;
  private readonly unit: bigint;

  constructor(from: PoolState, currency: string) {
    this.quantity = from.quantity;
    this.value = from.value;
    this.standard = from.standard ?? 0n;
    this.unit = powerOfTen(QUANTITY_PLACES + PRICE_PLACES - decimalsOf(currency));
  }

  takeIn(movement: Moved): bigint {
    const value = this.at(movement.quantity);
    this.quantity += movement.quantity;
    this.value += value;
    return value;
  }

  takeOut(movement: Moved): Gone {
    const wanted = movement.quantity;
    if (wanted > this.quantity) return { short: wanted - this.quantity, lot: '' };
    const value = wanted === this.quantity ? this.value : this.at(wanted);
    this.quantity -= wanted;
    this.value -= value;
    return { value, notOwn: 0n };
  }

  revalue(standard: Price): bigint {
    this.standard = standard;
    const difference = this.at(this.quantity) - this.value;
    this.value += difference;
    return difference;
  }

  state(): PoolState {
    return {
      ...EMPTY_POOL,
      quantity: quantity(this.quantity),
      value: base(this.value),
      standard: price(this.standard),
    };
  }

  private at(wanted: bigint): bigint {
    return divideRounded(wanted * this.standard, this.unit);
  }
}
