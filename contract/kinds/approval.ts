import { MAY_SECOND, SUBJECTS } from '../approvals.ts';
import { Day, exactly, oneOf, Text, Type } from '../figures.ts';
import { Reason } from './parts.ts';
import { kind } from './kind.ts';

export const approval = kind({
  name: 'approval',
  prefix: 'PA',
  // Whom each subject is for says MAY_ANSWER; the core refuses one's own, whatever the role.
  mayPost: MAY_SECOND,
  stays: true,
  body: exactly({
    subject: oneOf(SUBJECTS),
    of: Type.String({
      pattern: '^[A-Za-z0-9_/-]{1,60}$',
      description: 'The order, the key of the draft of the bill, or what is set up (vendors/12/bank_account)',
    }),
    seen: Text(64, 'Exactly what was looked at, as the list of approvals says: the version of an order, else a hash'),
    date: Day,
    step: oneOf(['approved', 'rejected'] as const),
    reason: Reason,
  }),
});
