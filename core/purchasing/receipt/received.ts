import type { Ahead, AheadTaken, OrderLine } from '../../state/purchasing.ts';
import {
  base,
  documentAmount,
  type DocumentAmount,
  fraction,
  lineAmount,
  ONE_TO_ONE,
  type Pricing,
  type Quantity,
  quantity,
  type Rate,
  sumOf,
  toBase,
} from '../../exact/amounts.ts';
import type { Books } from '../../state/books.ts';
import type { PrepaidPart } from '../../state/owed.ts';
import type { LineId } from '../../costing/pool.ts';
import { cumulative, sumOfParts } from '../../exact/cumulative.ts';
import { estimatesFor } from '../../charges/estimate.ts';
import { openToReceive } from '../order/openOfLine.ts';
import { rateOn } from '../../state/checks.ts';
import type { Line } from './check.ts';
import type { ReceiptCommand, ReceiptDocument } from './command.ts';

type ReceivedLine = ReceiptDocument['lines'][number];

/** What came of an order line: what was billed ahead, and the rest at its price. */
export interface Came {
  readonly ordered: OrderLine;
  readonly ahead: readonly (AheadTaken & { of: LineId })[];
  readonly pricing: Pricing;
  /** Of the rest, in the order's currency. */
  readonly amount: DocumentAmount;
}

export function cameOf({ quantity: units, corrected }: Line, ordered: OrderLine, id: LineId): Came {
  const ahead = takeAhead(ordered, units, id);
  const { price, per, discount } = ordered;
  const pricing = corrected ? { price: corrected.price, per, discount: fraction(0n) } : { price, per, discount };
  const rest = quantity(units - sumOf(ahead));
  return { ordered, ahead, pricing, amount: lineAmount(rest, pricing, ordered.currency) };
}

export function receiptLine(
  books: Books,
  command: ReceiptCommand,
  line: Line,
  { ordered, pricing, ahead, amount }: Came,
  prepaid: readonly PrepaidPart[],
  id: LineId,
): ReceivedLine {
  const rate: Rate = rateOn(books, ordered.currency, command.date) ?? ONE_TO_ONE;
  const { per } = ordered;
  const paidBefore = sumOfParts(prepaid);
  const unpaid = documentAmount(amount - paidBefore.amount);
  const baseAmount = base(toBase(unpaid, ordered.currency, rate, books.company.currency) + paidBefore.base);
  const { item } = ordered.bought;
  const origin = line.origin ?? books.items.get(item ?? '')?.origin ?? '';
  const preference = line.preference ?? false;
  return {
    id,
    of: line.of,
    vendor: command.vendor,
    currency: ordered.currency,
    rate,
    date: command.date,
    bought: ordered.bought,
    pool: item === undefined ? undefined : `${item}@${command.warehouse}`,
    quantity: line.quantity,
    per,
    pricing,
    prepaid,
    corrected: line.corrected && { price: line.corrected.price, reason: line.corrected.reason.trim() },
    lots: line.lots ?? [],
    origin,
    preference,
    dimensions: ordered.dimensions,
    taxCode: ordered.taxCode,
    ahead,
    amount,
    baseAmount,
    estimates: [],
    estimatesUsed: [],
    landed: [],
    bills: [],
    returns: [],
    putAway: [],
    shipments: command.shipment ? [{ line: id, shipment: command.shipment }] : [],
  };
}

/** The lines of a receipt with the charges that are expected with their goods. */
export function withEstimates(
  books: Books,
  lines: readonly ReceivedLine[],
  ordered: readonly OrderLine[],
): ReceivedLine[] {
  const places = lines.flatMap(({ pool }, at) => (pool === undefined ? [] : [at]));
  const parts = places.map((at) => {
    const [line, of] = [lines[at] as ReceivedLine, ordered[at] as OrderLine];
    const { bought, quantity: units, baseAmount, ahead, date, origin, preference } = line;
    const value = base(baseAmount + ahead.reduce((sum, part) => sum + part.goods, 0n));
    const before = quantity(sumOf(of.receipts));
    const received = { item: bought.item ?? '', quantity: units, before, value, date, origin, preference };
    return { ordered: of, received };
  });
  const expected = new Map(estimatesFor(books, parts).map((estimates, place) => [places[place], estimates]));
  return lines.map((line, at) => ({ ...line, estimates: expected.get(at) ?? [] }));
}

/** What is missing of a line that is the last of its order line. */
export function closedWith(
  ordered: OrderLine,
  { of, quantity: came, last }: Line,
  line: LineId,
): ReceiptDocument['closed'] {
  const missing = openToReceive(ordered) - came;
  return last && missing > 0n ? [{ line, of, quantity: quantity(missing) }] : [];
}

/** What was billed ahead comes first, in the order in which it was billed: each receipt takes its cumulative part. */
export function takeAhead(ordered: OrderLine, received: Quantity, id: LineId): (AheadTaken & { of: LineId })[] {
  let wanted = received as bigint;
  return ordered.aheads.flatMap((ahead) => {
    const before = sumOf(ahead.taken);
    const left = ahead.quantity - before;
    const part = wanted < left ? wanted : left;
    if (part <= 0n) return [];
    wanted -= part;
    return [{ of: ahead.line, line: id, quantity: quantity(part), ...partsOf(ahead, before + part) }];
  });
}

export function partsOf(ahead: Ahead, soFar: bigint): Pick<AheadTaken, 'amount' | 'base' | 'goods' | 'tax'> {
  const part = (figure: 'amount' | 'base' | 'goods' | 'tax'): bigint => {
    const before = ahead.taken.reduce((sum, taken) => sum + taken[figure], 0n);
    return cumulative(ahead[figure], soFar, ahead.quantity, before);
  };
  return {
    amount: documentAmount(part('amount')),
    base: base(part('base')),
    goods: base(part('goods')),
    tax: base(part('tax')),
  };
}
