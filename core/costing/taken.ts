import { type BaseAmount } from '../exact/amounts.ts';
import type { NewMovement } from './effects.ts';
import type { Source } from './taking.ts';

/** A movement out as something that value is taken from. */
export function sourceFrom(movement: NewMovement, item: string, value: BaseAmount): Source {
  const { id: line, pool, date, purpose, quantity: units, lots, dimensions, party } = movement;
  return { line, pool, item, date, purpose, party: party ?? '', quantity: units, lots, value, dimensions, takings: [] };
}
