import { Day, exactly, LineId, Quantity, Text } from '../figures.ts';
import { kind } from './kind.ts';
import { lines } from './parts.ts';

/** Received goods go from the dock into bins. */
export const putAway = kind({
  name: 'put-away',
  prefix: 'PT',
  mayPost: ['receiver', 'accountant'],
  body: exactly({ date: Day, lines: lines({ of: LineId, quantity: Quantity, bin: Text(20) }) }),
});
