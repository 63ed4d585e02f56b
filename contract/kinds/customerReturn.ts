import { Day, exactly, Id, LineId, Price, Quantity, Text } from '../figures.ts';
import { lines, Lots } from './parts.ts';
import { kind } from './kind.ts';

export const customerReturn = kind({
  name: 'customer-return',
  prefix: 'CR',
  mayPost: ['receiver', 'accountant'],
  body: exactly({
    customer: Text(120),
    date: Day,
    warehouse: Id,
    lines: lines({ of: LineId, quantity: Quantity, price: Price, lots: Lots }),
  }),
});
