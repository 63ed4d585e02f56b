import { lineId, type LineId } from '../../costing/pool.ts';
import {
  base,
  type BaseAmount,
  documentAmount,
  type DocumentAmount,
  formatAmount,
  formatQuantity,
  ONE_TO_ONE,
  quantity,
  type Rate,
  sumOf,
  toBase,
} from '../../exact/amounts.ts';
import type { Day } from '../../exact/calendar.ts';
import { cumulative, sumOfParts } from '../../exact/cumulative.ts';
import { shareOut } from '../../exact/shareOut.ts';
import type { Books } from '../../state/books.ts';
import type { Payable, Prepayment } from '../../state/owed.ts';
import { checkCitedOnce, checkCurrency, checkDate, rateOn } from '../../state/checks.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import type { Cost, Flow } from '../../costing/effects.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { checkHold, checkPayer } from '../../purchasing/vendor.ts';

export interface PaymentCommand {
  readonly kind: 'payment';
  readonly vendor: string;
  readonly by?: string | undefined;
  readonly currency: string;
  readonly date: Day;
  /** A prepayment that is used up; the bank where undefined. */
  readonly from: string | undefined;
  /** Discounts taken are income, or make the goods cheaper, as the company's policy says. */
  readonly discountsTo: 'income' | 'goods';
  /** Bills by their document, and credit memos, whose amounts are negative. */
  readonly bills: readonly {
    of: string;
    /** What is paid of it. */
    amount: DocumentAmount;
    discount: DocumentAmount;
    writeOff: DocumentAmount;
    /** Tax that is kept back of it, and owed to the tax office. */
    withheld?: DocumentAmount | undefined;
  }[];
  /** What the bank took, its fee with it; what is paid at the day's rate, and the fee, where undefined. */
  readonly took?: BaseAmount | undefined;
  /** What of it the bank kept for itself. */
  readonly fee?: BaseAmount | undefined;
  /** Why a small difference is written off. */
  readonly reason: string;
}

export interface PaidBill {
  readonly id: LineId;
  readonly of: string;
  readonly amount: DocumentAmount;
  readonly discount: DocumentAmount;
  readonly writeOff: DocumentAmount;
  readonly withheld: DocumentAmount;
  /** All of it that is settled so, in the bill's currency and as it was booked. */
  readonly settled: DocumentAmount;
  readonly booked: BaseAmount;
}

export interface PaymentDocument extends Omit<PaymentCommand, 'bills' | 'fee'> {
  readonly rate: Rate;
  readonly bills: readonly PaidBill[];
  readonly fee: BaseAmount;
  /** What left the bank, or the prepayment, for the bills: in the payment's currency and in base. */
  readonly paid: { amount: DocumentAmount; base: BaseAmount };
}

/**
 * Bills are paid in their currency: payables lose the cumulative part of what was booked, the bank pays what it took, or at the payment's
 * rate, its fee apart; discounts and write-offs stand at the bill's rate, tax that is withheld at the payment's, the rest is exchange
 * difference (accounting.md, What posts what).
 */
export function decidePayment(books: Books, command: PaymentCommand): Decision<PaymentDocument> {
  const payables = command.bills.map((bill) => books.payables.get(bill.of));
  const prepaid = command.from === undefined ? undefined : books.prepayments.get(command.from);
  const citedDays = [
    ...payables.flatMap((payable) => (payable ? [payable.date] : [])),
    ...(prepaid ? [prepaid.date] : []),
  ];
  const refusals: Refusal[] = [
    ...checkDate(books, command.date, citedDays),
    ...checkCurrency(books, command.currency, command.date),
    ...checkCitedOnce(command.bills, '/bills'),
    ...checkHold(books, command.vendor, '/vendor'),
    ...checkPayer(books, command.vendor, command.by),
  ];
  if (command.bills.length === 0) refusals.push(refusal('no_lines', '/bills'));
  command.bills.forEach((bill, position) =>
    refusals.push(...checkBill(books, command, bill, payables[position], `/bills/${position}`)),
  );
  refusals.push(...checkPaid(command, prepaid), ...checkBank(books, command));
  if (refusals.length > 0) return refused(refusals);

  const rate = rateOn(books, command.currency, command.date) ?? ONE_TO_ONE;
  const number = books.nextDocument.toString();
  const bills = command.bills.map((bill, position) =>
    paidBill(bill, payables[position] as Payable, lineId(number, position + 1)),
  );
  const amount = documentAmount(bills.reduce((sum, bill) => sum + bill.amount, 0n));
  const fee = command.fee ?? base(0n);
  const inBase = (figure: DocumentAmount) => toBase(figure, command.currency, rate, books.company.currency);
  const taken = command.took === undefined ? inBase(amount) : base(command.took - fee);
  const paid = { amount, base: prepaid ? prepaidPart(prepaid, amount) : taken };
  const withheld = inBase(documentAmount(bills.reduce((sum, bill) => sum + bill.withheld, 0n)));
  const flows = flowsOf(books, command, bills, payables as Payable[], { paid: paid.base, fee, withheld });
  const costs = bills.flatMap((bill, position) => discountCosts(books, command, bill, payables[position] as Payable));
  const cites = [...command.bills.map(({ of }) => of), ...(command.from === undefined ? [] : [command.from])];
  return post(books, {
    document: { ...command, rate, bills, fee, paid },
    date: command.date,
    effects: { flows, costs },
    cites,
  });
}

