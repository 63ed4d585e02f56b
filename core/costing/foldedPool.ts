import { type Price, type Quantity } from '../exact/amounts.ts';
import { divideRounded } from '../exact/rounding.ts';
import type { LineId, LotPart, Movement, PoolState } from './pool.ts';

/** What the fold reads of a movement. */
export type Moved = Pick<Movement, 'id' | 'quantity' | 'lots'>;

/** Goods that went back: theirs is a layer of its own within their receipt. */
export interface OwnPart {
  readonly line: LineId;
  readonly quantity: Quantity;
  readonly lots: readonly LotPart[];
  readonly value: bigint;
}

/** What went, and how much of it could not be found among the goods' own; or by how much the pool is short. */
export type Gone = { value: bigint; notOwn: bigint } | { short: bigint; lot: string };

/** A pool while it is folded. Each method differs only inside it. */
export interface FoldedPool {
  /** Says what inventory keeps of `value`: all, or the standard. `parts`: what of it belongs to goods that went back later. */
  takeIn(movement: Moved, value: bigint, parts: readonly OwnPart[]): bigint;
  /** `own`: what goods returned to the vendor are worth by themselves. */
  takeOut(movement: Moved, own: bigint | undefined): Gone;
  /** A new standard: says by how much the goods on hand are worth more. */
  revalue(standard: Price): bigint;
  state(): PoolState;
}

export function partOf(value: bigint, wanted: bigint, outOf: bigint): bigint {
  return wanted === outOf ? value : divideRounded(value * wanted, outOf);
}
