import { base, quantity, type BaseAmount } from '../exact/amounts.ts';
import { placeOf, type History, type LineId, type Movement } from '../costing/pool.ts';

/** A movement beside what it is worth, as a test writes it. */
export type Moved = Movement & { readonly value: BaseAmount };

/** So many millionths into or out of a pool on 1 March 2026, received or delivered, with nothing more to say of it. */
export function moved(
  id: LineId,
  direction: 'in' | 'out',
  units: bigint,
  value = 0n,
  more: Partial<Moved> = {},
): Moved {
  const known = {
    id,
    place: placeOf(id),
    date: '2026-03-01',
    direction,
    purpose: direction === 'in' ? ('received' as const) : ('delivered' as const),
  };
  const nothing = {
    lots: [],
    dimensions: undefined,
    shared: base(0n),
    returns: [],
    back: undefined,
    standard: undefined,
  };
  return { ...known, quantity: quantity(units), value: base(value), ...nothing, ...more };
}

export const historyOf = (each: readonly Moved[]): History => ({
  movements: each,
  values: each.map(({ value }) => value),
});

/** The first of a history. */
export const firstOf = ({ movements, values }: History, count: number): History => ({
  movements: movements.slice(0, count),
  values: values.slice(0, count),
});
