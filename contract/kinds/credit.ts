import { Amount, Currency, Day, exactly, LineId, oneOf, Price, Quantity, Text, Type } from '../figures.ts';
import { AgreedRates, lines, Party } from './parts.ts';
import { kind } from './kind.ts';

export const credit = kind({
  name: 'credit',
  prefix: 'CM',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_credited',
  body: exactly({
    vendor: Party,
    reference: Text(60, 'The vendor’s number'),
    date: Day,
    currency: Currency,
    agreedRates: AgreedRates,
    lines: lines({
      of: LineId,
      quantity: Type.Optional(Quantity),
      price: Type.Optional(Price),
      amount: Type.Optional(Amount),
      to: Type.Optional(oneOf(['cost', 'variance', 'expected'] as const)),
    }),
    tax: Type.Optional(Amount),
  }),
});
