import { base, type Price, quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { type LineId, type Movement, placeOf, type PoolState } from './pool.ts';

export function revaluation(line: LineId, date: Day, standard: Price): Movement {
  const known = {
    id: line,
    place: placeOf(line),
    date,
    direction: 'revalued' as const,
    purpose: 'revalued' as const,
    quantity: quantity(0n),
  };
  return { ...known, lots: [], dimensions: undefined, shared: base(0n), returns: [], back: undefined, standard };
}

export function sameState(a: PoolState, b: PoolState): boolean {
  if (
    a.quantity !== b.quantity ||
    a.value !== b.value ||
    a.standard !== b.standard ||
    a.layers.length !== b.layers.length
  )
    return false;
  return a.layers.every((layer, at) => {
    const other = b.layers[at];
    const same = layer.of === other?.of && layer.part === other.part && layer.lot === other.lot;
    return same && layer.quantity === other.quantity && layer.value === other.value;
  });
}
