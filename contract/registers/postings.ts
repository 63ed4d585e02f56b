import type { MessageId } from '@obolus/messages/message';

type KeyOf<Id> = Id extends `posting.${infer Key}` ? Key : never;
export type Posting = KeyOf<MessageId>;

/** Every kind of posting, in the order of a trial balance; the core says what each is (books/accounts). */
export const POSTINGS = [
  'bank',
  'prepayments',
  'receivables',
  'expected-credits',
  'returns-to-credit',
  'billed-ahead',
  'input-tax',
  'inventory',
  'allowance',
  'charges-to-allocate',
  'goods-in-transit',
  'work-in-process',
  'shipped-not-billed',
  'stock-suspense',
  'payables',
  'customs-payable',
  'grni',
  'accrued-charges',
  'tax-withheld',
  'tax-owed',
  'opening-balance',
  'sales',
  'discounts-taken',
  'cost-of-goods',
  'purchases',
  'stock-change',
  'price-variance',
  'charge-variance',
  'return-variance',
  'stock-adjustment',
  'write-down',
  'conversion',
  'expense',
  'bank-charges',
  'write-offs',
  'exchange-difference',
] as const satisfies readonly Posting[];
