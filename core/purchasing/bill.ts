import type { About, Dimensions } from '../books/journal.ts';
import { lineId, type LineId, type PoolId } from '../costing/pool.ts';
import {
  base,
  type BaseAmount,
  documentAmount,
  type DocumentAmount,
  formatQuantity,
  type Fraction,
  lineAmount,
  ONE_TO_ONE,
  type Price,
  type Quantity,
  type Rate,
  toBase,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Ahead, BilledPart, Bought, OrderLine, ReceiptLine } from '../state/purchasing.ts';
import type { Books } from '../state/books.ts';
import type { Charge } from '../state/owed.ts';
import { checkCitedOnce, checkCurrency, checkDate, rateOn } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import type { Cost, Flow } from '../costing/effects.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { checkDecided, type Difference, differencesOf, isOfWhole } from '../matching/differences.ts';
import { clearing, unbilledOf } from './billedAmounts.ts';
import { checkAlike } from './alikeBills.ts';
import { billNumberKey } from './billNumber.ts';
import { type BillTax, shareTax } from './billTax.ts';
import { checkPrice, openToReceive, sumOf } from './order.ts';

/** Where a price difference goes: into the goods as a late cost, to purchase price variance, or back as a credit that is asked for. */
export type DifferenceDecision = 'cost' | 'variance' | 'credit';

export interface BillCommand {
  readonly kind: 'bill';
  readonly vendor: string;
  /** The vendor's number on the paper. */
  readonly reference: string;
  readonly currency: string;
  readonly date: Day;
  /** Of a received line, or of an order line where the bill comes ahead of the goods. */
  readonly lines: readonly BillLine[];
  readonly charges: readonly { kind: string; amount: DocumentAmount; reason?: string | undefined }[];
  readonly expenses?:
    readonly { expense: string; amount: DocumentAmount; dimensions?: Dimensions | undefined }[] | undefined;
  readonly tax?: readonly BillTax[] | undefined;
  /** What the paper asks for and is not accepted: owed for now, and expected back as a credit. */
  readonly disputed?: readonly Disputed[] | undefined;
  readonly whole?: AsAWhole | undefined;
  /** Why it is another bill than one that it is like. */
  readonly another?: string | undefined;
  /** Whether a second person has looked at exactly this and agreed. */
  readonly signedOff?: boolean | undefined;
}

/** What is said of a bill that belongs to none of its lines. */
export interface AsAWhole {
  /** Why its tax is taken, where it is not what the orders' codes make. */
  readonly tax?: { readonly reason: string } | undefined;
  /** What the paper asks for in all, and why it is entered though its parts come to something else. */
  readonly total?: { readonly asked: DocumentAmount; readonly reason?: string | undefined } | undefined;
}

export interface BillLine {
  readonly of: LineId;
  readonly quantity: Quantity;
  readonly price: Price;
  readonly discount: Fraction;
  readonly difference: DifferenceDecision;
  /** Of an expense on order: it was done, and no receipt says so beside the bill (two-way match). */
  readonly done?: boolean | undefined;
  /** Ahead of the goods: whether payment waits for them. */
  readonly wait?: boolean | undefined;
  /** Why a difference is decided so. */
  readonly reason?: string | undefined;
}

export interface Disputed {
  /** As the paper calls it. */
  readonly said: string;
  readonly amount: DocumentAmount;
  /** A credit is asked for, or it was sent to the wrong company. */
  readonly decision: 'credit' | 'not-ours';
  readonly reason: string;
}

/** A billed line. What it clears and differs by is at the receipt's rate, what is owed at the bill's. */
export interface BilledLine {
  readonly id: LineId;
  readonly of: LineId;
  /** Billed before it came. */
  readonly ahead: boolean;
  /** An expense on order that the bill itself says was done. */
  readonly done: boolean;
  readonly bought: Bought;
  readonly pool: PoolId | undefined;
  /** The day on which the goods came: a late cost belongs to it. */
  readonly received: Day;
  readonly dimensions: Dimensions | undefined;
  readonly taxCode: string;
  readonly quantity: Quantity;
  readonly price: Price;
  readonly discount: Fraction;
  readonly difference: DifferenceDecision;
  readonly wait: boolean;
  readonly reason: string | undefined;
  /** As billed and as ordered, in the bill's currency. */
  readonly amount: DocumentAmount;
  readonly ordered: DocumentAmount;
  /** The part of the receipt's amount that this line clears, in base currency. */
  readonly cleared: BaseAmount;
  /** Billed less ordered. */
  readonly priceDifference: BaseAmount;
  /** As owed, at the bill's rate. */
  readonly payable: BaseAmount;
  /** The rate of what it clears: the receipt's, ahead of the goods the bill's. */
  readonly rate: Rate;
  /** Its share of tax that cannot be reclaimed, in base currency. */
  readonly tax: BaseAmount;
}

