/** The accounts that postings use, in the order of a trial balance. `side` is where the balance usually stands. */
export interface Account {
  readonly key: string;
  readonly number: string;
  readonly name: string;
  readonly group: 'asset' | 'liability' | 'equity' | 'income' | 'expense';
}

export const ACCOUNTS = [
  { key: 'bank', number: '1010', name: 'Bank', group: 'asset' },
  { key: 'receivables', number: '1200', name: 'Receivables', group: 'asset' },
  { key: 'inventory', number: '1400', name: 'Inventory', group: 'asset' },
  { key: 'charges-to-allocate', number: '1420', name: 'Charges to allocate', group: 'asset' },
  { key: 'shipped-not-billed', number: '1450', name: 'Shipped not invoiced', group: 'asset' },
  { key: 'payables', number: '2010', name: 'Payables', group: 'liability' },
  { key: 'grni', number: '2050', name: 'Goods received not invoiced', group: 'liability' },
  { key: 'opening-balance', number: '3900', name: 'Opening balances', group: 'equity' },
  { key: 'sales', number: '4010', name: 'Sales', group: 'income' },
  { key: 'cost-of-goods', number: '5010', name: 'Cost of goods', group: 'expense' },
  { key: 'price-variance', number: '5110', name: 'Purchase price variance', group: 'expense' },
  { key: 'exchange-difference', number: '7010', name: 'Exchange difference', group: 'expense' },
] as const satisfies readonly Account[];

export type AccountKey = (typeof ACCOUNTS)[number]['key'];

const BY_KEY = new Map<string, Account>(ACCOUNTS.map((account) => [account.key, account]));

export function accountOf(key: AccountKey): Account {
  return BY_KEY.get(key) as Account;
}
