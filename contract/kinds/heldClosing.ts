import { Day, exactly, LineId, oneOf, Quantity } from '../figures.ts';
import { lines, Reason } from './parts.ts';
import { kind } from './kind.ts';

export const OUTCOMES = ['sent-back', 'scrapped', 'received', 'gone-astray'] as const;

/** What became of held goods. */
export const heldClosing = kind({
  name: 'held-closing',
  prefix: 'AC',
  mayPost: ['receiver', 'buyer', 'accountant'],
  body: exactly({
    date: Day,
    reason: Reason,
    lines: lines({ of: LineId, quantity: Quantity, outcome: oneOf(OUTCOMES) }),
  }),
});
