import { Amount, Currency, Day, exactly, Id, LineId, oneOf, Type } from '../figures.ts';
import { Party, Reason } from './parts.ts';
import { kind } from './kind.ts';

export const payment = kind({
  name: 'payment',
  prefix: 'PY',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_paid',
  body: exactly({
    vendor: Party,
    date: Day,
    currency: Currency,
    account: Type.Optional(
      Type.Union([Id, Type.Literal('')], {
        description: 'The company’s bank account that it leaves; one in base currency where left out',
      }),
    ),
    from: Type.Union([Id, Type.Literal('')], { description: 'A prepayment; the bank where empty' }),
    discountsTo: oneOf(['income', 'goods'] as const),
    reason: Reason,
    took: Type.Optional(
      Type.Union([Amount, Type.Literal('')], {
        description: 'What the bank took, its fee with it, in the account’s currency; at the day’s rate where left out',
      }),
    ),
    fee: Type.Optional(Type.Union([Amount, Type.Literal('')], { description: 'What of it the bank kept' })),
    run: Type.Optional(
      Type.Union([LineId, Type.Literal('')], { description: 'Its place in a payment run that was released' }),
    ),
    bills: Type.Array(
      exactly({
        of: Id,
        amount: Amount,
        discount: Type.Union([Amount, Type.Literal('')]),
        writeOff: Type.Union([Amount, Type.Literal('')]),
        withheld: Type.Optional(
          Type.Union([Amount, Type.Literal('')], { description: 'Tax that is kept back, and owed to the tax office' }),
        ),
      }),
      {
        maxItems: 500,
      },
    ),
  }),
});