type Bill = PaymentCommand['bills'][number];

const openOf = (payable: Payable): bigint => payable.amount - payable.paid.reduce((sum, part) => sum + part.amount, 0n);

function checkBill(
  books: Books,
  command: PaymentCommand,
  bill: Bill,
  payable: Payable | undefined,
  at: string,
): Refusal[] {
  if (!payable) return [refusal('document_unknown', at, { document: bill.of })];
  if (payable.vendor !== command.vendor) return [refusal('vendor_differs', at)];
  if (payable.currency !== command.currency)
    return [refusal('currency_differs', '/currency', { ordered: payable.currency, billed: command.currency })];
  const settled = settledBy(bill);
  const sign = payable.amount < 0n ? -1n : 1n;
  if ([bill.amount, bill.discount, bill.withheld ?? 0n].some((figure) => figure * sign < 0n))
    return [refusal('amount_negative', `${at}/amount`)];
  if (settled * sign <= 0n) return [refusal('amount_zero', `${at}/amount`)];
  const waiting = stillToCome(books, payable);
  if (waiting > 0n) return [refusal('payment_waits_for_goods', at, { waiting: formatQuantity(quantity(waiting)) })];
  const open = openOf(payable);
  if (settled * sign > open * sign) {
    return [
      refusal('payment_exceeds_open', `${at}/amount`, {
        open: formatAmount(open, payable.currency),
        amount: formatAmount(settled, payable.currency),
      }),
    ];
  }
  if (bill.writeOff === 0n) return [];
  const off = toBase(bill.writeOff, payable.currency, payable.rate, books.company.currency);
  const { writeOffLimit, currency } = books.company;
  if (writeOffLimit !== undefined && (off < 0n ? -off : off) > writeOffLimit)
    return [
      refusal('write_off_exceeds_limit', `${at}/writeOff`, { limit: formatAmount(writeOffLimit, currency), currency }),
    ];
  return command.reason.trim() === '' ? [refusal('reason_missing', '/reason')] : [];
}

const settledBy = ({ amount, discount, writeOff, withheld = documentAmount(0n) }: Bill): DocumentAmount =>
  documentAmount(amount + discount + writeOff + withheld);

/** What was billed ahead of the goods, to be paid when they are here, and is not. */
function stillToCome(books: Books, { waitsFor }: Payable): bigint {
  const aheads = waitsFor.flatMap(
    ({ line, of }) => books.orderLines.get(of)?.aheads.filter((ahead) => ahead.line === line) ?? [],
  );
  return aheads.reduce((sum, ahead) => sum + ahead.quantity - sumOf(ahead.taken), 0n);
}

function checkPaid(command: PaymentCommand, prepaid: Prepayment | undefined): Refusal[] {
  const total = command.bills.reduce((sum, bill) => sum + bill.amount, 0n);
  if (total < 0n) return [refusal('payment_negative', '/bills')];
  if (command.from === undefined) return [];
  if (!prepaid) return [refusal('document_unknown', '/from', { document: command.from })];
  if (prepaid.vendor !== command.vendor) return [refusal('vendor_differs', '/from')];
  if (prepaid.currency !== command.currency)
    return [refusal('currency_differs', '/currency', { ordered: prepaid.currency, billed: command.currency })];
  const left = prepaid.amount - prepaid.used.reduce((sum, part) => sum + part.amount, 0n);
  return total > left
    ? [refusal('prepayment_exceeds_left', '/from', { left: formatAmount(left, prepaid.currency) })]
    : [];
}

