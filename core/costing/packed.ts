import { invariant } from '../exact/invariant.ts';
import { divideRounded } from '../exact/rounding.ts';

/*
 * The one module in which a number may hold money or a quantity: whole numbers below 2^53, in packed columns, for folding
 * very long histories from scratch. Whatever would leave that range is worked out with bigint; what a column cannot say
 * (lots, goods that went back, standards) is left to the plain fold beside it. A property holds it to the plain fold.
 */

/** Movements of many pools, one pool after the other, each in the order of the fold. */
export interface Columns {
  /** Where each pool begins; one more for the end. */
  readonly starts: Int32Array;
  /** 1 for a movement out. */
  readonly out: Uint8Array;
  /** Millionths of the stock unit, whole and safe. */
  readonly quantity: Float64Array;
  /** Minor units, whole and safe: of movements in as they are; of movements out written by the fold. */
  readonly value: Float64Array;
}

export interface FoldedColumns {
  /** What each pool holds at the end. */
  readonly quantity: Float64Array;
  readonly value: Float64Array;
  /** The first movement of each pool that is short, or −1. */
  readonly short: Int32Array;
}

const SAFE = Number.MAX_SAFE_INTEGER;

/** Whether a whole number can stand in a column. */
export const fits = (value: bigint): boolean => value >= 0n && value <= BigInt(SAFE);

/** Columns for movements of pools, or undefined where one of their figures does not fit. */
export function packColumns(
  pools: readonly (readonly { direction: 'in' | 'out'; quantity: bigint; value: bigint }[])[],
): Columns | undefined {
  const count = pools.reduce((sum, movements) => sum + movements.length, 0);
  const columns = {
    starts: new Int32Array(pools.length + 1),
    out: new Uint8Array(count),
    quantity: new Float64Array(count),
    value: new Float64Array(count),
  };
  let at = 0;
  for (const [pool, movements] of pools.entries()) {
    columns.starts[pool] = at;
    for (const { direction, quantity, value } of movements) {
      if (!fits(quantity) || !fits(value)) return undefined;
      columns.out[at] = direction === 'out' ? 1 : 0;
      columns.quantity[at] = Number(quantity);
      columns.value[at] = direction === 'out' ? 0 : Number(value);
      at += 1;
    }
  }
  columns.starts[pools.length] = at;
  return columns;
}

/** Pool quantity and value; out costs round(value × q ÷ Q), the last unit takes all (accounting.md, One mechanism for cost). */
export function foldAverage(columns: Columns): FoldedColumns {
  const { starts, out, quantity, value } = columns;
  const folded = emptyEnds(starts.length - 1);
  for (let pool = 0; pool < starts.length - 1; pool += 1) {
    const from = starts[pool] as number;
    const to = starts[pool + 1] as number;
    let held = 0;
    let worth = 0;
    for (let at = from; at < to; at += 1) {
      const units = quantity[at] as number;
      if (out[at] === 0) {
        held += units;
        worth += value[at] as number;
        if (worth > SAFE || held > SAFE) tooMuch();
        continue;
      }
      if (units > held) {
        folded.short[pool] = at;
        break;
      }
      // Exact in numbers while the doubled product stays below 2^53: then the quotient's floor is the rounded part.
      const doubled = 2 * worth * units + held;
      const cost =
        units === held ? worth : doubled < SAFE ? Math.floor(doubled / (2 * held)) : largePart(worth, units, held);
      value[at] = cost;
      held -= units;
      worth -= cost;
    }
    folded.quantity[pool] = held;
    folded.value[pool] = worth;
  }
  return folded;
}

/** Layers in order of receipt; part of one costs round(layer value × q ÷ layer quantity), the last unit takes what is left. */
export function foldFifo(columns: Columns): FoldedColumns {
  const { starts, out, quantity, value } = columns;
  const folded = emptyEnds(starts.length - 1);
  const longest = longestOf(starts);
  const layerUnits = new Float64Array(longest);
  const layerValue = new Float64Array(longest);
  for (let pool = 0; pool < starts.length - 1; pool += 1) {
    const from = starts[pool] as number;
    const to = starts[pool + 1] as number;
    let oldest = 0;
    let layers = 0;
    let held = 0;
    let worth = 0;
    for (let at = from; at < to; at += 1) {
      const units = quantity[at] as number;
      if (out[at] === 0) {
        const came = value[at] as number;
        layerUnits[layers] = units;
        layerValue[layers] = came;
        layers += 1;
        held += units;
        worth += came;
        if (worth > SAFE || held > SAFE) tooMuch();
        continue;
      }
      if (units > held) {
        folded.short[pool] = at;
        break;
      }
      let missing = units;
      let cost = 0;
      while (missing > 0) {
        const left = layerUnits[oldest] as number;
        const layer = layerValue[oldest] as number;
        if (missing >= left) {
          cost += layer;
          missing -= left;
          oldest += 1;
          continue;
        }
        const doubled = 2 * layer * missing + left;
        const taken = doubled < SAFE ? Math.floor(doubled / (2 * left)) : largePart(layer, missing, left);
        layerUnits[oldest] = left - missing;
        layerValue[oldest] = layer - taken;
        cost += taken;
        missing = 0;
      }
      value[at] = cost;
      held -= units;
      worth -= cost;
    }
    folded.quantity[pool] = held;
    folded.value[pool] = worth;
  }
  return folded;
}

function emptyEnds(pools: number): FoldedColumns {
  return { quantity: new Float64Array(pools), value: new Float64Array(pools), short: new Int32Array(pools).fill(-1) };
}

function longestOf(starts: Int32Array): number {
  let longest = 0;
  for (let pool = 1; pool < starts.length; pool += 1)
    longest = Math.max(longest, (starts[pool] as number) - (starts[pool - 1] as number));
  return longest;
}

const STOCK_UNIT = 1_000_000;

/** round(value × units ÷ outOf), half away from zero, where the product may not fit: in whole stock units it mostly does. */
function largePart(value: number, units: number, outOf: number): number {
  if (units % STOCK_UNIT === 0 && outOf % STOCK_UNIT === 0) {
    const doubled = 2 * value * (units / STOCK_UNIT) + outOf / STOCK_UNIT;
    if (doubled < SAFE) return Math.floor(doubled / ((2 * outOf) / STOCK_UNIT));
  }
  return Number(divideRounded(BigInt(value) * BigInt(units), BigInt(outOf)));
}

function tooMuch(): never {
  invariant(false, 'what a pool of packed columns holds is below 2^53 minor units');
}