export interface BillDocument extends Omit<BillCommand, 'lines' | 'charges' | 'expenses' | 'disputed'> {
  readonly numberKey: string;
  readonly rate: Rate;
  readonly lines: readonly BilledLine[];
  /** Numbered after the lines; `amount` with its tax. */
  readonly charges: readonly (Charge & {
    documentAmount: DocumentAmount;
    isCost: boolean;
    reason: string | undefined;
  })[];
  /** Numbered after the charges; `amount` with its tax. */
  readonly expenses: readonly {
    id: LineId;
    expense: string;
    documentAmount: DocumentAmount;
    amount: BaseAmount;
    dimensions: Dimensions | undefined;
  }[];
  /** Numbered after the expenses. */
  readonly disputed: readonly (Omit<Disputed, 'amount'> & {
    id: LineId;
    documentAmount: DocumentAmount;
    amount: BaseAmount;
  })[];
  readonly recoverableTax: BaseAmount;
  /** Where the bill as a whole is other than expected. */
  readonly differs: readonly Difference[];
  /** What is owed in all. */
  readonly total: { amount: DocumentAmount; base: BaseAmount };
}

/**
 * A vendor bill: clears goods received not invoiced for the quantity billed, takes price differences at the receipt's rate
 * where they were decided to go, rate differences to exchange difference, charges to *charges to allocate*; billed ahead of
 * the goods it stands in goods received not invoiced (accounting.md, What posts what).
 */
export function decideBill(books: Books, command: BillCommand): Decision<BillDocument> {
  const refusals = checkBill(books, command);
  if (refusals.length > 0) return refused(refusals);
  const document = billDocument(books, command);
  if ('reason' in document) return refused([document]);
  const alike = checkAlike(books, { ...command, amount: document.total.amount }, command.another ?? '');
  const differences = differencesOf(books, document);
  const open = [...alike, ...checkDecided(books, differences, command.signedOff ?? false)];
  if (open.length > 0) return refused(open);
  const bills = command.lines.map((line) => line.of);
  // A version of an order cannot be taken back under what was billed by it ahead of the goods.
  const statedBy = bills
    .flatMap((line) => (books.receiptLines.has(line) ? [] : (books.orderLines.get(line)?.by ?? [])))
    .map((by) => lineId(by, 0));
  return post(books, {
    document: { ...document, differs: differences.filter(isOfWhole) },
    date: command.date,
    effects: {
      flows: flowsOf(books, document),
      costs: document.lines.flatMap((line) => costsOf(command.vendor, line)),
    },
    cites: [...bills, ...statedBy],
  });
}

/** What a bill comes to, and where it differs from what was ordered and received; undefined while its lines cannot be read. */
export function readBill(
  books: Books,
  command: BillCommand,
): { total: DocumentAmount; differences: Difference[] } | undefined {
  if (checkBill(books, command).length > 0) return undefined;
  const document = billDocument(books, command);
  return 'reason' in document
    ? undefined
    : { total: document.total.amount, differences: differencesOf(books, document) };
}

