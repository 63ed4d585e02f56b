import { Amount, Currency, Day, exactly, Id, oneOf, Text, Type } from '../figures.ts';
import { kind } from './kind.ts';

export const MOST_PAYMENTS = 1000;

/** Vendors that are to be paid together: it waits until another person releases it, and then its payments are posted. */
export const paymentRun = kind({
  name: 'payment-run',
  prefix: 'RN',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_to_pay',
  body: exactly({
    date: Day,
    account: Type.Union([Id, Type.Literal('')], { description: 'The company’s bank account that is paid from' }),
    way: Type.Optional(oneOf(['transfer', 'check'] as const)),
    payments: Type.Array(
      exactly({
        vendor: Id,
        currency: Currency,
        bills: Type.Array(
          exactly({
            of: Id,
            amount: Amount,
            discount: Type.Union([Amount, Type.Literal('')]),
          }),
          { maxItems: 500, description: 'Open items; of a credit memo the amounts are below zero' },
        ),
        prepays: Type.Optional(
          exactly({
            order: Type.Union([Id, Type.Literal('')], { description: 'In place of bills; empty on account' }),
            refundable: Type.Optional(Type.Boolean({ description: 'A deposit that comes back' })),
            amount: Amount,
            tax: Type.Optional(Type.Union([Amount, Type.Literal('')])),
          }),
        ),
      }),
      { maxItems: MOST_PAYMENTS, description: 'One for each vendor and currency, and for each prepayment' },
    ),
    sure: Type.Optional(Text(200, 'Why what may be paid twice is not')),
  }),
});
