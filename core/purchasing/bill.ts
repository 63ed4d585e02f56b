import { Journal } from '../books/journal.ts';
import { lineId, type LineId, type PoolId } from '../costing/pool.ts';
import type { Cost } from '../costing/settle.ts';
import {
  base,
  cumulativePart,
  documentAmount,
  formatQuantity,
  lineAmount,
  ONE_TO_ONE,
  quantity,
  toBase,
  type BaseAmount,
  type DocumentAmount,
  type Fraction,
  type Price,
  type Quantity,
  type Rate,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books, Charge, ReceiptLine } from '../posting/books.ts';
import { checkCitedOnce, checkCurrency, checkDate, post, rateOn, refused, type Decision } from '../posting/decision.ts';
import { refusal, type Refusal } from '../posting/refusal.ts';
import { billNumberKey } from './billNumber.ts';
import { checkPrice } from './order.ts';

/** Where a price difference goes: into the goods as a late cost, or to purchase price variance. */
export type DifferenceDecision = 'cost' | 'variance';

export interface BillCommand {
  readonly kind: 'bill';
  readonly vendor: string;
  /** The vendor's number on the paper. */
  readonly number: string;
  readonly currency: string;
  readonly date: Day;
  readonly lines: readonly { of: LineId; quantity: Quantity; price: Price; discount: Fraction; difference: DifferenceDecision }[];
  readonly charges: readonly { kind: string; amount: DocumentAmount }[];
}

export interface BilledLine {
  readonly id: LineId;
  readonly of: LineId;
  readonly quantity: Quantity;
  readonly price: Price;
  readonly discount: Fraction;
  readonly difference: DifferenceDecision;
  /** As billed, in the bill's currency. */
  readonly amount: DocumentAmount;
  /** The part of the receipt's amount that this line clears, in base currency. */
  readonly cleared: BaseAmount;
  /** Billed less ordered, at the receipt's rate. */
  readonly priceDifference: BaseAmount;
  /** As owed, at the bill's rate. */
  readonly payable: BaseAmount;
}

export interface BillDocument extends Omit<BillCommand, 'lines' | 'charges'> {
  readonly numberKey: string;
  readonly rate: Rate;
  readonly lines: readonly BilledLine[];
  /** Numbered after the lines. */
  readonly charges: readonly (Charge & { documentAmount: DocumentAmount })[];
}

/**
 * A vendor bill on received lines and its charges: clears goods received not invoiced for the quantity billed, takes price
 * differences at the receipt's rate where they were decided to go, rate differences to exchange difference, charges to
 * *charges to allocate* (accounting.md, What posts what).
 */
export function decideBill(books: Books, command: BillCommand): Decision<BillDocument> {
  const refusals = checkBill(books, command);
  if (refusals.length > 0) return refused(refusals);

  const rate = rateOn(books, command.currency, command.date) ?? ONE_TO_ONE;
  const document = books.nextDocument.toString();
  const journal = new Journal(command.date);
  const about = { vendor: command.vendor };
  const costs: Cost[] = [];
  const lines = command.lines.map((line, position) => {
    const received = books.receiptLines.get(line.of) as ReceiptLine;
    const billed = billedLine(books, line, received, rate, lineId(document, position + 1));
    const intoCost = line.difference === 'cost';
    journal.credit(command.date, 'payables', billed.payable, about);
    journal.debit(command.date, 'grni', base(billed.cleared + (intoCost ? billed.priceDifference : 0n)), about);
    journal.debit(command.date, 'exchange-difference', base(billed.payable - billed.cleared - billed.priceDifference));
    if (!intoCost) journal.debit(command.date, 'price-variance', billed.priceDifference, { item: received.item });
    else if (billed.priceDifference !== 0n) {
      costs.push({ pool: received.pool, movement: received.id, component: 'price difference', amount: billed.priceDifference, against: 'grni', about });
    }
    return billed;
  });
  const charges = command.charges.map((charge, position) => {
    const amount = toBase(charge.amount, command.currency, rate, books.company.currency);
    journal.credit(command.date, 'payables', amount, about);
    journal.debit(command.date, 'charges-to-allocate', amount, about);
    const id = lineId(document, command.lines.length + position + 1);
    return { id, kind: charge.kind, vendor: command.vendor, date: command.date, amount, allocated: base(0n), documentAmount: charge.amount };
  });
  return post(books, { ...command, numberKey: billNumberKey(command.number), rate, lines, charges }, journal, command.date, [], costs);
}

