import { Day, exactly, LineId, Price, Quantity, Text } from '../figures.ts';
import { kind } from './kind.ts';
import { lines } from './parts.ts';

export const invoice = kind({
  name: 'invoice',
  prefix: 'SI',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_invoiced',
  body: exactly({
    customer: Text(120),
    date: Day,
    lines: lines({ of: LineId, quantity: Quantity, price: Price }),
  }),
});
