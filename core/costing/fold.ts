import { base, price, quantity, type BaseAmount, type Quantity } from '../exact/amounts.ts';
import { divideRounded } from '../exact/rounding.ts';
import type { CostingMethod, History, LineId, PoolState, ReturnedPart } from './pool.ts';
import type { OwnPart, FoldedPool } from './foldedPool.ts';
import { AveragePool } from './averagePool.ts';
import { StandardPool } from './standardPool.ts';
import { LayeredPool } from './layeredPool.ts';

/** @param currency the base currency, in whose minor units a standard is made an amount */
export function openFold(method: CostingMethod, from: PoolState, currency: string): FoldedPool {
  switch (method) {
    case 'fifo':
    case 'lot':
      return new LayeredPool(from);
    case 'average':
      return new AveragePool(from);
    case 'standard':
      return new StandardPool(from, currency);
  }
}

/**
 * What each part that went back is worth by itself: its own price, and its share by quantity of what is shared
 * (accounting.md, One mechanism for cost), cumulative in the order of entry.
 */
export function ownParts(received: Quantity, shared: bigint, returns: readonly ReturnedPart[]): OwnPart[] {
  let gone = 0n;
  let given = 0n;
  return returns.map((part) => {
    gone += part.quantity;
    const share = divideRounded(shared * gone, received) - given;
    given += share;
    return { line: part.line, quantity: part.quantity, lots: part.lots, value: part.price + share };
  });
}

export type Folded =
  | { ok: true; values: Map<LineId, BaseAmount>; end: PoolState; notOwn: LineId[] }
  | { ok: false; short: { movement: LineId; date: string; quantity: Quantity; lot: string } };

/**
 * Folds a history onto a state, from scratch: the value that each movement keeps or takes, the state after the last, and the
 * returns that found too little of their own receipt. Values of movements in are taken as they are. Quantity never goes below
 * zero at any moment, else the first movement that is short is named.
 */
export function fold(
  method: CostingMethod,
  from: PoolState,
  { movements, values: known }: History,
  currency: string,
): Folded {
  const pool = openFold(method, from, currency);
  const values = new Map<LineId, BaseAmount>();
  const owns = new Map<LineId, bigint>();
  const notOwn: LineId[] = [];
  for (const [at, movement] of movements.entries()) {
    if (movement.direction === 'in') {
      const parts = ownParts(movement.quantity, movement.shared, movement.returns);
      for (const part of parts) owns.set(part.line, part.value);
      values.set(movement.id, base(pool.takeIn(movement, known[at] ?? 0n, parts)));
    } else if (movement.direction === 'revalued') {
      values.set(movement.id, base(pool.revalue(movement.standard ?? price(0n))));
    } else {
      const gone = pool.takeOut(movement, movement.back ? (owns.get(movement.id) ?? movement.back.own) : undefined);
      if ('short' in gone)
        return {
          ok: false,
          short: { movement: movement.id, date: movement.date, quantity: quantity(gone.short), lot: gone.lot },
        };
      values.set(movement.id, base(gone.value));
      if (movement.back && gone.notOwn > 0n) notOwn.push(movement.id);
    }
  }
  return { ok: true, values, end: pool.state(), notOwn };
}
