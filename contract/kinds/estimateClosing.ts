import { Day, exactly, LineId, oneOf, Text, Type } from '../figures.ts';
import { DIFFERENCES } from './allocation.ts';
import { lines, Reason } from './parts.ts';
import { kind } from './kind.ts';

export const estimateClosing = kind({
  name: 'estimate-closing',
  prefix: 'EC',
  mayPost: ['accountant'],
  body: exactly({
    date: Day,
    reason: Reason,
    lines: lines({ of: LineId, charge: Text(30), difference: Type.Optional(oneOf(DIFFERENCES)) }),
  }),
});
