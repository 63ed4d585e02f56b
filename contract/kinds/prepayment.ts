import { Amount, Currency, Day, exactly } from '../figures.ts';
import { Party } from './parts.ts';
import { kind } from './kind.ts';

export const prepayment = kind({
  name: 'prepayment',
  title: 'Prepayment',
  prefix: 'PP',
  mayPost: ['accountant'],
  amounts: 'Paid',
  body: exactly({ vendor: Party, date: Day, currency: Currency, amount: Amount }),
});
