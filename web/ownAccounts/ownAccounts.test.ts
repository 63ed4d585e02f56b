import { describe, expect, it } from '@jest/globals';
import type { BankAccountView } from '@obolus/contract/views/setUp';
import { accountChoice, isPaidFrom, usualAccount } from './ownAccounts.ts';

const account = (id: string, currency: string): BankAccountView => ({
  id,
  name: `Account ${id}`,
  currency,
  hasChecks: false,
});
const [euro, main, second] = [account('1', 'EUR'), account('2', 'USD'), account('3', 'USD')];
const ACCOUNTS = [euro, main, second];

describe('the company’s own accounts', () => {
  it('are chosen by name and currency', () => {
    expect(accountChoice(euro)).toEqual(['1', 'Account 1 · EUR']);
  });

  it('are, unless somebody says otherwise, the first in the currency that is owed, else in that of the books', () => {
    expect(usualAccount(ACCOUNTS, 'EUR', 'USD')).toBe(euro);
    expect(usualAccount(ACCOUNTS, 'USD', 'USD')).toBe(main);
    expect(usualAccount(ACCOUNTS, 'GBP', 'USD')).toBe(main);
    expect(usualAccount([euro], 'GBP', 'USD')).toBe(euro);
    expect(usualAccount([], 'GBP', 'USD')).toBeUndefined();
  });

  it('pay what is owed in their currency; one in that of the books also what no account is kept for', () => {
    const paidFrom = (from: BankAccountView | undefined) =>
      ['EUR', 'USD', 'GBP'].filter((currency) => isPaidFrom(from, ACCOUNTS, 'USD')({ currency }));
    expect(paidFrom(euro)).toEqual(['EUR']);
    expect(paidFrom(main)).toEqual(['USD', 'GBP']);
    expect(paidFrom(undefined)).toEqual(['EUR', 'USD', 'GBP']);
  });
});
