import { Amount, Currency, Day, exactly, Id, Type } from '../figures.ts';
import { Party } from './parts.ts';
import { kind } from './kind.ts';

export const prepaymentRefund = kind({
  name: 'prepayment-refund',
  prefix: 'PB',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_got_back',
  body: exactly({
    vendor: Party,
    date: Day,
    currency: Currency,
    of: Type.Union([Id, Type.Literal('')], { description: 'The prepayment' }),
    account: Type.Optional(
      Type.Union([Id, Type.Literal('')], {
        description: 'The company’s bank account that it came into; one in base currency where left out',
      }),
    ),
    amount: Amount,
    got: Type.Optional(
      Type.Union([Amount, Type.Literal('')], {
        description: 'What the bank got for it, in the account’s currency; at the day’s rate where it is left out',
      }),
    ),
  }),
});
