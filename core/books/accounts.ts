/** A kind of posting, and the account that it uses to begin with: a company's own chart may name another. */
export interface Account {
  readonly key: string;
  readonly number: string;
  readonly name: string;
  readonly group: 'asset' | 'liability' | 'equity' | 'income' | 'expense';
}

/** Every kind of posting, in the order of a trial balance. */
export const ACCOUNTS = [
  { key: 'bank', number: '1010', name: 'Bank', group: 'asset' },
  { key: 'prepayments', number: '1100', name: 'Prepayments to vendors', group: 'asset' },
  { key: 'receivables', number: '1200', name: 'Receivables', group: 'asset' },
  { key: 'expected-credits', number: '1250', name: 'Expected credits', group: 'asset' },
  { key: 'input-tax', number: '1300', name: 'Input tax', group: 'asset' },
  { key: 'inventory', number: '1400', name: 'Inventory', group: 'asset' },
  { key: 'allowance', number: '1410', name: 'Allowance for write-down', group: 'asset' },
  { key: 'charges-to-allocate', number: '1420', name: 'Charges to allocate', group: 'asset' },
  { key: 'goods-in-transit', number: '1430', name: 'Goods in transit', group: 'asset' },
  { key: 'work-in-process', number: '1440', name: 'Work in process', group: 'asset' },
  { key: 'shipped-not-billed', number: '1450', name: 'Shipped not invoiced', group: 'asset' },
  { key: 'stock-suspense', number: '1490', name: 'Stock suspense', group: 'asset' },
  { key: 'payables', number: '2010', name: 'Payables', group: 'liability' },
  { key: 'grni', number: '2050', name: 'Goods received not invoiced', group: 'liability' },
  { key: 'accrued-charges', number: '2060', name: 'Accrued charges', group: 'liability' },
  { key: 'opening-balance', number: '3900', name: 'Opening balances', group: 'equity' },
  { key: 'sales', number: '4010', name: 'Sales', group: 'income' },
  { key: 'discounts-taken', number: '4210', name: 'Discounts taken', group: 'income' },
  { key: 'cost-of-goods', number: '5010', name: 'Cost of goods', group: 'expense' },
  { key: 'purchases', number: '5050', name: 'Purchases', group: 'expense' },
  { key: 'stock-change', number: '5060', name: 'Change in stock', group: 'expense' },
  { key: 'price-variance', number: '5110', name: 'Purchase price variance', group: 'expense' },
  { key: 'charge-variance', number: '5120', name: 'Landed cost variance', group: 'expense' },
  { key: 'return-variance', number: '5130', name: 'Return variance', group: 'expense' },
  { key: 'stock-adjustment', number: '5210', name: 'Stock adjustment', group: 'expense' },
  { key: 'write-down', number: '5220', name: 'Write-down to net realisable value', group: 'expense' },
  { key: 'conversion', number: '5310', name: 'Conversion cost taken into goods', group: 'expense' },
  { key: 'expense', number: '6010', name: 'Expenses', group: 'expense' },
  { key: 'write-offs', number: '6900', name: 'Small differences written off', group: 'expense' },
  { key: 'exchange-difference', number: '7010', name: 'Exchange difference', group: 'expense' },
] as const satisfies readonly Account[];

export type AccountKey = (typeof ACCOUNTS)[number]['key'];

const BY_KEY = new Map<string, Account>(ACCOUNTS.map((account) => [account.key, account]));

export function accountOf(key: AccountKey): Account {
  return BY_KEY.get(key) as Account;
}
