import { BaseAmount, Day, exactly, Id, LineId, oneOf, Type } from '../figures.ts';
import { lines, MOST_LINES } from './parts.ts';
import { kind } from './kind.ts';

export const BASES = ['value', 'quantity', 'weight', 'volume', 'equal', 'duty', 'manual'] as const;

export const allocation = kind({
  name: 'allocation',
  prefix: 'LC',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_shared_out',
  body: exactly({
    date: Day,
    to: Type.Array(LineId, { maxItems: MOST_LINES }),
    charges: Type.Array(
      exactly({
        of: LineId,
        basis: oneOf(BASES),
        amount: Type.Union([BaseAmount, Type.Literal('')], { description: 'Empty for all that is left' }),
        fixed: lines({ line: LineId, amount: BaseAmount }),
        limitedTo: Type.Optional(Type.Array(LineId, { maxItems: MOST_LINES })),
      }),
      { maxItems: 50 },
    ),
    more: Type.Optional(Type.Boolean({ description: 'Further bills of these kinds are to come' })),
    entry: Type.Optional(
      Type.Union([Id, Type.Literal('')], { description: 'The customs entry that duty is worked out by' }),
    ),
  }),
});
