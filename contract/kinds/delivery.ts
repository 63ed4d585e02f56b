import { Day, exactly, Id, Quantity, Text } from '../figures.ts';
import { Dimensions, lines, Lots, Party } from './parts.ts';
import { kind } from './kind.ts';

export const delivery = kind({
  name: 'delivery',
  prefix: 'DN',
  mayPost: ['receiver', 'accountant'],
  amounts: 'kind.amounts_cost',
  body: exactly({
    customer: Text(120),
    date: Day,
    warehouse: Id,
    lines: lines({ item: Party, quantity: Quantity, lots: Lots, ...Dimensions }),
  }),
});
