import { Day, exactly, Id, LineId } from '../figures.ts';
import { lines, Reason } from './parts.ts';
import { kind } from './kind.ts';

export const orderClosing = kind({
  name: 'order-closing',
  prefix: 'PC',
  mayPost: ['buyer', 'accountant'],
  body: exactly({ of: Id, date: Day, reason: Reason, lines: lines({ of: LineId }) }),
});
