/** A kind of posting, and the account that it uses to begin with: a company's own chart may name another. */
export interface Account {
  readonly key: string;
  readonly number: string;
  readonly group: 'asset' | 'liability' | 'equity' | 'income' | 'expense';
}

/** Every kind of posting, in the order of a trial balance. */
export const ACCOUNTS = [
  { key: 'bank', number: '1010', group: 'asset' },
  { key: 'prepayments', number: '1100', group: 'asset' },
  { key: 'receivables', number: '1200', group: 'asset' },
  { key: 'expected-credits', number: '1250', group: 'asset' },
  { key: 'returns-to-credit', number: '1255', group: 'asset' },
  { key: 'billed-ahead', number: '1260', group: 'asset' },
  { key: 'input-tax', number: '1300', group: 'asset' },
  { key: 'inventory', number: '1400', group: 'asset' },
  { key: 'allowance', number: '1410', group: 'asset' },
  { key: 'charges-to-allocate', number: '1420', group: 'asset' },
  { key: 'goods-in-transit', number: '1430', group: 'asset' },
  { key: 'work-in-process', number: '1440', group: 'asset' },
  { key: 'shipped-not-billed', number: '1450', group: 'asset' },
  { key: 'stock-suspense', number: '1490', group: 'asset' },
  { key: 'payables', number: '2010', group: 'liability' },
  { key: 'customs-payable', number: '2030', group: 'liability' },
  { key: 'grni', number: '2050', group: 'liability' },
  { key: 'accrued-charges', number: '2060', group: 'liability' },
  { key: 'tax-withheld', number: '2310', group: 'liability' },
  { key: 'tax-owed', number: '2320', group: 'liability' },
  { key: 'opening-balance', number: '3900', group: 'equity' },
  { key: 'sales', number: '4010', group: 'income' },
  { key: 'discounts-taken', number: '4210', group: 'income' },
  { key: 'cost-of-goods', number: '5010', group: 'expense' },
  { key: 'purchases', number: '5050', group: 'expense' },
  { key: 'stock-change', number: '5060', group: 'expense' },
  { key: 'price-variance', number: '5110', group: 'expense' },
  { key: 'charge-variance', number: '5120', group: 'expense' },
  { key: 'return-variance', number: '5130', group: 'expense' },
  { key: 'stock-adjustment', number: '5210', group: 'expense' },
  { key: 'write-down', number: '5220', group: 'expense' },
  { key: 'conversion', number: '5310', group: 'expense' },
  { key: 'expense', number: '6010', group: 'expense' },
  { key: 'bank-charges', number: '6310', group: 'expense' },
  { key: 'write-offs', number: '6900', group: 'expense' },
  { key: 'exchange-difference', number: '7010', group: 'expense' },
] as const satisfies readonly Account[];

export type AccountKey = (typeof ACCOUNTS)[number]['key'];
