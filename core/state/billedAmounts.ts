import {
  base,
  type BaseAmount,
  documentAmount,
  type DocumentAmount,
  quantity,
  type Quantity,
  sumOf,
} from '../exact/amounts.ts';
import { cumulative, partOfWhatIsLeft } from '../exact/cumulative.ts';
import type { ReceiptLine, ReturnedLine } from './purchasing.ts';

/** The quantity that no bill ahead of the goods has paid for. */
const ownQuantity = (line: ReceiptLine): bigint => line.quantity - sumOf(line.ahead);

/** What of a received line is neither billed nor gone back unbilled. */
export function unbilledOf(line: ReceiptLine): Quantity {
  return quantity(ownQuantity(line) - sumOf(line.bills) - line.returns.reduce((sum, part) => sum + part.unbilled, 0n));
}

/** The cumulative part of the receipt's own amount for a quantity more that is billed, or goes back unbilled. */
export function clearing(line: ReceiptLine, part: Quantity): { ordered: DocumentAmount; cleared: BaseAmount } {
  const soFar = ownQuantity(line) - unbilledOf(line) + part;
  const ordered = sum(line.bills, 'ordered') + sum(line.returns, 'unbilledOrdered');
  const cleared = sum(line.bills, 'cleared') + sum(line.returns, 'unbilledCleared');
  if (part === 0n) return { ordered: documentAmount(0n), cleared: base(0n) };
  return {
    ordered: documentAmount(cumulative(line.amount, soFar, ownQuantity(line), ordered)),
    cleared: base(cumulative(line.baseAmount, soFar, ownQuantity(line), cleared)),
  };
}

/** What a received line still owes to goods received not invoiced: nothing once all of it is billed or gone back. */
export function openAmounts(line: ReceiptLine): { ordered: DocumentAmount; cleared: BaseAmount } {
  return clearing(line, unbilledOf(line));
}

type BilledAmounts = Pick<ReturnedLine, 'billedAmount' | 'billedGoods' | 'billedVariance'>;

/** The own amounts of billed quantity that goes back: a part of what is billed and has not gone back (the amount can grow). */
export function billedPart(line: ReceiptLine, part: Quantity): BilledAmounts {
  const billed = sumOf(line.bills) + sumOf(line.ahead);
  const left = billed - line.returns.reduce((total, { billed: back }) => total + back, 0n);
  if (part === 0n) return { billedAmount: documentAmount(0n), billedGoods: base(0n), billedVariance: base(0n) };
  const amount = sum(line.bills, 'billed') + sum(line.ahead, 'amount') - sum(line.returns, 'billedAmount');
  const goods =
    line.bills.reduce((total, bill) => total + bill.cleared + bill.intoGoods, 0n) +
    sum(line.ahead, 'goods') -
    sum(line.returns, 'billedGoods');
  const aheadVariance = sum(line.ahead, 'base') - sum(line.ahead, 'goods');
  const variance = sum(line.bills, 'toVariance') + aheadVariance - sum(line.returns, 'billedVariance');
  return {
    billedAmount: documentAmount(partOfWhatIsLeft(amount, part, left)),
    billedGoods: base(partOfWhatIsLeft(goods, part, left)),
    billedVariance: base(partOfWhatIsLeft(variance, part, left)),
  };
}

/** The goods' price component as known now: as ordered, and as billed where the difference went into the goods. */
export function goodsKnown(line: ReceiptLine): BaseAmount {
  return base(line.baseAmount + sum(line.ahead, 'goods') + sum(line.bills, 'intoGoods'));
}

/** The price paid for the line, also the part of it that went to variance. */
export function pricePaid(line: ReceiptLine): BaseAmount {
  return base(line.baseAmount + sum(line.ahead, 'base') + sum(line.bills, 'intoGoods') + sum(line.bills, 'toVariance'));
}

function sum<Key extends string>(parts: readonly Readonly<Record<Key, bigint>>[], key: Key): bigint {
  return parts.reduce((total, part) => total + part[key], 0n);
}
