import { BaseAmount, Day, exactly, Id, Type } from '../figures.ts';
import { Dimensions, Goods, lines } from './parts.ts';
import { kind } from './kind.ts';

export const assembly = kind({
  name: 'assembly',
  prefix: 'AS',
  mayPost: ['receiver', 'accountant'],
  body: exactly({
    date: Day,
    warehouse: Id,
    uses: lines(Goods),
    makes: exactly(Goods),
    conversion: Type.Union([BaseAmount, Type.Literal('')]),
    ...Dimensions,
  }),
});