function billDocument(books: Books, command: BillCommand): BillDocument | Refusal {
  const { currency } = command;
  const home = books.company.currency;
  const rate = rateOn(books, currency, command.date) ?? ONE_TO_ONE;
  const number = books.nextDocument.toString();
  const expenses = command.expenses ?? [];
  const id = (position: number) => lineId(number, position + 1);
  const lines = command.lines.map((line, position) => billedLine(books, line, rate, id(position)));
  const amounts = [...lines, ...command.charges, ...expenses].map(({ amount }) => amount);
  const tax = shareTax(command.tax ?? [], amounts, currency, rate, home);
  if (!tax.ok) return tax.refusal;
  const withTax = (position: number, amount: DocumentAmount) =>
    base(toBase(amount, currency, rate, home) + (tax.shares[position] ?? 0n));
  const charges = command.charges.map(({ kind, amount: charged, reason }, at) => {
    const position = lines.length + at;
    const known = {
      id: id(position),
      kind,
      vendor: command.vendor,
      date: command.date,
      amount: withTax(position, charged),
      allocated: [],
    };
    return { ...known, documentAmount: charged, isCost: !books.company.notCosts.has(kind), reason };
  });
  const expensed = expenses.map(({ expense, amount, dimensions }, at) => {
    const position = lines.length + charges.length + at;
    return { id: id(position), expense, documentAmount: amount, amount: withTax(position, amount), dimensions };
  });
  const disputed = (command.disputed ?? []).map((line, at) => {
    const position = lines.length + charges.length + expenses.length + at;
    return {
      ...line,
      id: id(position),
      documentAmount: line.amount,
      amount: toBase(line.amount, currency, rate, home),
    };
  });
  const taxed = lines.map((line, position) => ({ ...line, tax: base(tax.shares[position] ?? 0n) }));
  const owed = [
    ...taxed.map((line) => line.payable + line.tax),
    ...[...charges, ...expensed, ...disputed].map(({ amount }) => amount),
    tax.recoverable,
  ];
  const total = [
    ...amounts,
    ...[...(command.tax ?? []), ...(command.disputed ?? [])].map(({ amount }) => amount),
  ].reduce((sum, amount) => sum + amount, 0n);
  return {
    ...command,
    numberKey: billNumberKey(command.reference),
    rate,
    lines: taxed,
    charges,
    expenses: expensed,
    disputed,
    recoverableTax: base(tax.recoverable),
    differs: [],
    total: { amount: documentAmount(total), base: base(owed.reduce((sum, amount) => sum + amount, 0n)) },
  };
}

function billedLine(
  books: Books,
  line: BillCommand['lines'][number],
  billRate: Rate,
  id: LineId,
): Omit<BilledLine, 'tax'> {
  const received = books.receiptLines.get(line.of);
  const of = (received ?? books.orderLines.get(line.of)) as ReceiptLine | OrderLine;
  const { currency, bought, dimensions, taxCode } = of;
  const home = books.company.currency;
  const rate = received?.rate ?? billRate;
  const amount = lineAmount(line.quantity, { price: line.price, per: of.per, discount: line.discount }, currency);
  const { ordered, cleared } = received
    ? clearing(received, line.quantity)
    : orderedAhead(of as OrderLine, line.quantity, rate, home);
  return {
    id,
    of: line.of,
    ahead: received === undefined && !line.done,
    done: received === undefined && line.done === true,
    bought,
    pool: received?.pool,
    received: received?.date ?? of.date,
    dimensions,
    taxCode,
    quantity: line.quantity,
    price: line.price,
    discount: line.discount,
    difference: line.difference,
    wait: received === undefined && !line.done && line.wait === true,
    reason: line.reason,
    amount,
    ordered,
    cleared,
    rate,
    priceDifference: toBase(documentAmount(amount - ordered), currency, rate, home),
    payable: toBase(amount, currency, billRate, home),
  };
}

function orderedAhead(
  ordered: OrderLine,
  part: Quantity,
  rate: Rate,
  home: string,
): { ordered: DocumentAmount; cleared: BaseAmount } {
  const amount = lineAmount(part, ordered, ordered.currency);
  return { ordered: amount, cleared: toBase(amount, ordered.currency, rate, home) };
}

/** What a bill line ahead of the goods leaves for the receipt. */
export function aheadOf(line: BilledLine, date: Day): Ahead {
  const asked = line.difference === 'credit' ? line.priceDifference : 0n;
  const standing = base(line.payable - asked);
  const goods = line.difference === 'cost' ? standing : line.cleared;
  return {
    line: line.id,
    date,
    quantity: line.quantity,
    amount: line.amount,
    base: standing,
    goods: base(goods),
    tax: line.tax,
    taken: [],
  };
}

/** What a bill line takes of a received line. */
export function billedPartOf(line: BilledLine, date: Day): BilledPart {
  const { id, quantity, ordered, cleared, amount, priceDifference, difference } = line;
  const when = (decision: DifferenceDecision) => (difference === decision ? priceDifference : base(0n));
  return {
    line: id,
    date,
    quantity,
    ordered,
    cleared,
    billed: amount,
    intoGoods: when('cost'),
    toVariance: when('variance'),
  };
}

/**
 * The bill's own figures. What goes into goods is carried by goods received not invoiced, for it is posted on the day the
 * goods came, which may be later.
 */
