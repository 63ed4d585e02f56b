import type { About } from '../../books/journal.ts';
import { lineId, type LineId } from '../../costing/pool.ts';
import {
  base,
  type BaseAmount,
  documentAmount,
  type DocumentAmount,
  formatAmount,
  formatQuantity,
  lineAmount,
  NO_DISCOUNT,
  ONE_TO_ONE,
  type Price,
  quantity,
  type Quantity,
  type Rate,
  toBase,
} from '../../exact/amounts.ts';
import type { Day } from '../../exact/calendar.ts';
import type { Books } from '../../state/books.ts';
import type { CreditableLine } from '../../state/owed.ts';
import { checkCitedOnce, checkCurrency, checkDate, rateOn } from '../../state/checks.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import type { Cost, Flow } from '../../costing/effects.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { billNumberKey } from '../billNumber.ts';
import { type AgreedRate, checkCrossing, crossed, type CrossRate, crossRates } from '../crossRate.ts';
import {
  type CreditDecision,
  atWhatItIsCarried,
  expectedPart,
  leftOf,
  openQuantity,
  returnedPart,
} from '../creditable.ts';

export interface CreditCommand {
  readonly kind: 'credit';
  readonly vendor: string;
  readonly reference: string;
  readonly currency: string;
  /** For goods that went back and were ordered in other currencies; else the day's cross rate is taken. */
  readonly agreedRates?: readonly AgreedRate[] | undefined;
  readonly date: Day;
  /** Of a returned line: quantity and price. Of a billed line: an amount, and where it goes. */
  readonly lines: readonly (
    | { of: LineId; quantity: Quantity; price: Price; amount?: undefined; to?: undefined }
    | { of: LineId; amount: DocumentAmount; to: CreditDecision; quantity?: undefined; price?: undefined }
  )[];
  /** Tax that is credited with it and had been reclaimed. */
  readonly tax?: DocumentAmount | undefined;
}

/** A credited line. `own`: what it takes of the line it cites; base amounts at that line's rate, `payable` at the credit's. */
export interface CreditedLine {
  readonly id: LineId;
  readonly of: LineId;
  readonly to: CreditDecision | 'return' | 'charge';
  /** The kind of charge that is credited. */
  readonly charge: string | undefined;
  readonly quantity: Quantity;
  readonly amount: DocumentAmount;
  readonly ownAmount: DocumentAmount;
  readonly own: BaseAmount;
  /** What the vendor keeps of the goods' own price. */
  readonly priceDifference: BaseAmount;
  readonly payable: BaseAmount;
}

export interface CreditDocument extends Omit<CreditCommand, 'lines'> {
  readonly numberKey: string;
  readonly rate: Rate;
  readonly crossRates: readonly CrossRate[];
  readonly lines: readonly CreditedLine[];
  readonly total: { amount: DocumentAmount; base: BaseAmount };
}

/**
 * A vendor's credit memo: on a return it clears what the return left in goods received not invoiced; on a price it goes
 * where it was decided to go. It lowers what is owed, at its own rate (accounting.md, What posts what).
 */
