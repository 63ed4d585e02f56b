import type { RefusalView } from '@obolus/contract/commands';
import type { Refusal, RefusalReason } from '@obolus/core/posting/refusal';
import type { LoadedBooks } from '../storage/loadBooks.ts';

type Values = Readonly<Record<string, string>>;

/** Every reason in words that say what to do. */
const SAYS: Readonly<Record<RefusalReason, (values: Values) => string>> = {
  missing: () => 'Fill this in.',
  not_a_number: ({ text }) => `“${text}” is not a number: write it like 1240.50.`,
  too_many_decimals: ({ text, places }) => `“${text}” has too many decimals: at most ${places} here.`,
  too_large: () => 'This number is too large to keep.',
  no_lines: () => 'Add at least one line.',
  date_impossible: ({ date }) => `“${date}” is not a day: write it as year-month-day, like 2026-11-23.`,
  date_in_closed_period: ({ date, firstOpenDay }) => `${date} lies in a closed period: choose ${firstOpenDay} or later.`,
  date_before_cited: ({ date, cited }) => `${date} is before the document that this one builds on: choose ${cited} or later.`,
  item_unknown: () => 'There is no such item: choose one from the list.',
  line_unknown: () => 'This line is not there any more, or is of another kind: load the list again.',
  line_cited_twice: () => 'The same line stands here twice: put its quantity on one of them.',
  quantity_not_positive: () => 'The quantity must be more than zero.',
  price_negative: () => 'A price cannot be negative.',
  amount_negative: () => 'This amount cannot be negative.',
  amount_zero: () => 'The amount must be more than zero.',
  discount_out_of_range: () => 'A discount lies between 0 and 100 percent.',
  currency_unknown: ({ currency }) => `${currency} is not a currency of ISO 4217.`,
  currency_differs_from_order: ({ ordered, billed }) => `The order is in ${ordered}, the bill in ${billed}: a bill must be in its order’s currency.`,
  rate_missing: ({ currency, date }) => `There is no rate of exchange for ${currency} on ${date}: enter one first.`,
  vendor_unknown: () => 'There is no such vendor: choose one from the list.',
  warehouse_unknown: () => 'There is no such warehouse: choose one from the list.',
  vendor_differs: () => 'This line belongs to another vendor.',
  customer_differs: () => 'This delivery went to another customer.',
  receipt_exceeds_ordered: ({ open }) => (open === '0' ? 'Nothing of this line is open any more.' : `Only ${open} of this line are open.`),
  bill_exceeds_received: ({ open }) => (open === '0' ? 'Everything received on this line is billed already.' : `Only ${open} are received and not billed.`),
  bill_number_taken: ({ number }) => `This vendor’s bill ${number} is entered already (case, blanks, separators and leading zeros aside).`,
  charge_kind_twice: ({ kind }) => `A bill names a kind of charge once: add both amounts of ${kind} together.`,
  allocation_exceeds_charge: ({ left }) => `Only ${left} is left of this charge.`,
  allocation_does_not_add_up: () => 'The shares by hand do not add up to the charge.',
  basis_missing: ({ basis, item }) => `${item} has no ${basis}: enter it on the item, or choose another basis.`,
  basis_all_zero: ({ basis }) => `By ${basis} there is nothing to share by: all lines have zero. Choose another basis.`,
  invoice_exceeds_delivered: ({ open }) =>
    open === '0' ? 'Everything delivered on this line is invoiced already.' : `Only ${open} are delivered and not invoiced.`,
  stock_short: ({ item, warehouse, date, short }) => `${item} in ${warehouse} would be ${short} short on ${date}.`,
};

/** A refusal in words, with the items and warehouses that it names as users know them. */
export function worded({ reason, at, values }: Refusal, names?: LoadedBooks['names']): RefusalView {
  const known: Record<string, string> = { ...values };
  if (values.item) known.item = names?.items.get(values.item) ?? values.item;
  if (values.warehouse) known.warehouse = names?.warehouses.get(values.warehouse) ?? values.warehouse;
  return { reason, at, says: SAYS[reason](known) };
}
