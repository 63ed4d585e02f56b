import { Day, exactly, Key, LineId, Quantity, Text, Type } from '../figures.ts';
import { lines, Lots, Party } from './parts.ts';
import { kind } from './kind.ts';

export const vendorReturn = kind({
  name: 'return',
  prefix: 'RT',
  mayPost: ['receiver', 'accountant'],
  body: exactly({
    vendor: Party,
    date: Day,
    reference: Type.Optional(Text(60, 'The vendor’s return number')),
    lines: lines({
      of: LineId,
      quantity: Quantity,
      lots: Lots,
      reason: Type.Optional(Text(200, 'Why it goes back')),
      photo: Type.Optional(Type.Union([Key, Type.Literal('')], { description: 'A paper that shows it' })),
      replace: Type.Boolean({ description: 'Others come in their place' }),
      anew: Type.Optional(
        Type.Boolean({ description: 'They come on a new order, which is made with it: their own order is closed' }),
      ),
      confirmed: Type.Boolean({ description: 'They go back though none of their own receipt are left' }),
    }),
  }),
});
