import { base, quantity } from '../exact/amounts.ts';
import { EMPTY_POOL, type PoolState } from './pool.ts';
import { type Moved, type Gone, type FoldedPool, partOf } from './foldedPool.ts';

/** Pool quantity and value; out costs round(value × q ÷ Q), the last unit takes all. */
export class AveragePool implements FoldedPool {
  private quantity: bigint;
  private value: bigint;

  constructor(from: PoolState) {
    this.quantity = from.quantity;
    this.value = from.value;
  }

  takeIn(movement: Moved, value: bigint): bigint {
    this.quantity += movement.quantity;
    this.value += value;
    return value;
  }

  /** Goods that go back take their own value, unless that is more than the pool holds, or they are the last units. */
  takeOut(movement: Moved, own: bigint | undefined): Gone {
    const wanted = movement.quantity;
    if (wanted > this.quantity) return { short: wanted - this.quantity, lot: '' };
    const fits = own !== undefined && own <= this.value && wanted < this.quantity;
    const value = fits ? own : partOf(this.value, wanted, this.quantity);
    this.quantity -= wanted;
    this.value -= value;
    return { value, notOwn: 0n };
  }

  revalue(): bigint {
    return 0n;
  }

  state(): PoolState {
    return { ...EMPTY_POOL, quantity: quantity(this.quantity), value: base(this.value) };
  }
}