/** What the bank took, and kept: only of what leaves it; in the company's own currency it is what is paid, and the fee. */
function checkBank(books: Books, command: PaymentCommand): Refusal[] {
  const { took, fee = base(0n), from } = command;
  if (took === undefined && fee === 0n) return [];
  if (from !== undefined) return [refusal('bank_not_used', took === undefined ? '/fee' : '/took')];
  if (fee < 0n) return [refusal('amount_negative', '/fee')];
  if (took === undefined) return [];
  if (took < fee) return [refusal('fee_exceeds_taken', '/fee')];
  const { currency } = books.company;
  const paid = command.bills.reduce((sum, bill) => sum + bill.amount, 0n);
  return command.currency === currency && took !== paid + fee
    ? [refusal('took_differs', '/took', { amount: formatAmount(paid + fee, currency) })]
    : [];
}

function paidBill(bill: Bill, payable: Payable, id: LineId): PaidBill {
  const settled = settledBy(bill);
  const before = sumOfParts(payable.paid);
  const booked = bookedPart(payable, before.amount + settled, before.base);
  return { id, ...bill, withheld: bill.withheld ?? documentAmount(0n), settled, booked };
}

/** What is owed by the vendor is negative: its parts are taken of its absolute value. */
function bookedPart(payable: Payable, soFar: bigint, takenBefore: bigint): BaseAmount {
  if (payable.amount > 0n) return base(cumulative(payable.base, soFar, payable.amount, takenBefore));
  return base(-cumulative(-payable.base, -soFar, -payable.amount, -takenBefore));
}

function prepaidPart(prepaid: Prepayment, amount: bigint): BaseAmount {
  const used = sumOfParts(prepaid.used);
  return base(cumulative(prepaid.base, used.amount + amount, prepaid.amount, used.base));
}

function flowsOf(
  books: Books,
  command: PaymentCommand,
  bills: readonly PaidBill[],
  payables: readonly Payable[],
  { paid, fee, withheld }: { paid: BaseAmount; fee: BaseAmount; withheld: BaseAmount },
): Flow[] {
  const about = { vendor: command.vendor };
  const home = books.company.currency;
  const discounts = bills.map((bill, position) => discountOf(books, command, bill, payables[position] as Payable));
  const onGoods = discounts.reduce((sum, { goods }) => sum + goods.reduce((total, share) => total + share, 0n), 0n);
  const income = discounts.reduce((sum, { rest }) => sum + rest, 0n);
  const writtenOff = bills.reduce(
    (sum, { writeOff }, position) =>
      sum + toBase(writeOff, command.currency, payables[position]?.rate ?? ONE_TO_ONE, home),
    0n,
  );
  const booked = bills.reduce((sum, bill) => sum + bill.booked, 0n);
  const onPurchase = books.company.recognition === 'on-purchase';
  return [
    { account: 'payables', amount: base(booked), about },
    {
      account: command.from === undefined ? 'bank' : 'prepayments',
      amount: base(-paid - fee),
      about: command.from === undefined ? {} : about,
    },
    ...(fee === 0n ? [] : [{ account: 'bank-charges' as const, amount: fee, about: {} }]),
    ...(withheld === 0n ? [] : [{ account: 'tax-withheld' as const, amount: base(-withheld), about }]),
    { account: 'discounts-taken', amount: base(-income), about },
    // A discount that makes goods cheaper is carried to them as every late cost is.
    { account: onPurchase ? 'purchases' : 'grni', amount: base(-onGoods), about },
    { account: 'write-offs', amount: base(-writtenOff), about },
    {
      account: 'exchange-difference',
      amount: base(paid + income + onGoods + writtenOff + withheld - booked),
      about: {},
    },
  ];
}

/** A discount in base currency at the bill's rate: by policy the goods of the bill take their part by their amounts. */
function discountOf(
  books: Books,
  command: PaymentCommand,
  bill: PaidBill,
  payable: Payable,
): { goods: bigint[]; rest: bigint } {
  const discount = toBase(bill.discount, payable.currency, payable.rate, books.company.currency);
  if (command.discountsTo === 'income' || payable.goods.length === 0) return { goods: [], rest: discount };
  const goods = payable.goods.map(({ amount }) => amount as bigint);
  const rest = goods.reduce((left, amount) => left - amount, payable.amount as bigint);
  const shared = shareOut(discount, [...goods, rest]);
  return shared.ok
    ? { goods: shared.shares.slice(0, -1), rest: shared.shares[goods.length] ?? 0n }
    : { goods: [], rest: discount };
}

function discountCosts(books: Books, command: PaymentCommand, bill: PaidBill, payable: Payable): Cost[] {
  const { goods } = discountOf(books, command, bill, payable);
  const common = { component: 'discount', shared: true, against: 'grni' as const, about: { vendor: payable.vendor } };
  return payable.goods
    .map(({ pool, movement, date }, position) => ({
      ...common,
      pool,
      movement,
      date,
      amount: base(-(goods[position] ?? 0n)),
    }))
    .filter(({ amount }) => amount !== 0n);
}
