import { Amount, Currency, Day, exactly, Id, LineId, Type } from '../figures.ts';
import { Party } from './parts.ts';
import { kind } from './kind.ts';

export const prepayment = kind({
  name: 'prepayment',
  prefix: 'PP',
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
    amount: Amount,
    tax: Type.Optional(
      Type.Union([Amount, Type.Literal('')], {
        description: 'The tax in it, where the vendor’s prepayment bill shows one: it is reclaimed',
      }),
    ),
    order: Type.Optional(
      Type.Union([Id, Type.Literal('')], { description: 'The order whose goods it is for: they come in at its rate' }),
    ),
    refundable: Type.Optional(
      Type.Boolean({ description: 'A deposit that comes back: measured anew at the end of a period' }),
    ),
    run: Type.Optional(LineId),
  }),
});
