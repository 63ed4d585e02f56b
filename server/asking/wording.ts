import type { RefusalView } from '@obolus/contract/commands';
import type { Refusal, RefusalReason } from '@obolus/core/state/refusal';
import type { Names } from './failures.ts';

type Values = Readonly<Record<string, string>>;

/** Every reason in words that say what to do. */
/** A field marks what it does not understand itself with a question mark before it. */
export const notAFigure = (text: string): string => `“${text.replace(/^\?/, '')}” is not understood as a figure.`;

const SAYS: Readonly<Record<RefusalReason, (values: Values) => string>> = {
  missing: () => 'Fill this in.',
  not_a_number: ({ text = '' }) => notAFigure(text),
  too_many_decimals: ({ text, places }) => `“${text}” has too many decimals: at most ${places} here.`,
  too_large: () => 'This number is too large to keep.',
  no_lines: () => 'Add at least one line.',
  date_impossible: ({ date }) => `“${date}” is not a day: write it as year-month-day, like 2026-11-23.`,
  date_far_ahead: ({ date, farthest }) => `${date} lies far ahead: choose ${farthest} or earlier.`,
  due_before_ordered: ({ date }) => `This cannot be due before it is ordered: choose ${date} or later.`,
  item_and_expense: () => 'A line is for an item or an expense, not for both: leave one of them out.',
  standard_not_positive: () => 'A standard cost must be more than zero.',
  period_not_begun: ({ period }) => `${period} has not begun yet: close it when it has.`,
  date_in_closed_period: ({ date, firstOpenDay }) =>
    `${date} lies in a closed period: choose ${firstOpenDay} or later.`,
  date_before_cited: ({ date, cited }) =>
    `${date} is before the document that this one builds on: choose ${cited} or later.`,
  item_unknown: () => 'There is no such item: choose one from the list.',
  line_unknown: () => 'This line is not there any more, or is of another kind: load the list again.',
  line_cited_twice: () => 'The same line stands here twice: put its quantity on one of them.',
  quantity_not_positive: () => 'The quantity must be more than zero.',
  price_negative: () => 'A price cannot be negative.',
  amount_negative: () => 'This amount cannot be negative.',
  amount_zero: () => 'The amount must be more than zero.',
  discount_out_of_range: () => 'A discount lies between 0 and 100 percent.',
  currency_unknown: ({ currency }) => `${currency} is not a currency of ISO 4217.`,
  currency_differs_from_order: ({ ordered, billed }) =>
    `The order is in ${ordered}, the bill in ${billed}: a bill must be in its order’s currency.`,
  currency_differs: ({ ordered, billed }) =>
    `This is in ${billed}, what it settles in ${ordered}: both must be in one currency.`,
  rate_missing: ({ currency, date }) => `There is no rate of exchange for ${currency} on ${date}: enter one first.`,
  rate_not_positive: () => 'A rate of exchange is greater than zero.',
  rate_of_base_currency: ({ currency }) => `${currency} is the company’s own currency: it needs no rate.`,
  rate_twice: ({ currency }) => `There are two rates for ${currency}: state one.`,
  vendor_unknown: () => 'There is no such vendor: choose one from the list.',
  warehouse_unknown: () => 'There is no such warehouse: choose one from the list.',
  warehouse_differs: () => 'These goods are in different warehouses: put away those of one at a time.',
  bin_unknown: ({ bin }) =>
    bin ? `“${bin}” is no bin of this warehouse: choose one of those that are set up.` : 'Choose a bin.',
  put_away_exceeds_received: ({ open, quantity }) => `Only ${open} of it still stand on the dock, not ${quantity}.`,
  warehouse_same: () => 'Goods cannot go from a warehouse to itself: choose another.',
  vendor_differs: () => 'This line belongs to another vendor.',
  customer_differs: () => 'This delivery went to another customer.',
  count_again: () => 'This is not what may come: count again, hold what is too much, or leave the line open.',
  short_beyond_tolerance: ({ missing, allowed }) =>
    `${missing} are missing and ${allowed} may be: leave the rest open, or let the buyer close it.`,
  aside_exceeds_held: ({ open }) => (open === '0' ? 'None of it is held any more.' : `Only ${open} of it is held.`),
  lot_expired: ({ lot }) => `Lot ${lot} is past its day: reject it, or correct the day.`,
  unit_unknown: ({ unit, units }) =>
    units ? `“${unit}” is no unit of this item: choose ${units}.` : 'An expense has no unit.',
  pack_not_whole: ({ unit, stockUnit }) => `A ${unit} is not divided: give a whole number, or ${stockUnit} instead.`,
  pack_differs: ({ unit, size, stockUnit }) =>
    `A ${unit} of this item holds ${size} ${stockUnit}: give one of another size another name.`,
  unit_unreadable: () => 'A unit’s name has no bar and no equals sign in it.',
  receipt_exceeds_ordered: ({ open, most }) => {
    if (open === '0') return 'Nothing of this line is open any more.';
    return open === most
      ? `Only ${open} of this line are open.`
      : `Only ${most} of this line may come: ${open} are open.`;
  },
  bill_exceeds_received: ({ open }) =>
    open === '0' ? 'Everything received on this line is billed already.' : `Only ${open} are received and not billed.`,
  bill_ahead_while_unbilled: ({ unbilled }) =>
    `${unbilled} of this line are received and not billed: bill those first.`,
  bill_ahead_exceeds_ordered: ({ open }) =>
    open === '0'
      ? 'Everything on order of this line is billed already.'
      : `Only ${open} of this line are on order and not billed.`,
  bill_number_alike: ({ number, date }) =>
    `Bill ${number} of ${date} is entered, and this number is almost the same: say why it is another bill, or leave it.`,
  bill_amount_alike: ({ number, date, amount }) =>
    `Bill ${number} of ${date} comes to ${amount} too: say why this is another bill, or leave it.`,
  bill_number_taken: ({ number }) =>
    `This vendor’s bill ${number} is entered already (case, blanks, separators and leading zeros aside).`,
  done_is_goods: () =>
    'Goods are billed when they are received, or ahead of that: only a service is done without a receipt.',
  difference_unexplained: ({ kind, difference = '', allowed, currency }) => {
    const size = `${difference.replace('-', '')} ${currency} ${difference.startsWith('-') ? 'less' : 'more'} than`;
    return kind === 'total'
      ? `The paper asks for ${size} what is entered: put it right, or say why it is taken so.`
      : `This is ${size} expected, and ${allowed} is allowed: say why it is decided so.`;
  },
  second_person_needed: ({ amount, above, currency }) =>
    `Differences of ${amount} ${currency} are above ${above}: a second person has to agree before it is posted.`,
  charge_kind_unknown: ({ name }) => `There is no kind of charge “${name}”: choose one, or set it up first.`,
  expense_unknown: ({ name }) => `There is no expense account “${name}”: choose one, or set it up first.`,
  customer_unknown: ({ name }) => `There is no customer “${name}”: choose one, or set it up first.`,
  no_longer_used: ({ name }) => `${name} is no longer used: choose another, or take it into use again in Setup.`,
  write_off_exceeds_limit: ({ limit, currency }) =>
    `At most ${limit} ${currency} may be written off: pay more, leave the rest open, or ask for a credit.`,
  charge_kind_twice: ({ kind }) => `A bill names a kind of charge once: add both amounts of ${kind} together.`,
  tax_on_nothing: () => 'There is nothing on this bill that the tax could belong to: name the lines it was charged on.',
  allocation_exceeds_charge: ({ left }) => `Only ${left} is left of this charge.`,
  allocation_does_not_add_up: () => 'The shares by hand do not add up to the charge.',
  basis_missing: ({ basis, item }) => `${item} has no ${basis}: enter it on the item, or choose another basis.`,
  basis_all_zero: ({ basis, item }) =>
    item
      ? `By ${basis} ${item} counts for less than nothing: choose another basis.`
      : `By ${basis} there is nothing to share by: all lines have zero. Choose another basis.`,
  not_stock: () => 'This line is no stock: only goods can be chosen here.',
  estimate_none: ({ kind }) => `No estimate of ${kind} is left on this line.`,
  invoice_exceeds_delivered: ({ open }) =>
    open === '0'
      ? 'Everything delivered on this line is invoiced already.'
      : `Only ${open} are delivered and not invoiced.`,
  return_exceeds_received: ({ open }) =>
    open === '0' ? 'Everything received on this line has gone back already.' : `Only ${open} of this line can go back.`,
  return_not_on_hand: ({ quantity }) =>
    `${quantity} of this receipt are not here any more: confirm that other goods go back in their place.`,
  return_exceeds_delivered: ({ open }) =>
    open === '0'
      ? 'Everything delivered on this line was given back already.'
      : `Only ${open} of this line can be given back.`,
  credit_exceeds_open: ({ open }) => `Only ${open} can be credited here.`,
  credit_of_nothing: () => 'There are no goods that this credit could make cheaper: send it to variance.',
  credit_of_disputed: () =>
    'This was never accepted, and is in no cost: take it against the credit that was asked for.',
  arrival_exceeds_sent: ({ open }) =>
    open === '0' ? 'Nothing of this line is in transit any more.' : `Only ${open} of this line are in transit.`,
  move_exceeds_expense: ({ left }) => `Only ${left} is left of this expense.`,
  lots_not_kept: ({ item }) => `${item} is not kept by lot or serial number: leave this empty.`,
  lots_missing: ({ item }) => `${item} is kept by lot or serial number: say which.`,
  lot_twice: () => 'The same lot or serial number stands here twice.',
  lot_quantity_wrong: ({ lot }) =>
    `The quantity of ${lot} is wrong: more than zero, and exactly one for a serial number.`,
  lots_do_not_add_up: ({ quantity, lots }) => `The line says ${quantity}, its lots or serial numbers ${lots}.`,
  lot_not_sent: ({ item, lot, open }) =>
    open === '0'
      ? `${item} ${lot} is not among what went out on this line and is still out.`
      : `Only ${open} of ${item} ${lot} went out on this line and are still out.`,
  serial_on_hand: ({ item, lot }) => `${item} ${lot} is here already: a serial number stands for one thing.`,
  stock_short: ({ item, warehouse, date, short, lot }) =>
    `${item}${lot ? ` (${lot})` : ''} in ${warehouse} would be ${short} short on ${date}.`,
  standard_not_kept: ({ item }) => `${item} is not kept at standard cost.`,
  payment_exceeds_open: ({ open }) => `Only ${open} is open on this bill.`,
  payment_waits_for_goods: ({ waiting }) => `${waiting} that it bills are not here: it is paid when they are.`,
  payment_negative: () => 'The credits come to more than the bills: leave some for later.',
  prepayment_exceeds_left: ({ left }) => `Only ${left} is left of this prepayment.`,
  reason_missing: () => 'Give a reason.',
  period_impossible: ({ period }) => `“${period}” is not a period: write it as year-month, like 2026-11.`,
  date_outside_period: ({ date, period }) => `${date} does not lie in ${period}.`,
  period_closed_already: ({ period }) => `${period} is closed already, or a later period is.`,
  period_not_closed: ({ period }) => `${period || 'This period'} does not follow a closed period.`,
  period_taken_back: ({ period }) => `What was accrued before ${period} is taken back already.`,
  period_accruals_stand: ({ period }) =>
    `What closing ${period} accrued is not taken back yet: open the period after it first.`,
  period_locked: ({ period }) => `${period} is locked for good.`,
  order_changed_since: ({ version }) =>
    `Somebody changed this order meanwhile: version ${version} stands. Look at it, and begin your change anew from there.`,
  nothing_changed: () => 'Nothing is different from the order as it stands: change a line or add one.',
  nothing_open: () => 'Nothing of this is open any more.',
  order_below_received: ({ received }) =>
    `${received} of this line have come or are billed already: order at least that.`,
  order_line_closed: ({ date, reason }) =>
    `This line was closed on ${date} (${reason}): reverse that closing to open it again, or keep the goods for the buyer to explain.`,
  order_billed_ahead: () =>
    'Goods that are billed already are still to come on this line: get a credit for them first.',
  order_on_hold: () => 'This order is on hold: release it first.',
  order_not_held: () => 'This order is not on hold.',
  vendor_on_hold: ({ reason }) =>
    `This vendor is on hold: ${reason}. Nothing is ordered from it, and nothing paid to it, until that is lifted in Setup.`,
  own_bank_account: () => 'Whoever changed the bank account of a vendor does not pay it: somebody else has to.',
  tax_code_unknown: ({ name }) => `There is no tax code “${name}”: choose one, or set it up first.`,
  terms_unknown: () => 'Choose terms of payment that are set up.',
  dimension_unknown: ({ kind, name }) => `There is no ${kind} “${name}”: choose one, or set it up first.`,
  order_awaits_approval: () => 'This order is above its buyer’s limit and waits for another person’s approval.',
  order_rejected: () => 'This order was rejected: change it, and it is asked for again.',
  approval_own: () =>
    'Nobody approves what they stated or asked for themselves, nor their own limit: another person must answer.',
  approval_not_awaited: () => 'This does not wait for approval, or was answered meanwhile: load the list again.',
  approval_changed_since: () => 'What is asked was changed since you looked: load it again before you answer.',
  document_unknown: () => 'There is no such document, or it was reversed.',
  document_cited: ({ documents }) => `Other documents build on this one: ${documents}. Reverse those first.`,
  document_not_reversible: () => 'This kind of document cannot be reversed.',
};

/** Values that are figures; others may look like one: a number on a paper, a day. */
const FIGURES: ReadonlySet<string> = new Set([
  'difference',
  'allowed',
  'above',
  'amount',
  'asked',
  'left',
  'open',
  'most',
  'quantity',
  'missing',
  'received',
  'unbilled',
  'waiting',
  'short',
]);

/** A figure as it is read in words: its thousands set apart. */
export const inThousands = (figure: string): string =>
  figure.replace(/^(-?)(\d+)/, (_, sign: string, whole: string) => sign + whole.replace(/\B(?=(\d{3})+$)/g, ','));

/** A refusal in words, with the items and warehouses that it names as users know them. */
export function worded({ reason, at, values }: Refusal, names?: Names): RefusalView {
  const known: Record<string, string> = Object.fromEntries(
    Object.entries(values).map(([name, value]) => [name, FIGURES.has(name) ? inThousands(value) : value]),
  );
  if (values.item) known.item = names?.items.get(values.item) ?? values.item;
  if (values.warehouse) known.warehouse = names?.warehouses.get(values.warehouse) ?? values.warehouse;
  return { reason, at, says: SAYS[reason](known) };
}
