import { Day, exactly, Id, oneOf } from '../figures.ts';
import { Reason, Seen } from './parts.ts';
import { kind } from './kind.ts';

export const orderStep = kind({
  name: 'order-step',
  prefix: 'PS',
  mayPost: ['buyer', 'accountant'],
  stays: true,
  body: exactly({
    of: Id,
    seen: Seen,
    date: Day,
    step: oneOf(['held', 'released', 'sent'] as const),
    reason: Reason,
  }),
});
