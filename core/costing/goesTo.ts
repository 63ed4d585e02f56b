import type { AccountKey } from '../books/accounts.ts';
import { invariant } from '../exact/invariant.ts';
import type { Pool, Purpose } from './pool.ts';

/** Where the value of goods that go out stands until something takes it on. */
const GOES_TO: Readonly<Partial<Record<Purpose, AccountKey>>> = {
  delivered: 'shipped-not-billed',
  returned: 'return-variance',
  missing: 'stock-adjustment',
  scrapped: 'stock-adjustment',
  moved: 'goods-in-transit',
  used: 'work-in-process',
};

/** The account that goods go out to. */
export function goesTo(method: Pool['method'], purpose: Purpose): AccountKey {
  if (purpose === 'returned' && method === 'standard') return 'price-variance';
  const account = GOES_TO[purpose];
  invariant(account !== undefined, `goods ${purpose} go out`);
  return account;
}
