import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { ProposedItem } from '@obolus/contract/views/paying';
import { isNegative, sumOf } from '../../parts/exact.ts';
import { dueBy, whole } from '../payables/payBody.ts';
import type { Prepaid } from '../payables/prepaid.ts';

/** What of an open item is paid, and taken off as a discount. */
export interface Paid {
  readonly amount: string;
  readonly discount: string;
}

export interface RunBody {
  readonly date: string;
  readonly account: string;
  /** By transfers where nothing is said. */
  readonly way?: 'transfer' | 'check';
  /** What is due by then is proposed. */
  readonly until: string;
  readonly paid: Readonly<Record<string, Paid>>;
  /** What is paid before the bill. */
  readonly prepaid: readonly Prepaid[];
  /** Why what may be paid twice is not. */
  readonly sure?: string;
}

/** What is paid together: what goes to one payee and account. What its credit memos make up for is the vendor's own. */
const groupOf = ({ vendor, currency, paidTo }: ProposedItem): string =>
  [vendor, currency, paidTo?.payee ?? '', paidTo?.account ?? ''].join(' ');

/**
 * What is due by a day, or loses its discount by then, and is held by nothing; credits of the same vendor and currency are taken against it.
 * @param isFrom whether it is paid from the account of the run
 */
export function proposedRun(
  all: readonly ProposedItem[],
  date: string,
  until: string,
  isFrom: (item: ProposedItem) => boolean = () => true,
): RunBody['paid'] {
  const items = all.filter(isFrom);
  const isWanted = ({ due, date: of, discountDay, held }: ProposedItem) =>
    held === '' && ((due || of) <= until || (discountDay !== '' && discountDay >= date && discountDay <= until));
  const bills = items.filter((item) => !isNegative(item.open) && isWanted(item));
  const credits = items.filter((item) => isNegative(item.open) && item.held === '');
  const groups = new Set(bills.map(groupOf));
  const chosen = [...groups].flatMap((group) => {
    const own = bills.filter((item) => groupOf(item) === group);
    const against = credits.filter((item) => groupOf(item) === group);
    const both = [...own, ...against];
    // What a vendor owes is not paid out: credits beyond its bills stay open.
    return isNegative(totalOf(both, date, until)) ? own : both;
  });
  return Object.fromEntries(chosen.map((item) => [item.id, paidBy(item, date, until)]));
}

/** What holds back a transfer, and no check. */
const OF_ACCOUNTS: ReadonlySet<ProposedItem['held']> = new Set(['no-bank-account', 'account-changing']);

/** What a run may pay by checks: what is owed in the currency of the account, also to a vendor whose account nobody knows. */
export const payableBy = (
  way: RunBody['way'],
  items: readonly ProposedItem[],
  ofAccount: string,
): readonly ProposedItem[] =>
  way === 'check'
    ? items
        .filter(({ currency }) => currency === ofAccount)
        .map((item) => (OF_ACCOUNTS.has(item.held) ? { ...item, held: '' as const } : item))
    : items;

/** All of an open item, less its discount while that is offered. */
export function paidWhole(item: ProposedItem, date: string): Paid {
  const { amount, discount } = whole(item, date);
  return { amount, discount };
}

/** What of it is due by a day. */
function paidBy(item: ProposedItem, date: string, until: string): Paid {
  const { amount, discount } = dueBy(item, date, until);
  return { amount, discount };
}

const totalOf = (items: readonly ProposedItem[], date: string, until: string): string =>
  sumOf(
    items.map((item) => paidBy(item, date, until).amount),
    items[0]?.currency ?? '',
  );

/**
 * The run that stands for what was chosen, a payment for each vendor and currency, and for each prepayment; undefined while nothing is.
 * @param currencyOf in which a prepayment is paid that does not say
 */
export function runOf(
  { date, account, way, paid, prepaid, sure }: RunBody,
  items: readonly ProposedItem[],
  currencyOf: (prepaid: Prepaid) => string,
): BodyOf<'payment-run'> | undefined {
  const chosen = items.filter(({ id }) => isPaid(paid[id]));
  const groups = [...new Set(chosen.map(groupOf))];
  const ahead = prepaid.filter(({ vendor, amount }) => vendor !== '' && amount !== '');
  if (groups.length === 0 && ahead.length === 0) return undefined;
  return {
    date,
    account,
    ...(way === 'check' ? { way } : {}),
    ...(sure ? { sure } : {}),
    payments: [
      ...groups.map((group) => {
        const own = chosen.filter((item) => groupOf(item) === group);
        const [{ vendor, currency } = { vendor: '', currency: '' }] = own;
        return {
          vendor,
          currency,
          bills: own.map(({ id }) => ({
            of: id,
            amount: paid[id]?.amount || '0',
            discount: paid[id]?.discount ?? '',
          })),
        };
      }),
      ...ahead.map((one) => {
        const { vendor, order, refundable, amount, tax } = one;
        return { vendor, currency: currencyOf(one), bills: [], prepays: { order, refundable, amount, tax } };
      }),
    ],
  };
}

export const isPaid = (of: Paid | undefined): of is Paid =>
  of !== undefined && (of.amount !== '' || of.discount !== '');

/** What the bank is to pay in each currency, and how many payments that is. */
export function sumsByCurrency(
  run: BodyOf<'payment-run'> | undefined,
): { currency: string; amount: string; payments: number }[] {
  const payments = run?.payments ?? [];
  return [...new Set(payments.map(({ currency }) => currency))].map((currency) => {
    const own = payments.filter((payment) => payment.currency === currency);
    const amounts = own.flatMap(({ bills, prepays }) => [
      ...bills.map(({ amount }) => amount),
      ...(prepays ? [prepays.amount] : []),
    ]);
    return { currency, amount: sumOf(amounts, currency), payments: own.length };
  });
}

/** Where an item stands in the run that was sent: the pointer of its line. */
export function pointersOf(run: BodyOf<'payment-run'> | undefined): ReadonlyMap<string, string> {
  return new Map(
    (run?.payments ?? []).flatMap(({ bills }, payment) =>
      bills.map(({ of }, bill) => [of, `/payments/${payment}/bills/${bill}`] as const),
    ),
  );
}

/** Where each prepayment stands in the run that was sent: the pointer of its payment, by its place among them; none for one that is not sent yet. */
export function prepaidPointers(
  prepaid: readonly Prepaid[],
  run: BodyOf<'payment-run'> | undefined,
): readonly (string | undefined)[] {
  const places = (run?.payments ?? []).flatMap(({ prepays }, at) => (prepays ? [`/payments/${at}`] : []));
  let sent = 0;
  return prepaid.map(({ vendor, amount }) => {
    if (vendor === '' || amount === '') return undefined;
    sent += 1;
    return places[sent - 1];
  });
}