export function decideCredit(books: Books, command: CreditCommand): Decision<CreditDocument> {
  const cited = command.lines.map((line) => books.creditable.get(line.of));
  const citedDays = cited.flatMap((line) => (line ? [line.date] : []));
  const refusals: Refusal[] = [
    ...checkDate(books, command.date, citedDays),
    ...checkCurrency(books, command.currency, command.date),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  const returns = cited.flatMap((of) => (of?.kind === 'return' ? [of.currency] : []));
  refusals.push(...checkCrossing(books, command, returns));
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  if (books.billNumbers.has(`${command.vendor}|${billNumberKey(command.reference)}`)) {
    refusals.push(refusal('bill_number_taken', '/reference', { number: command.reference }));
  }
  if ((command.tax ?? 0n) < 0n) refusals.push(refusal('amount_negative', '/tax'));
  command.lines.forEach((line, position) =>
    refusals.push(...checkLine(command, line, cited[position], `/lines/${position}`)),
  );
  if (refusals.length > 0) return refused(refusals);

  const rate = rateOn(books, command.currency, command.date) ?? ONE_TO_ONE;
  const number = books.nextDocument.toString();
  const lines = command.lines.map((line, position) =>
    creditedLine(books, command, line, cited[position] as CreditableLine, rate, lineId(number, position + 1)),
  );
  const tax = toBase(documentAmount(command.tax ?? 0n), command.currency, rate, books.company.currency);
  const amount = lines.reduce((sum, line) => sum + line.amount, command.tax ?? 0n);
  const total = {
    amount: documentAmount(amount),
    base: base(lines.reduce((sum, line) => sum + line.payable, tax as bigint)),
  };
  const about = { vendor: command.vendor };
  return post(books, {
    document: {
      ...command,
      numberKey: billNumberKey(command.reference),
      rate,
      crossRates: crossRates(books, command, returns),
      lines,
      total,
    },
    date: command.date,
    effects: {
      flows: [
        { account: 'payables', amount: total.base, about },
        { account: 'input-tax', amount: base(-tax), about },
        ...lines.flatMap((line, position) => flowsOf(books, line, cited[position] as CreditableLine)),
      ],
      costs: lines.flatMap((line, position) => costsOf(line, cited[position] as CreditableLine)),
    },
    cites: command.lines.map((line) => line.of),
  });
}

type Line = CreditCommand['lines'][number];

function checkLine(command: CreditCommand, line: Line, of: CreditableLine | undefined, at: string): Refusal[] {
  if (!of) return [refusal('line_unknown', at, { line: line.of })];
  if (of.vendor !== command.vendor) return [refusal('vendor_differs', at)];
  if (of.currency !== command.currency && of.kind !== 'return')
    return [refusal('currency_differs', '/currency', { ordered: of.currency, billed: command.currency })];
  if (of.kind === 'return') {
    if (line.quantity === undefined) return [refusal('missing', `${at}/quantity`)];
    if (line.quantity <= 0n) return [refusal('quantity_not_positive', `${at}/quantity`)];
    if (line.price < 0n) return [refusal('price_negative', `${at}/price`)];
    const open = openQuantity(of);
    if (line.quantity <= open) return [];
    return [
      refusal('credit_exceeds_open', `${at}/quantity`, {
        open: formatQuantity(open),
        quantity: formatQuantity(line.quantity),
      }),
    ];
  }
  if (line.amount === undefined) return [refusal('missing', `${at}/amount`)];
  if (line.amount <= 0n) return [refusal('amount_zero', `${at}/amount`)];
  if ((of.kind === 'disputed' || of.kind === 'claim') && line.to !== 'expected')
    return [refusal('credit_of_disputed', at)];
  const left = leftOf(of, line.to);
  if (line.amount > left) {
    return [
      refusal('credit_exceeds_open', `${at}/amount`, {
        open: formatAmount(left, of.currency),
        quantity: formatAmount(line.amount, of.currency),
      }),
    ];
  }
  if (line.to === 'cost' && of.kind === 'bill' && !of.goods && of.expense === undefined)
    return [refusal('credit_of_nothing', at)];
  return [];
}

function creditedLine(
  books: Books,
  credit: CreditCommand,
  line: Line,
  of: CreditableLine,
  rate: Rate,
  id: LineId,
): CreditedLine {
  const home = books.company.currency;
  const known = { id, of: line.of, charge: of.charge };
  const atCredit = (amount: DocumentAmount) => toBase(amount, credit.currency, rate, home);
  if (line.quantity !== undefined) {
    const amount = lineAmount(
      line.quantity,
      { price: line.price, per: of.per, discount: NO_DISCOUNT },
      credit.currency,
    );
    const { ownAmount, own } = returnedPart(of, line.quantity);
    const priceDifference = atWhatItIsCarried(of, ownAmount - crossed(books, credit, amount, of.currency), home);
    return {
      ...known,
      to: 'return',
      quantity: line.quantity,
      amount,
      ownAmount,
      own,
      priceDifference,
      payable: atCredit(amount),
    };
  }
  const { amount, to } = line;
  const own = to === 'expected' ? expectedPart(of, amount) : toBase(amount, of.currency, of.rate, home);
  const goesTo = of.kind === 'charge' ? 'charge' : to;
  return {
    ...known,
    to: goesTo,
    quantity: quantity(0n),
    amount,
    ownAmount: amount,
    own,
    priceDifference: base(0n),
    payable: atCredit(amount),
  };
}

function flowsOf(books: Books, line: CreditedLine, of: CreditableLine): Flow[] {
  const about: About = { vendor: of.vendor, ...of.dimensions };
  const exchange: Flow = {
    account: 'exchange-difference',
    amount: base(line.own - line.priceDifference - line.payable),
    about: of.dimensions ?? {},
  };
  const onPurchase = books.company.recognition === 'on-purchase';
  if (line.to === 'charge')
    return [{ account: onPurchase ? 'purchases' : 'charges-to-allocate', amount: base(-line.payable), about }];
  if (line.to === 'expected') return [{ account: 'expected-credits', amount: base(-line.own), about }, exchange];
  if (of.expense !== undefined)
    return [{ account: 'expense', amount: base(-line.payable), about: { ...about, expense: of.expense } }];
  if (onPurchase) return [{ account: 'purchases', amount: base(-line.payable), about: { ...about, item: of.item } }];
  if (line.to === 'variance')
    return [{ account: 'price-variance', amount: base(-line.own), about: { ...about, item: of.item } }, exchange];
  if (line.to === 'cost') return [{ account: 'grni', amount: base(-line.own), about }, exchange];
  return [
    { account: 'returns-to-credit', amount: base(-line.own), about },
    { account: 'return-variance', amount: line.priceDifference, about: { item: of.item, ...of.dimensions } },
    exchange,
  ];
}

/** A rebate makes all the goods of its receipt cheaper by quantity: those that went back give their share up again. */
function costsOf({ to, own }: CreditedLine, { goods, vendor, dimensions }: CreditableLine): Cost[] {
  if (to !== 'cost' || !goods) return [];
  const about = { vendor, ...dimensions };
  return [
    {
      pool: goods.pool,
      movement: goods.movement,
      date: goods.date,
      component: 'rebate',
      shared: true,
      amount: base(-own),
      against: 'grni',
      about,
    },
  ];
}
