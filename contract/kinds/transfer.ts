import { Day, exactly, Id, Type } from '../figures.ts';
import { Dimensions, Goods, lines } from './parts.ts';
import { kind } from './kind.ts';

export const transfer = kind({
  name: 'transfer',
  prefix: 'TR',
  mayPost: ['receiver', 'accountant'],
  body: exactly({
    date: Day,
    from: Id,
    to: Id,
    inTransit: Type.Boolean(),
    lines: lines({ ...Goods, ...Dimensions }),
  }),
});
