import { Amount, Currency, Day, exactly, Id, oneOf, Type } from '../figures.ts';
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
    from: Type.Union([Id, Type.Literal('')], { description: 'A prepayment; the bank where empty' }),
    discountsTo: oneOf(['income', 'goods'] as const),
    reason: Reason,
    bills: Type.Array(
      exactly({
        of: Id,
        amount: Amount,
        discount: Type.Union([Amount, Type.Literal('')]),
        writeOff: Type.Union([Amount, Type.Literal('')]),
      }),
      {
        maxItems: 500,
      },
    ),
  }),
});