function flowsOf(books: Books, bill: BillDocument): Flow[] {
  const onPurchase = books.company.recognition === 'on-purchase';
  const about: About = { vendor: bill.vendor };
  const flows: Flow[] = [
    { account: 'payables', amount: base(-bill.total.base), about },
    { account: 'input-tax', amount: bill.recoverableTax, about },
  ];
  for (const line of bill.lines) flows.push(...(onPurchase ? purchasedLine(bill, line) : soldLine(bill, line)));
  for (const { amount, isCost, kind } of bill.charges) {
    if (!isCost) flows.push({ account: 'expense', amount, about: { ...about, expense: kind } });
    else flows.push({ account: onPurchase ? 'purchases' : 'charges-to-allocate', amount, about });
  }
  for (const { amount } of bill.disputed) flows.push({ account: 'expected-credits', amount, about });
  for (const { amount, expense, dimensions } of bill.expenses)
    flows.push({ account: 'expense', amount, about: { ...about, expense, ...dimensions } });
  return flows;
}

/** Cost recognised when goods are sold. */
function soldLine(bill: BillDocument, line: BilledLine): Flow[] {
  const { payable, cleared, priceDifference, difference, tax, dimensions, bought } = line;
  const about: About = { vendor: bill.vendor, ...dimensions };
  const asked: Flow[] =
    difference === 'credit' ? [{ account: 'expected-credits', amount: priceDifference, about }] : [];
  if (line.ahead) {
    const standing = aheadOf(line, bill.date);
    return [...asked, { account: 'grni', amount: base(standing.base + tax), about }];
  }
  const flows: Flow[] = [
    ...asked,
    { account: 'exchange-difference', amount: base(payable - cleared - priceDifference), about: dimensions ?? {} },
  ];
  if (bought.expense !== undefined) {
    const further = base(tax + (difference === 'credit' ? 0n : priceDifference));
    if (line.done)
      return [
        ...flows,
        { account: 'expense', amount: base(cleared + further), about: { ...about, expense: bought.expense } },
      ];
    return [
      ...flows,
      { account: 'grni', amount: cleared, about },
      { account: 'expense', amount: further, about: { ...about, expense: bought.expense } },
    ];
  }
  const intoGoods = base(tax + (difference === 'cost' ? priceDifference : 0n));
  const variance = difference === 'variance' ? priceDifference : base(0n);
  flows.push({ account: 'grni', amount: base(cleared + intoGoods), about });
  flows.push({ account: 'price-variance', amount: variance, about: { ...about, item: bought.item } });
  return flows;
}

/** Purchases expensed when billed. */
function purchasedLine(
  bill: BillDocument,
  { payable, priceDifference, difference, tax, dimensions, bought }: BilledLine,
): Flow[] {
  const about: About = { vendor: bill.vendor, ...dimensions };
  const asked = difference === 'credit' ? priceDifference : 0n;
  const expense: Pick<Flow, 'account' | 'about'> =
    bought.expense === undefined
      ? { account: 'purchases', about: { ...about, item: bought.item } }
      : { account: 'expense', about: { ...about, expense: bought.expense } };
  return [
    { account: 'expected-credits', amount: base(asked), about },
    { ...expense, amount: base(payable + tax - asked) },
  ];
}

function costsOf(
  vendor: string,
  { pool, of, received, difference, priceDifference, tax, dimensions }: BilledLine,
): Cost[] {
  if (pool === undefined) return [];
  const common = { pool, movement: of, date: received, against: 'grni' as const, about: { vendor, ...dimensions } };
  const costs: Cost[] = [{ ...common, component: 'tax', shared: true, amount: tax }];
  if (difference === 'cost')
    costs.push({ ...common, component: 'price difference', shared: false, amount: priceDifference });
  return costs.filter(({ amount }) => amount !== 0n);
}

