import { Day, exactly, LineId, Quantity, Type } from '../figures.ts';
import { lines, Lots } from './parts.ts';
import { kind } from './kind.ts';

export const arrival = kind({
  name: 'arrival',
  prefix: 'AR',
  mayPost: ['receiver', 'accountant'],
  body: exactly({
    date: Day,
    lines: lines({ of: LineId, quantity: Quantity, lost: Type.Union([Quantity, Type.Literal('')]), lots: Lots }),
  }),
});
