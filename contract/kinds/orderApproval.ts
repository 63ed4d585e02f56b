import { Day, exactly, Id, oneOf } from '../figures.ts';
import { Reason, Seen } from './parts.ts';
import { kind } from './kind.ts';

export const orderApproval = kind({
  name: 'order-approval',
  title: 'Answer to an order',
  prefix: 'PA',
  // The one who orders does not approve it: the core refuses one's own order too, whatever the role.
  mayPost: ['approver'],
  stays: true,
  body: exactly({
    of: Id,
    seen: Seen,
    date: Day,
    step: oneOf(['approved', 'rejected'] as const),
    reason: Reason,
  }),
});
