import { base, type BaseAmount, documentAmount } from '../../exact/amounts.ts';
import type { Day } from '../../exact/calendar.ts';
import { checkAccount, currencyOfAccount } from '../../state/bankAccount.ts';
import type { Books } from '../../state/books.ts';
import { checkDate } from '../../state/checks.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import type { RunPayment, RunPrepayment, RunWay } from '../../state/paying.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import type { PaymentCommand, PaymentDocument } from '../payment/command.ts';
import { decidePayment } from '../payment/decide.ts';
import { decidePrepayment, type PrepaymentCommand, type PrepaymentDocument } from '../prepayment.ts';
import { paidTo, payeeKey } from '../remitTo.ts';

/** Vendors that are to be paid together once another person releases it; it posts nothing (decision 028). */
export interface PaymentRunCommand {
  readonly kind: 'payment-run';
  readonly by?: string | undefined;
  /** The day on which the bank is to pay. */
  readonly date: Day;
  /** The company's bank account that is paid from. */
  readonly account: string;
  /** By transfers where nothing is said. */
  readonly way?: RunWay | undefined;
  readonly payments: readonly RunPayment[];
  /** What may be paid twice, as it was known then; and why it is not. */
  readonly doubts?: readonly RunDoubt[] | undefined;
  readonly sure?: string | undefined;
}

/** An open item that may be paid twice, and the number of the document that makes it so. */
export interface RunDoubt {
  readonly of: string;
  readonly number: string;
}

export interface PaymentRunDocument extends PaymentRunCommand {
  /** What each payment comes to, in base currency at the rate of the day, and all of them. */
  readonly amounts: readonly BaseAmount[];
  readonly amount: BaseAmount;
}

/** The prepayment that a place of a run asks for, without the run: another person releases it, so that no further one is needed. */
export const prepaymentOfRun = (
  { vendor, currency }: RunPayment,
  prepays: RunPrepayment,
  { date, by, account }: Pick<PaymentRunCommand, 'date' | 'by' | 'account'>,
): PrepaymentCommand => ({ kind: 'prepayment', vendor, by, currency, date, account, ...prepays, signedOff: true });

/** The payment that a place of a run asks for, without the run. Where its discounts go is decided when it is released. */
export const paymentOfRun = (
  { vendor, currency, bills }: RunPayment,
  { date, by, account }: Pick<PaymentRunCommand, 'date' | 'by' | 'account'>,
): PaymentCommand => ({
  kind: 'payment',
  vendor,
  by,
  currency,
  date,
  account,
  from: undefined,
  discountsTo: 'income',
  reason: '',
  bills: bills.map((bill) => ({ ...bill, writeOff: documentAmount(0n) })),
});

/** Each of its payments could be posted as it stands, and no open item is paid by two of them. */
export function decidePaymentRun(books: Books, command: PaymentRunCommand): Decision<PaymentRunDocument> {
  const refusals = checkDate(books, command.date);
  if (command.payments.length === 0) refusals.push(refusal('no_lines', '/payments'));
  refusals.push(
    ...(command.account === '' ? [refusal('missing', '/account')] : checkAccount(books, command.account, command.date)),
  );
  refusals.push(...checkPaidOnce(command.payments), ...checkSure(command), ...checkCheckbook(books, command));
  const amounts = command.payments.map((payment, position) => {
    refusals.push(...checkPayee(books, payment, command.way, `/payments/${position}`));
    const { prepays } = payment;
    if (prepays && payment.bills.length > 0)
      refusals.push(refusal('prepaid_beside_bills', `/payments/${position}/prepays`));
    const decision = prepays
      ? decidePrepayment(books, prepaymentOfRun(payment, prepays, command))
      : decidePayment(books, paymentOfRun(payment, command));
    if (decision.accepted) return leavesBank(decision.posted.document);
    // What is wrong with the day or the account of all of them is said once.
    refusals.push(
      ...decision.refusals
        .filter(({ at }) => at !== '/date' && at !== '/account')
        .map((one) => ({ ...one, at: `/payments/${position}${placeOf(one.at, prepays)}` })),
    );
    return base(0n);
  });
  // Credits may make up for a vendor's bills, but not for all of a run: the bank would have nothing to do.
  if (refusals.length === 0 && amounts.every((one) => one === 0n)) refusals.push(refusal('amount_zero', '/payments'));
  if (refusals.length > 0) return refused(refusals);
  const amount = base(amounts.reduce((sum, one) => sum + one, 0n));
  return post(books, { document: { ...command, amounts, amount }, date: command.date, postsNothing: true });
}

const leavesBank = (document: PaymentDocument | PrepaymentDocument): BaseAmount =>
  document.kind === 'payment' ? document.paid.base : base(document.base + document.taxBase);

/** Where in a payment of a run something is wrong: whose it is, and in what currency, stands beside what it prepays. */
const placeOf = (at: string, prepays: RunPrepayment | undefined): string =>
  prepays && at !== '/vendor' && at !== '/currency' ? `/prepays${at}` : at;

/** Checks are drawn on an account that has forms, in its currency. */
function checkCheckbook(books: Books, { way, account, payments }: PaymentRunCommand): Refusal[] {
  if (way !== 'check') return [];
  const currency = currencyOfAccount(books, account);
  const other = payments.findIndex((payment) => payment.currency !== currency);
  return [
    ...(account !== '' && books.bankAccounts.get(account)?.nextCheck === undefined
      ? [refusal('no_checkbook', '/account')]
      : []),
    ...(other >= 0 ? [refusal('check_currency', `/payments/${other}/currency`, { currency })] : []),
  ];
}

/** A payment goes to one payee and account; credit memos go with any. A check needs no account of the vendor's. */
function checkPayee(books: Books, { vendor, bills }: RunPayment, way: RunWay | undefined, at: string): Refusal[] {
  const payees = bills.map(({ of, amount }) => {
    const payable = books.payables.get(of);
    return payable && amount > 0n ? paidTo(books, payable) : undefined;
  });
  const known = payees.filter((payee) => payee !== undefined);
  const [first = 'on-file'] = known;
  const other = payees.findIndex((payee) => payee !== undefined && payeeKey(payee) !== payeeKey(first));
  if (other >= 0) return [refusal('payee_differs', `${at}/bills/${other}`)];
  if (way === 'check') return [];
  const isElsewhere = typeof first !== 'string' && first.account !== '';
  return isElsewhere || books.vendors.get(vendor)?.account ? [] : [refusal('vendor_without_account', `${at}/vendor`)];
}

/** Whoever asks for a run says why what may be paid twice is not. */
function checkSure({ doubts = [], sure = '' }: PaymentRunCommand): Refusal[] {
  const [first] = doubts;
  return first && sure.trim() === '' ? [refusal('may_be_paid_twice', '/sure', { number: first.number })] : [];
}

function checkPaidOnce(payments: readonly RunPayment[]): Refusal[] {
  const seen = new Map<string, number>();
  return payments.flatMap(({ bills }, position) =>
    bills.flatMap(({ of }, line) => {
      const known = seen.get(of);
      seen.set(of, known ?? position);
      // Twice within one payment is refused as every payment refuses it.
      return known === undefined || known === position
        ? []
        : [refusal('line_cited_twice', `/payments/${position}/bills/${line}`, { line: of })];
    }),
  );
}
