import type { Books } from '../state/books.ts';
import { refusal, type Refusal } from '../state/refusal.ts';

/** While a vendor is on hold nothing is ordered from it, and nothing paid to it. What it delivers and bills is still entered. */
export function checkHold(books: Books, vendor: string, at: string): Refusal[] {
  const hold = books.vendors.get(vendor)?.hold ?? '';
  return hold === '' ? [] : [refusal('vendor_on_hold', at, { reason: hold })];
}

/** Whoever changed a vendor's bank account does not pay it (job.md, Who does it). */
export function checkPayer(books: Books, vendor: string, by: string | undefined): Refusal[] {
  return by !== undefined && books.vendors.get(vendor)?.accountBy === by
    ? [refusal('own_bank_account', '/vendor')]
    : [];
}
