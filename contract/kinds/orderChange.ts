import { Day, exactly, Id, LineId, Type } from '../figures.ts';
import { Asked, lines, Reason, Seen } from './parts.ts';
import { kind } from './kind.ts';

/** A later version of an order: the lines that differ, each as it should be now; others stay. */
export const orderChange = kind({
  name: 'order-change',
  prefix: 'PV',
  mayPost: ['buyer', 'accountant'],
  body: exactly({
    of: Id,
    seen: Seen,
    date: Day,
    reason: Reason,
    lines: lines({
      of: Type.Union([LineId, Type.Literal('')], { description: 'A line of the order; empty for a new one' }),
      ...Asked,
    }),
  }),
});
