import { BaseAmount, Day, exactly, Id, Quantity } from '../figures.ts';
import { lines, Lots, Party } from './parts.ts';
import { kind } from './kind.ts';

export const opening = kind({
  name: 'opening',
  prefix: 'OS',
  mayPost: ['accountant'],
  body: exactly({
    date: Day,
    warehouse: Id,
    lines: lines({ item: Party, quantity: Quantity, value: BaseAmount, lots: Lots }),
  }),
});
