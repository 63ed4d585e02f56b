import { daysBetween } from '../../exact/calendar.ts';
import type { Day } from '../../exact/calendar.ts';
import type { DocumentAmount } from '../../exact/amounts.ts';
import { billNumberKey } from '../../purchasing/billNumber.ts';

/** What stands in an account: a bill above zero, a credit memo or a payment below; in minor units of the account's currency. */
export interface AccountItem {
  readonly date: Day;
  /** What the paper is called; of a payment, what either side calls it. */
  readonly reference: string;
  readonly amount: DocumentAmount;
  /** Of our account: the document. Of a statement: the one of ours that it is, where somebody said so. */
  readonly document?: string | undefined;
}

/** How a line of a vendor's statement and one of our account stand to each other. */
export type Found =
  | 'agreed'
  | 'agreed-in-sum'
  | 'date-differs'
  | 'reference-differs'
  | 'amount-differs'
  | 'missing-here'
  | 'missing-there';

/** A line of the statement, one of our account, or both, each by its place. */
export interface Beside {
  readonly found: Found;
  readonly stated: number | undefined;
  readonly ours: number | undefined;
}

/** Money takes some days from one bank to the other: a payment so far apart in time is the same. */
const DAYS_OF_A_PAYMENT = 10;

/** A bill whose number was written differently is looked for so close to its day. */
const DAYS_OF_A_BILL = 3;

/**
 * A vendor's statement beside our account of it: each line of either side stands once. Bills and credit memos are found by their number, then by amount and
 * day; payments, which each side numbers its own way, by amount and day, and at last as one sum: all that one side paid on a day is one payment of the
 * other, which stands beside the first of them. What is surer is taken first, and what somebody said before all. In the order of the statement, with what
 * it does not have behind.
 */
export function layBeside(stated: readonly AccountItem[], ours: readonly AccountItem[]): Beside[] {
  const pairs = new Map<number, { readonly ours: number | undefined; readonly found: Found }>();
  const taken = new Set<number>();
  for (const { fits, found } of SURER) {
    stated.forEach((line, at) => {
      if (pairs.has(at)) return;
      const near = ours
        .map((item, place) => ({ item, place, days: daysApart(line.date, item.date) }))
        .filter(({ item, place }) => !taken.has(place) && isOneSide(line, item) && fits(line, item))
        .sort((a, b) => a.days - b.days)[0];
      if (!near) return;
      taken.add(near.place);
      pairs.set(at, { ours: near.place, found: found(line, near.item) });
    });
  }
  const inSum = new Set<number>();
  const statedLeft = () => paymentsLeft(stated, (at) => pairs.has(at));
  const oursLeft = () => paymentsLeft(ours, (at) => taken.has(at) || inSum.has(at));
  for (const { one, parts } of sumsOf(statedLeft(), oursLeft())) {
    pairs.set(one, { ours: parts[0], found: 'agreed-in-sum' });
    parts.forEach((part, at) => (at === 0 ? taken : inSum).add(part));
  }
  for (const { one, parts } of sumsOf(oursLeft(), statedLeft())) {
    taken.add(one);
    parts.forEach((part, at) => pairs.set(part, { ours: at === 0 ? one : undefined, found: 'agreed-in-sum' }));
  }
  return [
    ...stated.map((_, at): Beside => {
      const pair = pairs.get(at);
      return { stated: at, ours: pair?.ours, found: pair?.found ?? 'missing-here' };
    }),
    ...ours.flatMap((_, at): Beside[] =>
      taken.has(at) ? [] : [{ stated: undefined, ours: at, found: inSum.has(at) ? 'agreed-in-sum' : 'missing-there' }],
    ),
  ];
}

interface PaymentLeft {
  readonly at: number;
  readonly item: AccountItem;
}

const paymentsLeft = (items: readonly AccountItem[], isTaken: (at: number) => boolean): PaymentLeft[] =>
  items.flatMap((item, at) => (item.amount < 0n && !isTaken(at) ? [{ at, item }] : []));

/** Payments that are, each, all that the other side paid on one day within days of it: their places, each side once. */
function sumsOf(
  ones: readonly PaymentLeft[],
  others: readonly PaymentLeft[],
): { readonly one: number; readonly parts: readonly number[] }[] {
  const days = new Map<Day, PaymentLeft[]>();
  for (const other of others) days.set(other.item.date, [...(days.get(other.item.date) ?? []), other]);
  return ones.flatMap(({ at, item }) => {
    const found = [...days].find(
      ([day, parts]) =>
        parts.length > 1 &&
        daysApart(day, item.date) <= DAYS_OF_A_PAYMENT &&
        parts.reduce((sum, part) => sum + part.item.amount, 0n) === item.amount,
    );
    if (!found) return [];
    days.delete(found[0]);
    return [{ one: at, parts: found[1].map((part) => part.at) }];
  });
}

type Fits = (stated: AccountItem, ours: AccountItem) => boolean;

const sameNumber: Fits = (a, b) => {
  const key = billNumberKey(a.reference);
  return key !== '' && key === billNumberKey(b.reference);
};
const sameAmount: Fits = (a, b) => a.amount === b.amount;
const within =
  (days: number): Fits =>
  (a, b) =>
    daysApart(a.date, b.date) <= days;
const isPayment: Fits = (a) => a.amount < 0n;
/** What both sides call alike and what is asked for with one sign cannot be the other. */
const isOneSide: Fits = (a, b) => a.amount < 0n === b.amount < 0n;

const isSaid: Fits = (a, b) => a.document !== undefined && a.document === b.document;

const SURER: readonly { readonly fits: Fits; readonly found: (stated: AccountItem, ours: AccountItem) => Found }[] = [
  { fits: isSaid, found: (a, b) => (sameAmount(a, b) ? 'agreed' : 'amount-differs') },
  {
    fits: (a, b) => sameNumber(a, b) && sameAmount(a, b),
    found: (a, b) => (a.date === b.date || isSettled(a, b) ? 'agreed' : 'date-differs'),
  },
  { fits: (a, b) => isPayment(a, b) && sameAmount(a, b) && within(DAYS_OF_A_PAYMENT)(a, b), found: () => 'agreed' },
  { fits: sameNumber, found: () => 'amount-differs' },
  { fits: (a, b) => sameAmount(a, b) && within(DAYS_OF_A_BILL)(a, b), found: () => 'reference-differs' },
];

/** The day of a payment is the bank's on each side. */
const isSettled: Fits = (a, b) => isPayment(a, b) && within(DAYS_OF_A_PAYMENT)(a, b);

const daysApart = (a: Day, b: Day): number => Math.abs(daysBetween(a, b));
