import type { Ahead, BilledPart, OrderLine, ReceiptLine } from '../../state/purchasing.ts';
import {
  base,
  type BaseAmount,
  type DocumentAmount,
  documentAmount,
  lineAmount,
  ONE_TO_ONE,
  type Quantity,
  type Rate,
  toBase,
} from '../../exact/amounts.ts';
import type { Books } from '../../state/books.ts';
import type { Day } from '../../exact/calendar.ts';
import { chargeGoes } from '../../state/company.ts';
import { type LineId, lineId } from '../../costing/pool.ts';
import type { Refusal } from '../../state/refusal.ts';
import { billNumberKey } from '../billNumber.ts';
import { crossed, type Crossing, type CrossRate, crossRates } from '../crossRate.ts';
import { clearing } from '../../state/billedAmounts.ts';
import { rateOn } from '../../state/checks.ts';
import { chargedTax, shareTax } from '../billTax.ts';
import type { BillCommand, BillDocument, BilledLine, Difference, DifferenceDecision } from './command.ts';
import { differencesOf } from './differences.ts';
import { checkBill } from './check.ts';

/** What a bill comes to, and where it differs from what was ordered and received; undefined while its lines cannot be read. */
export function readBill(
  books: Books,
  command: BillCommand,
): { total: DocumentAmount; differences: Difference[]; crossRates: readonly CrossRate[] } | undefined {
  if (checkBill(books, command).length > 0) return undefined;
  const document = billDocument(books, command);
  return 'reason' in document
    ? undefined
    : {
        total: document.total.amount,
        differences: differencesOf(books, document),
        crossRates: document.crossRates,
      };
}

export function billDocument(books: Books, command: BillCommand): BillDocument | Refusal {
  const { currency } = command;
  const home = books.company.currency;
  const rate = rateOn(books, currency, command.date) ?? ONE_TO_ONE;
  const number = books.nextDocument.toString();
  const expenses = command.expenses ?? [];
  const id = (position: number) => lineId(number, position + 1);
  const lines = command.lines.map((line, position) => billedLine(books, command, line, rate, id(position)));
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
    return { ...known, documentAmount: charged, goes: chargeGoes(books.company, kind), reason };
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
  const disbursements = (command.disbursements ?? []).map((line, at) => {
    const position = lines.length + charges.length + expenses.length + disputed.length + at;
    return { ...line, id: id(position), authority: books.payables.get(line.of)?.vendor ?? '' };
  });
  const taxed = lines.map((line, position) => ({ ...line, tax: base(tax.shares[position] ?? 0n) }));
  const owed = [
    ...taxed.map((line) => line.payable + line.tax),
    ...[...charges, ...expensed, ...disputed].map(({ amount }) => amount),
    ...disbursements.map(({ amount }) => amount),
    base(tax.recoverable - tax.selfAssessed),
  ];
  const total = [
    ...amounts,
    ...[...chargedTax(command.tax ?? []), ...(command.disputed ?? []), ...disbursements].map(({ amount }) => amount),
  ].reduce((sum, amount) => sum + amount, 0n);
  return {
    ...command,
    numberKey: billNumberKey(command.reference),
    rate,
    crossRates: crossRates(
      books,
      command,
      lines.map((line) => line.orderCurrency),
    ),
    lines: taxed,
    charges,
    expenses: expensed,
    disputed,
    disbursements,
    recoverableTax: base(tax.recoverable),
    selfAssessedTax: base(tax.selfAssessed),
    differs: [],
    total: { amount: documentAmount(total), base: base(owed.reduce((sum, amount) => sum + amount, 0n)) },
  };
}

export function billedLine(
  books: Books,
  bill: Crossing,
  line: BillCommand['lines'][number],
  billRate: Rate,
  id: LineId,
): Omit<BilledLine, 'tax'> {
  const received = books.receiptLines.get(line.of);
  const of = (received ?? books.orderLines.get(line.of)) as ReceiptLine | OrderLine;
  const { currency, bought, dimensions, taxCode } = of;
  const home = books.company.currency;
  // Ahead of the goods what was ordered counts at its own currency's rate of the day.
  const rate = received?.rate ?? rateOn(books, currency, bill.date) ?? ONE_TO_ONE;
  const amount = lineAmount(line.quantity, { price: line.price, per: of.per, discount: line.discount }, bill.currency);
  const inOrder = crossed(books, bill, amount, currency);
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
    orderCurrency: currency,
    inOrder,
    ordered,
    cleared,
    rate,
    priceDifference: toBase(documentAmount(inOrder - ordered), currency, rate, home),
    payable: toBase(amount, bill.currency, billRate, home),
  };
}

export function orderedAhead(
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
    amount: line.inOrder,
    base: standing,
    goods: base(goods),
    tax: line.tax,
    taken: [],
  };
}

/** What a bill line takes of a received line. */
export function billedPartOf(line: BilledLine, date: Day): BilledPart {
  const { id, quantity, ordered, cleared, inOrder, priceDifference, difference } = line;
  const when = (decision: DifferenceDecision) => (difference === decision ? priceDifference : base(0n));
  return {
    line: id,
    date,
    quantity,
    ordered,
    cleared,
    billed: inOrder,
    intoGoods: when('cost'),
    toVariance: when('variance'),
  };
}
