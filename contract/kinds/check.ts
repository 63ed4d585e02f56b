import { Day, Id, Text, Type, exactly } from '../figures.ts';
import { kind } from './kind.ts';

/** A check that pays a payment, or a form that was spoiled. */
export const check = kind({
  name: 'check',
  prefix: 'CK',
  mayPost: ['accountant'],
  amounts: 'kind.amounts_paid',
  body: exactly({
    date: Day,
    account: Type.Union([Id, Type.Literal('')], { description: 'The company’s bank account that it is drawn on' }),
    form: Type.String({
      pattern: '^[0-9]{0,12}$',
      description: 'The number on the form; the next of the account where empty',
    }),
    of: Type.Union([Id, Type.Literal('')], {
      description: 'The payment or prepayment that it pays; empty for a spoiled form',
    }),
    reason: Text(200, 'Why a form was spoiled'),
  }),
});
