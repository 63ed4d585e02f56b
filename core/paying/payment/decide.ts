import { lineId, type LineId } from '../../costing/pool.ts';
import { base, type BaseAmount, documentAmount, type DocumentAmount, ONE_TO_ONE, toBase } from '../../exact/amounts.ts';
import { cumulative, sumOfParts } from '../../exact/cumulative.ts';
import { shareOut } from '../../exact/shareOut.ts';
import { bankFlow, movedOn, negated } from '../../state/bankAccount.ts';
import type { Books } from '../../state/books.ts';
import { NOTHING_MOVED } from '../../state/paying.ts';
import type { Payable } from '../../state/owed.ts';
import { partOfPrepaid } from '../../state/prepaid.ts';
import { checkCitedOnce, checkCurrency, checkDate, rateOn } from '../../state/checks.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import type { Cost, Flow } from '../../costing/effects.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { checkHold, checkPayer } from '../../purchasing/vendor.ts';
import { checkReleased } from '../released.ts';
import { type Bill, checkBank, checkBill, checkPaid, isAsAsked, settledBy } from './check.ts';
import type { PaidBill, PaymentCommand, PaymentDocument } from './command.ts';

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
  refusals.push(
    ...checkPaid(books, command, prepaid),
    ...checkBank(books, command),
    ...checkReleased(books, command.run, isAsAsked(command)),
  );
  if (refusals.length > 0) return refused(refusals);

  const rate = rateOn(books, command.currency, command.date) ?? ONE_TO_ONE;
  const number = books.nextDocument.toString();
  const bills = command.bills.map((bill, position) =>
    paidBill(bill, payables[position] as Payable, lineId(number, position + 1)),
  );
  const amount = documentAmount(bills.reduce((sum, bill) => sum + bill.amount, 0n));
  const inBase = (figure: DocumentAmount) => toBase(figure, command.currency, rate, books.company.currency);
  const { left, fee } = prepaid ? { left: NOTHING_MOVED, fee: NOTHING_MOVED } : leaves(books, command, amount);
  const gone = prepaid
    ? partOfPrepaid(prepaid, amount)
    : { base: left.base, tax: documentAmount(0n), taxBase: base(0n) };
  const paid = { amount, ...gone };
  const withheld = inBase(documentAmount(bills.reduce((sum, bill) => sum + bill.withheld, 0n)));
  const flows = flowsOf(books, command, bills, payables as Payable[], { paid, left, fee, withheld });
  const costs = bills.flatMap((bill, position) => discountCosts(books, command, bill, payables[position] as Payable));
  const cites = [
    ...command.bills.map(({ of }) => of),
    ...(command.from === undefined ? [] : [command.from]),
    ...(command.run === undefined ? [] : [command.run]),
  ];
  return post(books, {
    document: { ...command, rate, bills, left, fee, paid },
    date: command.date,
    effects: { flows, costs },
    cites,
  });
}

