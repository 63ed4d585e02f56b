import { Day, exactly, Id, oneOf } from '../figures.ts';
import { Reason } from './parts.ts';
import { kind } from './kind.ts';

export const paymentHold = kind({
  name: 'payment-hold',
  prefix: 'PH',
  mayPost: ['buyer', 'accountant'],
  stays: true,
  body: exactly({ of: Id, date: Day, step: oneOf(['held', 'released'] as const), reason: Reason }),
});
