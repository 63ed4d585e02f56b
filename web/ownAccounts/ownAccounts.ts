import type { BankAccountView } from '@obolus/contract/views/setUp';

/** One of the company's own accounts, as it is chosen. */
export const accountChoice = ({ id, name, currency }: BankAccountView): readonly [string, string] => [
  id,
  `${name} · ${currency}`,
];

/** The account that money in a currency leaves unless somebody says otherwise: the first in it, else in the currency of the books. */
export const usualAccount = (
  accounts: readonly BankAccountView[],
  currency: string,
  home: string,
): BankAccountView | undefined =>
  accounts.find((account) => account.currency === currency) ??
  accounts.find((account) => account.currency === home) ??
  accounts[0];

/**
 * What one run proposes to pay from an account: what is owed in its currency, and from one in that of the books what no account of its own is kept for.
 */
export function isPaidFrom(
  account: BankAccountView | undefined,
  accounts: readonly BankAccountView[],
  home: string,
): (owed: { readonly currency: string }) => boolean {
  const own = new Set(accounts.map(({ currency }) => currency));
  return ({ currency }) =>
    account === undefined || currency === account.currency || (account.currency === home && !own.has(currency));
}
