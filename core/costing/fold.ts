import { base, quantity, type BaseAmount, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { invariant } from '../exact/invariant.ts';
import { divideRounded } from '../exact/rounding.ts';
import type { CostingMethod, Layer, LineId, Movement, PoolState } from './pool.ts';

export const EMPTY_POOL: PoolState = { quantity: quantity(0n), value: base(0n), layers: [] };

export type Folded = { ok: true; outs: Map<LineId, BaseAmount>; end: PoolState } | { ok: false; short: { movement: LineId; date: Day; quantity: Quantity } };

/**
 * Folds movements, in their order, onto a state: the value of every movement out, and the state after the last.
 * Quantity never goes below zero at any moment, else the first movement that is short is named.
 */
export function fold(method: CostingMethod, from: PoolState, movements: readonly Movement[]): Folded {
  const pool = method === 'fifo' ? new FifoPool(from) : new AveragePool(from);
  const outs = new Map<LineId, BaseAmount>();
  for (const movement of movements) {
    if (movement.direction === 'in') {
      pool.takeIn(movement);
      continue;
    }
    const missing = movement.quantity - pool.quantity;
    if (missing > 0n) return { ok: false, short: { movement: movement.id, date: movement.date, quantity: quantity(missing) } };
    outs.set(movement.id, base(pool.takeOut(movement.quantity)));
  }
  return { ok: true, outs, end: pool.state() };
}

/** Pool quantity and value; out costs round(value × q ÷ Q), the last unit takes all. */
class AveragePool {
  quantity: bigint;
  private value: bigint;

  constructor(from: PoolState) {
    this.quantity = from.quantity;
    this.value = from.value;
  }

  takeIn(movement: Movement): void {
    this.quantity += movement.quantity;
    this.value += movement.value;
  }

  takeOut(wanted: bigint): bigint {
    const cost = partOf(this.value, wanted, this.quantity);
    this.quantity -= wanted;
    this.value -= cost;
    return cost;
  }

  state(): PoolState {
    return { quantity: quantity(this.quantity), value: base(this.value), layers: [] };
  }
}

/** Layers in order of receipt; part of one costs round(layer value × q ÷ layer quantity), the last unit takes what is left. */
class FifoPool {
  quantity: bigint;
  private value: bigint;
  private readonly layers: { of: LineId; quantity: bigint; value: bigint }[];
  private oldest = 0;

  constructor(from: PoolState) {
    this.quantity = from.quantity;
    this.value = from.value;
    this.layers = from.layers.map((layer) => ({ ...layer }));
  }

  takeIn(movement: Movement): void {
    this.quantity += movement.quantity;
    this.value += movement.value;
    this.layers.push({ of: movement.id, quantity: movement.quantity, value: movement.value });
  }

  takeOut(wanted: bigint): bigint {
    let cost = 0n;
    let missing = wanted;
    while (missing > 0n) {
      const layer = this.layers[this.oldest];
      invariant(layer !== undefined, 'the layers of a pool hold its whole quantity');
      const taken = missing < layer.quantity ? missing : layer.quantity;
      const part = partOf(layer.value, taken, layer.quantity);
      layer.quantity -= taken;
      layer.value -= part;
      cost += part;
      missing -= taken;
      if (layer.quantity === 0n) this.oldest += 1;
    }
    this.quantity -= wanted;
    this.value -= cost;
    return cost;
  }

  state(): PoolState {
    const left: Layer[] = this.layers.slice(this.oldest).map((layer) => ({ of: layer.of, quantity: quantity(layer.quantity), value: base(layer.value) }));
    return { quantity: quantity(this.quantity), value: base(this.value), layers: left };
  }
}

function partOf(value: bigint, wanted: bigint, outOf: bigint): bigint {
  return wanted === outOf ? value : divideRounded(value * wanted, outOf);
}
