import { FRACTION_PLACES, quantity, type Quantity } from '../exact/amounts.ts';
import { powerOfTen } from '../exact/rounding.ts';
import type { Books } from '../state/books.ts';
import type { OrderLine } from '../state/purchasing.ts';
import type { Tolerance } from '../state/company.ts';

/** How much more or less than ordered is taken of a line without asking: as its item says, else its vendor, else the company. */
export function toleranceOf(books: Books, { vendor, bought }: Pick<OrderLine, 'vendor' | 'bought'>): Tolerance {
  const ofItem = books.items.get(bought.item ?? '')?.tolerance;
  const ofVendor = books.vendors.get(vendor)?.tolerance;
  const { over, short } = books.company.tolerance;
  return { over: ofItem?.over ?? ofVendor?.over ?? over, short: ofItem?.short ?? ofVendor?.short ?? short };
}

/** So much of what was ordered, not more than the part says. */
export const partOf = (ordered: Quantity, part: bigint): Quantity =>
  quantity((ordered * part) / powerOfTen(FRACTION_PLACES));