/** What leaves the account for the bills, and for the bank. */
function leaves(books: Books, command: PaymentCommand, amount: DocumentAmount): Pick<PaymentDocument, 'left' | 'fee'> {
  const { took, fee = documentAmount(0n) } = command;
  const forBills = took === undefined ? undefined : documentAmount(took - fee);
  return {
    left: movedOn(books, command, amount, forBills),
    fee: movedOn(books, command, documentAmount(0n), fee),
  };
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

function flowsOf(
  books: Books,
  command: PaymentCommand,
  bills: readonly PaidBill[],
  payables: readonly Payable[],
  { paid, left, fee, withheld }: Pick<PaymentDocument, 'paid' | 'left' | 'fee'> & { withheld: BaseAmount },
): Flow[] {
  const about = { vendor: command.vendor };
  const home = books.company.currency;
  const discounts = bills.map((bill, position) => discountOf(books, command, bill, payables[position] as Payable));
  const onGoods = discounts.reduce((sum, { goods }) => sum + goods.reduce((total, share) => total + share, 0n), 0n);
  const income = discounts.reduce((sum, { rest }) => sum + rest, 0n);
  const ofTax = discounts.reduce((sum, { tax }) => sum + tax, 0n);
  const writtenOff = bills.reduce(
    (sum, { writeOff }, position) =>
      sum + toBase(writeOff, command.currency, payables[position]?.rate ?? ONE_TO_ONE, home),
    0n,
  );
  const booked = bills.reduce((sum, bill) => sum + bill.booked, 0n);
  const prepaidTax = taxTwice(bills, payables, paid.tax, home);
  const onPurchase = books.company.recognition === 'on-purchase';
  return [
    ...owedFlows(bills, payables, about),
    command.from === undefined
      ? bankFlow(books, command.account, negated(left, fee))
      : { account: 'prepayments', amount: base(-paid.base), about },
    ...(fee.base === 0n ? [] : [{ account: 'bank-charges' as const, amount: fee.base, about: {} }]),
    ...(prepaidTax === 0n ? [] : [{ account: 'input-tax' as const, amount: base(-prepaidTax), about }]),
    ...(withheld === 0n ? [] : [{ account: 'tax-withheld' as const, amount: base(-withheld), about }]),
    { account: 'discounts-taken', amount: base(-income), about },
    ...(ofTax === 0n ? [] : [{ account: 'input-tax' as const, amount: base(-ofTax), about }]),
    // A discount that makes goods cheaper is carried to them as every late cost is.
    { account: onPurchase ? 'purchases' : 'grni', amount: base(-onGoods), about },
    { account: 'write-offs', amount: base(-writtenOff), about },
    {
      account: 'exchange-difference',
      amount: base(paid.base + prepaidTax + income + ofTax + onGoods + writtenOff + withheld - booked),
      about: {},
    },
  ];
}

/**
 * The tax of a prepayment was reclaimed with it, and is in that of the bills again: what these reclaimed of it, at their rates, is given back.
 * Shared over them by what is paid of each.
 */
function taxTwice(
  bills: readonly PaidBill[],
  payables: readonly Payable[],
  tax: DocumentAmount,
  home: string,
): BaseAmount {
  if (tax === 0n) return base(0n);
  const shared = shareOut(
    tax,
    bills.map(({ amount }) => (amount > 0n ? amount : 0n)),
  );
  const shares: readonly bigint[] = shared.ok ? shared.shares : [tax];
  return base(
    shares.reduce((sum, share, at) => {
      const { currency = home, rate = ONE_TO_ONE } = payables[at] ?? {};
      return sum + toBase(documentAmount(share), currency, rate, home);
    }, 0n),
  );
}

/** Bills and what is owed to customs stand on accounts of their own. */
function owedFlows(bills: readonly PaidBill[], payables: readonly Payable[], about: Flow['about']): Flow[] {
  const accounts = [...new Set(payables.map(({ account }) => account))];
  return accounts.map((account) => ({
    account,
    amount: base(bills.reduce((sum, { booked }, at) => (payables[at]?.account === account ? sum + booked : sum), 0n)),
    about,
  }));
}

/**
 * A discount in base currency at the bill's rate: reclaimed tax takes its part where the tax code says so, by policy the goods of the bill theirs,
 * by their amounts; the rest is income.
 */
function discountOf(
  books: Books,
  command: PaymentCommand,
  bill: PaidBill,
  payable: Payable,
): { goods: bigint[]; tax: bigint; rest: bigint } {
  const discount = toBase(bill.discount, payable.currency, payable.rate, books.company.currency);
  const goods = command.discountsTo === 'income' ? [] : payable.goods.map(({ amount }) => amount as bigint);
  const tax = payable.discountedTax;
  if (goods.length === 0 && tax === 0n) return { goods: [], tax: 0n, rest: discount };
  const rest = goods.reduce((left, amount) => left - amount, payable.amount - tax);
  const shared = shareOut(discount, [...goods, tax, rest]);
  if (!shared.ok) return { goods: [], tax: 0n, rest: discount };
  const [ofTax = 0n, ofRest = 0n] = shared.shares.slice(goods.length);
  return { goods: shared.shares.slice(0, goods.length), tax: ofTax, rest: ofRest };
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