function checkBill(books: Books, command: BillCommand): Refusal[] {
  const received = command.lines.map((line) => books.receiptLines.get(line.of));
  // A bill is often dated before the goods are here; what it adds to them is then posted on the day they came.
  const refusals: Refusal[] = [
    ...checkDate(books, command.date),
    ...checkCurrency(books, command.currency, command.date),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  if (command.lines.length + command.charges.length === 0) refusals.push(refusal('no_lines', '/lines'));
  if (books.billNumbers.has(`${command.vendor}|${billNumberKey(command.number)}`)) {
    refusals.push(refusal('bill_number_taken', '/number', { number: command.number }));
  }
  command.lines.forEach((line, position) => {
    const at = `/lines/${position}`;
    const of = received[position];
    if (!of) return void refusals.push(refusal('line_unknown', at, { line: line.of }));
    if (of.vendor !== command.vendor) refusals.push(refusal('vendor_differs', at));
    if (of.currency !== command.currency) {
      refusals.push(refusal('currency_differs_from_order', '/currency', { ordered: of.currency, billed: command.currency }));
    }
    const open = quantity(of.quantity - of.billed);
    if (line.quantity <= 0n) refusals.push(refusal('quantity_not_positive', `${at}/quantity`));
    else if (line.quantity > open) {
      refusals.push(refusal('bill_exceeds_received', `${at}/quantity`, { open: formatQuantity(open), quantity: formatQuantity(line.quantity) }));
    }
    refusals.push(...checkPrice(line.price, line.discount, at));
  });
  return [...refusals, ...checkCharges(command)];
}

function checkCharges(command: BillCommand): Refusal[] {
  const kinds = new Set<string>();
  return command.charges.flatMap((charge, position) => {
    const at = `/charges/${position}`;
    const twice = kinds.has(charge.kind) ? [refusal('charge_kind_twice', `${at}/kind`, { kind: charge.kind })] : [];
    kinds.add(charge.kind);
    if (charge.amount < 0n) return [...twice, refusal('amount_negative', `${at}/amount`)];
    return charge.amount === 0n ? [...twice, refusal('amount_zero', `${at}/amount`)] : twice;
  });
}

function billedLine(books: Books, line: BillCommand['lines'][number], received: ReceiptLine, rate: Rate, id: LineId): BilledLine {
  const { currency } = received;
  const home = books.company.currency;
  const amount = lineAmount(line.quantity, line.price, line.discount, currency);
  const ordered = cumulativePart(received.amount, received.quantity, received.billed, line.quantity);
  return {
    id,
    of: line.of,
    quantity: line.quantity,
    price: line.price,
    discount: line.discount,
    difference: line.difference,
    amount,
    cleared: base(cumulativePart(received.baseAmount, received.quantity, received.billed, line.quantity)),
    priceDifference: toBase(documentAmount(amount - ordered), currency, received.rate, home),
    payable: toBase(amount, currency, rate, home),
  };
}

/** The pools that a bill's price differences reach: what must be known before it is decided. */
export function poolsReached(books: Books, command: BillCommand): PoolId[] {
  const rate = rateOn(books, command.currency, command.date) ?? ONE_TO_ONE;
  return command.lines.flatMap((line) => {
    const received = books.receiptLines.get(line.of);
    if (!received || line.difference !== 'cost') return [];
    return billedLine(books, line, received, rate, line.of).priceDifference === 0n ? [] : [received.pool];
  });
}
