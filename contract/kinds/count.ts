import { Day, exactly, Id, oneOf, Price, Type } from '../figures.ts';
import { Dimensions, Goods, lines, Reason } from './parts.ts';
import { kind } from './kind.ts';

export const count = kind({
  name: 'count',
  prefix: 'CT',
  mayPost: ['receiver', 'accountant'],
  body: exactly({
    date: Day,
    warehouse: Id,
    reason: Reason,
    lines: lines({
      ...Goods,
      change: oneOf(['found', 'missing', 'scrapped'] as const),
      unitCost: Type.Optional(Price),
      ...Dimensions,
    }),
  }),
});
