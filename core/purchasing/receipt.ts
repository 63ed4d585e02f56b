import { estimateComponent, estimatesFor } from '../charges/estimate.ts';
import { documentOf, lineId, type LineId, type LotPart, type Pool } from '../costing/pool.ts';
import {
  base,
  type BaseAmount,
  documentAmount,
  formatQuantity,
  fraction,
  lineAmount,
  ONE_TO_ONE,
  type Price,
  type Pricing,
  quantity,
  type Quantity,
  type Rate,
  toBase,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { cumulative } from '../exact/cumulative.ts';
import type { Ahead, AheadTaken, OrderLine, ReceiptLine } from '../state/purchasing.ts';
import type { Books } from '../state/books.ts';
import type { Item } from '../state/stock.ts';
import { checkCitedOnce, checkDate, checkLots, poolOrEmpty, rateOn } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import type { Cost, Flow, NewMovement } from '../costing/effects.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { type AsideCommand, asideLine, type AsideLine, checkAside } from './aside.ts';
import { billedAhead, openToReceive, sumOf } from './order.ts';
import { closedBy } from './orderChange.ts';
import { checkStanding } from './orderStanding.ts';
import { checkUnit, inStockUnits } from './packs.ts';
import { partOf, toleranceOf } from './tolerance.ts';

export interface ReceiptCommand {
  readonly kind: 'receipt';
  readonly vendor: string;
  readonly date: Day;
  readonly warehouse: string;
  readonly lines: readonly {
    of: LineId;
    quantity: Quantity;
    /** The unit of the quantity; the stock unit where undefined. */
    unit?: string | undefined;
    lots?: readonly LotPart[] | undefined;
    /** As seen on the goods; the item's usual one where undefined. */
    origin?: string | undefined;
    /** A preference is claimed, with proof of origin. */
    preference?: boolean | undefined;
    /** No more comes of the line: what is missing is little enough. */
    last?: boolean | undefined;
    /** The price at which it comes in, where the order's is known to be wrong, and why. */
    corrected?: { readonly price: Price; readonly reason: string } | undefined;
  }[];
  /** What came and is not taken: rejected, or without an order. */
  readonly aside?: readonly AsideCommand[] | undefined;
}

export interface ReceiptDocument extends Omit<ReceiptCommand, 'lines' | 'aside'> {
  readonly lines: readonly (ReceiptLine & { readonly pricing: Pricing })[];
  readonly aside: readonly AsideLine[];
  /** What was still open of order lines and comes no more: short, within what is allowed. */
  readonly closed: readonly { readonly line: LineId; readonly of: LineId; readonly quantity: Quantity }[];
}

/**
 * Goods received: inventory at round(qty × order price) at the receipt's rate, against goods received not invoiced, and the
 * charges expected with them, against accrued charges; what was billed ahead is received first, at what it was billed at
 * (accounting.md, What posts what). One receipt may cover lines of several orders of one vendor.
 */
export function decideReceipt(books: Books, command: ReceiptCommand): Decision<ReceiptDocument> {
  const ordered = command.lines.map((line) => books.orderLines.get(line.of));
  const citedDays = ordered.flatMap((line) => (line ? [line.date] : []));
  const refusals: Refusal[] = [
    ...checkDate(books, command.date, citedDays),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  const aside = command.aside ?? [];
  if (command.lines.length + aside.length === 0) refusals.push(refusal('no_lines', '/lines'));
  aside.forEach((line, position) => refusals.push(...checkAside(books, command.vendor, line, `/aside/${position}`)));
  const counted = command.lines.map((line, position) => ({
    ...line,
    ...inStockUnits(itemOf(books, ordered[position]), line),
  }));
  command.lines.forEach((line, position) => {
    const units = ordered[position] ? checkUnit(itemOf(books, ordered[position]), line, `/lines/${position}`) : [];
    refusals.push(
      ...(units.length > 0
        ? units
        : checkLine(books, command, counted[position] as Line, ordered[position], `/lines/${position}`)),
    );
  });
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const lines = counted.map((line, position) =>
    receiptLine(books, command, line, ordered[position] as OrderLine, lineId(document, position + 1)),
  );
  const aheadLines = lines.flatMap((line) => line.ahead.map((part) => part.of));
  return post(books, {
    document: {
      ...command,
      lines,
      closed: counted.flatMap((line, position) =>
        closedWith(ordered[position] as OrderLine, line, lineId(document, position + 1)),
      ),
      aside: aside.map((line, position) => asideLine(books, line, lineId(document, lines.length + position + 1))),
    },
    date: command.date,
    effects: {
      movements: lines.flatMap(movementOf),
      costs: lines.flatMap(costsOf),
      flows: lines.flatMap((line) => flowsOf(books, line)),
    },
    cites: [
      ...command.lines.map((line) => line.of),
      ...aside.flatMap(({ of }) => of ?? []),
      ...ordered.flatMap((line) => (line ? [lineId(line.by, 0)] : [])),
      ...aheadLines,
    ],
    opened: lines.flatMap((line) => openedPool(books, line, command.warehouse)),
    postsNothing: lines.length === 0,
  });
}

type Line = ReceiptCommand['lines'][number];

const itemOf = (books: Books, ordered: OrderLine | undefined): Item | undefined =>
  books.items.get(ordered?.bought.item ?? '');

function checkLine(
  books: Books,
  command: ReceiptCommand,
  line: Line,
  ordered: OrderLine | undefined,
  at: string,
): Refusal[] {
  if (!ordered) return [refusal('line_unknown', at, { line: line.of })];
  if (ordered.vendor !== command.vendor) return [refusal('vendor_differs', at)];
  if (line.quantity <= 0n) return [refusal('quantity_not_positive', `${at}/quantity`)];
  const standing = checkStanding(books, books.orders.get(documentOf(ordered.id)), `${at}/quantity`);
  if (standing.length > 0) return standing;
  const open = quantity(openToReceive(ordered));
  if (open === 0n && ordered.closed.length > 0)
    return [refusal('order_line_closed', `${at}/quantity`, closedBy(ordered))];
  const { over, short } = toleranceOf(books, ordered);
  // A line that is full is done: who counts the same goods a second time is told so.
  const most = quantity(open > 0n ? open + partOf(ordered.quantity, over) : 0n);
  if (line.quantity > most) {
    return [
      refusal('receipt_exceeds_ordered', `${at}/quantity`, {
        open: formatQuantity(quantity(open > 0n ? open : 0n)),
        most: formatQuantity(most),
        quantity: formatQuantity(line.quantity),
      }),
    ];
  }
  const missing = quantity(open - line.quantity);
  if (line.last && missing > partOf(ordered.quantity, short)) {
    return [
      refusal('short_beyond_tolerance', `${at}/last`, {
        missing: formatQuantity(missing),
        allowed: formatQuantity(partOf(ordered.quantity, short)),
      }),
    ];
  }
  if (line.last && missing > 0n && billedAhead(ordered) > line.quantity)
    return [refusal('order_billed_ahead', `${at}/last`)];
  const expired = (line.lots ?? []).findIndex(({ expires }) => expires !== undefined && expires < command.date);
  if (expired >= 0)
    return [refusal('lot_expired', `${at}/lots/${expired}/expires`, { lot: line.lots?.[expired]?.lot ?? '' })];
  if (line.corrected && line.corrected.price < 0n) return [refusal('price_negative', `${at}/price`)];
  if (line.corrected && line.corrected.reason.trim() === '') return [refusal('reason_missing', `${at}/reason`)];
  if (rateOn(books, ordered.currency, command.date) === undefined) {
    return [refusal('rate_missing', '/date', { currency: ordered.currency, date: command.date })];
  }
  return checkLots(itemOf(books, ordered), line.quantity, line.lots ?? [], at);
}

function receiptLine(
  books: Books,
  command: ReceiptCommand,
  line: Line,
  ordered: OrderLine,
  id: LineId,
): ReceiptDocument['lines'][number] {
  const rate: Rate = rateOn(books, ordered.currency, command.date) ?? ONE_TO_ONE;
  const ahead = takeAhead(ordered, line.quantity, id);
  const rest = quantity(line.quantity - sumOf(ahead));
  const { price, per, discount } = ordered;
  const pricing = line.corrected
    ? { price: line.corrected.price, per, discount: fraction(0n) }
    : { price, per, discount };
  const amount = lineAmount(rest, pricing, ordered.currency);
  const baseAmount = toBase(amount, ordered.currency, rate, books.company.currency);
  const { item } = ordered.bought;
  const origin = line.origin ?? books.items.get(item ?? '')?.origin ?? '';
  const preference = line.preference ?? false;
  const before = quantity(sumOf(ordered.receipts));
  const value = base(baseAmount + ahead.reduce((sum, part) => sum + part.goods, 0n));
  const received = { item: item ?? '', quantity: line.quantity, before, value, date: command.date, origin, preference };
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
    corrected: line.corrected && { price: line.corrected.price, reason: line.corrected.reason.trim() },
    lots: line.lots ?? [],
    origin,
    preference,
    dimensions: ordered.dimensions,
    taxCode: ordered.taxCode,
    ahead,
    amount,
    baseAmount,
    estimates: item === undefined ? [] : estimatesFor(books, ordered, received),
    estimatesUsed: [],
    landed: [],
    bills: [],
    returns: [],
    putAway: [],
  };
}

/** What is missing of a line that is the last of its order line. */
function closedWith(ordered: OrderLine, { of, quantity: came, last }: Line, line: LineId): ReceiptDocument['closed'] {
  const missing = openToReceive(ordered) - came;
  return last && missing > 0n ? [{ line, of, quantity: quantity(missing) }] : [];
}

/** What was billed ahead comes first, in the order in which it was billed: each receipt takes its cumulative part. */
function takeAhead(ordered: OrderLine, received: Quantity, id: LineId): (AheadTaken & { of: LineId })[] {
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

function partsOf(ahead: Ahead, soFar: bigint): Pick<AheadTaken, 'amount' | 'base' | 'goods' | 'tax'> {
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

const aboutOf = (line: ReceiptLine) => ({ vendor: line.vendor, ...line.dimensions });

/** The goods' price as they came in: as ordered, and as billed for what was billed ahead. */
export const goodsReceived = (line: ReceiptLine): BaseAmount =>
  base(line.baseAmount + line.ahead.reduce((sum, part) => sum + part.goods, 0n));

function movementOf(line: ReceiptLine): NewMovement[] {
  if (line.pool === undefined) return [];
  const { id, date, quantity: units, lots, dimensions, pool } = line;
  return [{ pool, id, date, direction: 'in', purpose: 'received', quantity: units, lots, dimensions }];
}

function costsOf(line: ReceiptLine): Cost[] {
  if (line.pool === undefined) return [];
  const common = { pool: line.pool, movement: line.id, date: line.date, about: aboutOf(line) };
  const tax = base(line.ahead.reduce((sum, part) => sum + part.tax, 0n));
  return [
    { ...common, component: 'goods', shared: false, amount: goodsReceived(line), against: 'grni' as const },
    { ...common, component: 'tax', shared: true, amount: tax, against: 'grni' as const },
    ...line.estimates.map(({ kind, amount }) => ({
      ...common,
      component: estimateComponent(kind),
      shared: true,
      amount,
      against: 'accrued-charges' as const,
    })),
  ].filter(({ amount }) => amount !== 0n);
}

/** An expense is posted when it comes; what was billed ahead to variance when its goods come. On purchase, neither. */
function flowsOf(books: Books, line: ReceiptLine): Flow[] {
  if (books.company.recognition === 'on-purchase') return [];
  const about = aboutOf(line);
  const sum = (figure: 'base' | 'goods' | 'tax') => line.ahead.reduce((total, part) => total + part[figure], 0n);
  if (line.bought.expense !== undefined) {
    const amount = line.baseAmount + sum('base') + sum('tax');
    return [
      { account: 'expense', amount: base(amount), about: { ...about, expense: line.bought.expense } },
      { account: 'grni', amount: base(-amount), about },
    ];
  }
  const variance = sum('base') - sum('goods');
  return [
    { account: 'price-variance', amount: base(variance), about: { ...about, item: line.bought.item } },
    { account: 'grni', amount: base(-variance), about },
  ];
}

function openedPool(books: Books, line: ReceiptLine, warehouse: string): Pool[] {
  const item: Item | undefined = books.items.get(line.bought.item ?? '');
  return item ? [poolOrEmpty(books, item, warehouse)] : [];
}
