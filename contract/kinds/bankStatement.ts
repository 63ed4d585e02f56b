import { Amount, Day, exactly, Id, Text, Type } from '../figures.ts';
import { lines } from './parts.ts';
import { kind } from './kind.ts';

/** What the bank says that it took for payments, got from vendors, and charged for itself. */
export const bankStatement = kind({
  name: 'bank-statement',
  prefix: 'BK',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_taken',
  body: exactly({
    date: Day,
    account: Type.Union([Id, Type.Literal('')], { description: 'The company’s bank account, in whose currency it is' }),
    reference: Text(60, 'What the bank calls the statement'),
    lines: lines({
      of: Type.Union([Id, Type.Literal('')], {
        description: 'A payment or prepayment, or money that a vendor gave back; empty for what the bank charged',
      }),
      took: Amount,
      fee: Type.Union([Amount, Type.Literal('')], { description: 'What of it the bank kept' }),
      text: Text(140, 'What the statement says of it'),
    }),
  }),
});
