import type { BankAccountView } from '@obolus/contract/views/setUp';
import { server } from '../server/api.ts';
import { useMe } from '../server/me.ts';
import { usualAccount } from './ownAccounts.ts';

export interface OwnAccounts {
  /** Undefined until they are known. */
  readonly accounts: readonly BankAccountView[] | undefined;
  /**
   * The account that was chosen, else the usual one for a currency; one without an id, in the currency of the books, where none is set up.
   * @param chosen empty for the usual one
   */
  readonly of: (chosen: string, currency: string) => { readonly id: string; readonly currency: string };
}

/** The company's own accounts. */
export function useOwnAccounts(): OwnAccounts {
  const { company } = useMe();
  const accounts = server.useBankAccountsQuery().currentData?.rows;
  return {
    accounts,
    of: (chosen, currency) =>
      accounts?.find(({ id }) => id === chosen) ??
      usualAccount(accounts ?? [], currency, company.currency) ?? { id: '', currency: company.currency },
  };
}
