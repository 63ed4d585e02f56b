import { Day, exactly, Id } from '../figures.ts';
import { Reason } from './parts.ts';
import { kind } from './kind.ts';

export const reversal = kind({
  name: 'reversal',
  prefix: 'RV',
  mayPost: ['accountant'],
  stays: true,
  body: exactly({ date: Day, of: Id, reason: Reason }),
});