function checkBill(books: Books, command: BillCommand): Refusal[] {
  // A bill is often dated before the goods are here; what it adds to them is then posted on the day they came.
  const refusals: Refusal[] = [
    ...checkDate(books, command.date),
    ...checkCurrency(books, command.currency, command.date),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  const expenses = command.expenses ?? [];
  const disputed = command.disputed ?? [];
  if (
    command.lines.length + command.charges.length + expenses.length + disputed.length + (command.tax ?? []).length ===
    0
  )
    refusals.push(refusal('no_lines', '/lines'));
  if (books.billNumbers.has(`${command.vendor}|${billNumberKey(command.reference)}`)) {
    refusals.push(refusal('bill_number_taken', '/reference', { number: command.reference }));
  }
  command.lines.forEach((line, position) => refusals.push(...checkLine(books, command, line, `/lines/${position}`)));
  expenses.forEach(({ expense, amount }, position) => {
    if (expense === '') refusals.push(refusal('missing', `/expenses/${position}/expense`));
    if (amount <= 0n)
      refusals.push(refusal(amount === 0n ? 'amount_zero' : 'amount_negative', `/expenses/${position}/amount`));
  });
  disputed.forEach(({ amount, reason }, position) => {
    if (amount <= 0n)
      refusals.push(refusal(amount === 0n ? 'amount_zero' : 'amount_negative', `/disputed/${position}/amount`));
    if (reason.trim() === '') refusals.push(refusal('reason_missing', `/disputed/${position}/reason`));
  });
  return [...refusals, ...checkCharges(command)];
}

function checkLine(books: Books, command: BillCommand, line: BillCommand['lines'][number], at: string): Refusal[] {
  const received = books.receiptLines.get(line.of);
  const ordered = received ? undefined : books.orderLines.get(line.of);
  const of = received ?? ordered;
  if (!of) return [refusal('line_unknown', at, { line: line.of })];
  const refusals: Refusal[] = [];
  if (of.vendor !== command.vendor) refusals.push(refusal('vendor_differs', at));
  if (of.currency !== command.currency) {
    refusals.push(
      refusal('currency_differs_from_order', '/currency', { ordered: of.currency, billed: command.currency }),
    );
  }
  if (line.quantity <= 0n) refusals.push(refusal('quantity_not_positive', `${at}/quantity`));
  else if (received) refusals.push(...checkOpen('bill_exceeds_received', unbilledOf(received), line.quantity, at));
  else if (ordered && line.done && ordered.bought.expense === undefined) refusals.push(refusal('done_is_goods', at));
  else if (ordered) refusals.push(...checkAhead(books, command, ordered, line.quantity, at));
  return [...refusals, ...checkPrice(line.price, line.discount, at)];
}

/** Ahead of the goods only once everything received is billed, by this bill or before it (accounting.md), and never more than is still to come. */
function checkAhead(books: Books, { lines }: BillCommand, ordered: OrderLine, wanted: Quantity, at: string): Refusal[] {
  const unbilled = ordered.receipts.reduce((sum, { line }) => {
    const received = books.receiptLines.get(line);
    const here = lines.reduce((billed, { of, quantity }) => (of === line ? billed + quantity : billed), 0n);
    return received ? sum + unbilledOf(received) - here : sum;
  }, 0n);
  if (unbilled > 0n)
    return [refusal('bill_ahead_while_unbilled', at, { unbilled: formatQuantity(unbilled as Quantity) })];
  const waiting = sumOf(ordered.aheads) - ordered.aheads.reduce((sum, ahead) => sum + sumOf(ahead.taken), 0n);
  return checkOpen('bill_ahead_exceeds_ordered', (openToReceive(ordered) - waiting) as Quantity, wanted, at);
}

function checkOpen(
  reason: 'bill_exceeds_received' | 'bill_ahead_exceeds_ordered',
  open: Quantity,
  wanted: Quantity,
  at: string,
): Refusal[] {
  return wanted > open
    ? [refusal(reason, `${at}/quantity`, { open: formatQuantity(open), quantity: formatQuantity(wanted) })]
    : [];
}

function checkCharges(command: BillCommand): Refusal[] {
  const kinds = new Set<string>();
  return command.charges.flatMap((charge, position) => {
    const at = `/charges/${position}`;
    const twice = kinds.has(charge.kind) ? [refusal('charge_kind_twice', `${at}/kind`, { kind: charge.kind })] : [];
    kinds.add(charge.kind);
    // Below zero it is a refund (accounting.md, refund of a charge).
    return charge.amount === 0n ? [...twice, refusal('amount_zero', `${at}/amount`)] : twice;
  });
}

/** The pools that a bill reaches: what must be known before it is decided. */
export function poolsReached(books: Books, command: BillCommand): PoolId[] {
  const rate = rateOn(books, command.currency, command.date) ?? ONE_TO_ONE;
  const taxed = (command.tax ?? []).some((tax) => !tax.recoverable);
  return command.lines.flatMap((line) => {
    const received = books.receiptLines.get(line.of);
    if (!received?.pool || line.quantity <= 0n || line.quantity > unbilledOf(received)) return [];
    const differs = line.difference === 'cost' && billedLine(books, line, rate, line.of).priceDifference !== 0n;
    return taxed || differs ? [received.pool] : [];
  });
}
