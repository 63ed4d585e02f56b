import {
  documentAmount,
  type DocumentAmount,
  formatAmount,
  formatQuantity,
  quantity,
  sumOf,
  toBase,
} from '../../exact/amounts.ts';
import { checkAccount, currencyOfAccount } from '../../state/bankAccount.ts';
import type { Books } from '../../state/books.ts';
import type { Payable, Prepayment } from '../../state/owed.ts';
import type { PaymentRun, RunPayment } from '../../state/paying.ts';
import { sumOfParts } from '../../exact/cumulative.ts';
import { takenOf } from '../../state/prepaid.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { checkPaidTo } from '../remitTo.ts';
import type { PaymentCommand } from './command.ts';

export type Bill = PaymentCommand['bills'][number];

const openOf = (payable: Payable): bigint => payable.amount - payable.paid.reduce((sum, part) => sum + part.amount, 0n);

export function checkBill(
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
  if (payable.held !== undefined) return [refusal('bill_held', at, { reason: payable.held })];
  const settled = settledBy(bill);
  const sign = payable.amount < 0n ? -1n : 1n;
  if ([bill.amount, bill.discount, bill.withheld ?? 0n].some((figure) => figure * sign < 0n))
    return [refusal('amount_negative', `${at}/amount`)];
  if (settled * sign <= 0n) return [refusal('amount_zero', `${at}/amount`)];
  const waiting = stillToCome(books, payable);
  if (waiting > 0n) return [refusal('payment_waits_for_goods', at, { waiting: formatQuantity(quantity(waiting)) })];
  // What a prepayment pays leaves no bank.
  const elsewhere = command.from === undefined ? checkPaidTo(books, payable, command, at) : [];
  if (elsewhere.length > 0) return elsewhere;
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

export const settledBy = ({ amount, discount, writeOff, withheld = documentAmount(0n) }: Bill): DocumentAmount =>
  documentAmount(amount + discount + writeOff + withheld);

/** What was billed ahead of the goods, to be paid when they are here, and is not. */
function stillToCome(books: Books, { waitsFor }: Payable): bigint {
  const aheads = waitsFor.flatMap(
    ({ line, of }) => books.orderLines.get(of)?.aheads.filter((ahead) => ahead.line === line) ?? [],
  );
  return aheads.reduce((sum, ahead) => sum + ahead.quantity - sumOf(ahead.taken), 0n);
}

/** What customs gives back comes in as money, as the bank got it; what a vendor owes is set off, or closed as a claim. */
const isCustomsRefund = ({ payables }: Books, { bills, from, run, took }: PaymentCommand): boolean =>
  from === undefined &&
  run === undefined &&
  took === undefined &&
  bills.every(({ of }) => payables.get(of)?.account === 'customs-payable');

export function checkPaid(books: Books, command: PaymentCommand, prepaid: Prepayment | undefined): Refusal[] {
  const total = command.bills.reduce((sum, bill) => sum + bill.amount, 0n);
  if (total < 0n && !isCustomsRefund(books, command)) return [refusal('payment_negative', '/bills')];
  if (command.from === undefined) return [];
  if (!prepaid) return [refusal('document_unknown', '/from', { document: command.from })];
  if (prepaid.vendor !== command.vendor) return [refusal('vendor_differs', '/from')];
  if (prepaid.currency !== command.currency)
    return [refusal('currency_differs', '/currency', { ordered: prepaid.currency, billed: command.currency })];
  const left = prepaid.amount - sumOfParts(takenOf(prepaid)).amount;
  return total > left
    ? [refusal('prepayment_exceeds_left', '/from', { left: formatAmount(left, prepaid.currency) })]
    : [];
}

/** Whether it is what a place of a run asks for. */
export const isAsAsked =
  ({ vendor, currency, bills, date, account, from, took }: PaymentCommand) =>
  (asked: RunPayment, run: PaymentRun): boolean =>
    asked.vendor === vendor &&
    asked.currency === currency &&
    run.date === date &&
    run.account === account &&
    from === undefined &&
    took === undefined &&
    asked.bills.length === bills.length &&
    asked.bills.every(({ of, amount, discount }, at) => {
      const bill = bills[at];
      return bill?.of === of && bill.amount === amount && settledBy(bill) === amount + discount;
    });

/** The account, what the bank took, and kept: only of what leaves it; in the account's own currency it is what is paid, and the fee. */
export function checkBank(books: Books, command: PaymentCommand): Refusal[] {
  const { took, fee = documentAmount(0n), from, account, date } = command;
  if (from !== undefined && account !== undefined) return [refusal('bank_not_used', '/account')];
  const wrong = checkAccount(books, account, date);
  if (wrong.length > 0) return wrong;
  if (took === undefined && fee === 0n) return [];
  if (from !== undefined) return [refusal('bank_not_used', took === undefined ? '/fee' : '/took')];
  if (fee < 0n) return [refusal('amount_negative', '/fee')];
  if (took === undefined) return [];
  if (took < fee) return [refusal('fee_exceeds_taken', '/fee')];
  const currency = currencyOfAccount(books, account);
  const paid = command.bills.reduce((sum, bill) => sum + bill.amount, 0n);
  return command.currency === currency && took !== paid + fee
    ? [refusal('took_differs', '/took', { amount: formatAmount(paid + fee, currency) })]
    : [];
}
