import { estimateLeft } from '../charges/estimate.ts';
import { base } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Ahead, OrderLine, ReceiptLine } from '../state/purchasing.ts';
import type { Books } from '../state/books.ts';
import type { CreditableLine } from '../state/owed.ts';
import type { Flow } from '../costing/effects.ts';
import { awaitingCredit, receiptAsOf, unbilledAt } from './remeasure.ts';

/**
 * Purchases expensed when billed: what has come and is not billed is accrued, and its estimates; what is billed and has not
 * come is taken out, and goods that went back and are not credited (accounting.md, What posts what).
 */
export function accruals(books: Books, on: Day): Flow[] {
  return [
    ...[...books.receiptLines.values()].filter(({ date }) => date <= on).flatMap((line) => receivedAccruals(line, on)),
    ...[...books.orderLines.values()].flatMap((line) => aheadAccruals(line, on)),
    ...[...books.creditable.values()]
      .filter(({ date, kind }) => kind === 'return' && date <= on)
      .flatMap((line) => returnAccruals(line, on)),
  ];
}

function receivedAccruals(line: ReceiptLine, on: Day): Flow[] {
  const about = { vendor: line.vendor, ...line.dimensions };
  const { base: owed } = unbilledAt(line, on);
  const { item, expense } = line.bought;
  const bought: Flow =
    expense === undefined
      ? { account: 'purchases', amount: base(-owed), about: { ...about, item } }
      : { account: 'expense', amount: base(-owed), about: { ...about, expense } };
  const kinds = [...new Set(line.estimates.map(({ kind }) => kind))];
  const estimated = kinds.reduce((sum, kind) => sum + estimateLeft(receiptAsOf(line, on), kind), 0n);
  return [
    bought,
    { account: 'grni', amount: owed, about },
    { account: 'purchases', amount: base(estimated), about: { ...about, item } },
    { account: 'accrued-charges', amount: base(-estimated), about },
  ];
}

function aheadAccruals(line: OrderLine, on: Day): Flow[] {
  const about = { vendor: line.vendor, ...line.dimensions };
  const { item, expense } = line.bought;
  return line.aheads
    .filter(({ date }) => date <= on)
    .flatMap((ahead): Flow[] => {
      const left = aheadLeft(ahead);
      const account = expense === undefined ? ('purchases' as const) : ('expense' as const);
      return [
        { account: 'billed-ahead', amount: base(left), about },
        { account, amount: base(-left), about: { ...about, item, expense } },
      ];
    });
}

/** What of a bill ahead of the goods is still billed ahead. */
export const aheadLeft = (ahead: Ahead): bigint =>
  ahead.taken.reduce((left, taken) => left - taken.base - taken.tax, ahead.base + ahead.tax);

function returnAccruals(line: CreditableLine, on: Day): Flow[] {
  const { base: waiting } = awaitingCredit(line, on);
  const about = { vendor: line.vendor, ...line.dimensions };
  return [
    { account: 'returns-to-credit', amount: waiting, about },
    { account: 'purchases', amount: base(-waiting), about: { ...about, item: line.item } },
  ];
}
