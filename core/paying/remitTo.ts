import { folded } from '../matching/goods.ts';
import { checkDate } from '../state/checks.ts';
import type { Books } from '../state/books.ts';
import type { Payable, RemitTo } from '../state/owed.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import type { PaymentCommand } from './payment/command.ts';
import type { Day } from '../exact/calendar.ts';

/**
 * Whom a bill is paid to: the vendor at its account on file, somebody else or elsewhere as its paper asks and a second person confirmed,
 * or nobody before that (accounting.md has no rule of it: it moves no amount).
 */
export type PaidTo = 'on-file' | 'unconfirmed' | RemitTo;

export function paidTo(books: Books, { vendor, remitTo }: Payable): PaidTo {
  if (remitTo === undefined || remitTo.answer === 'rejected') return 'on-file';
  // The vendor's account is another by now: two people saw to that.
  const own = folded(books.vendors.get(vendor)?.account ?? '');
  if (remitTo.account !== '' && folded(remitTo.account) === own) return 'on-file';
  return remitTo.answer === 'approved' ? remitTo : 'unconfirmed';
}

/** By which payments to one payee and account are told from others; empty for the vendor's own. */
export const payeeKey = (to: PaidTo): string =>
  typeof to === 'string' ? '' : `${to.payee.trim().toLowerCase()}|${folded(to.account)}`;

/**
 * Money leaves for what a bill asks to be paid elsewhere only once a second person confirmed where, and whoever entered such a bill does
 * not release the run that pays it, as with an account on file (job.md, Who does it).
 */
export function checkPaidTo(
  books: Books,
  payable: Payable,
  { by, run }: Pick<PaymentCommand, 'by' | 'run'>,
  at: string,
): Refusal[] {
  const to = paidTo(books, payable);
  if (to === 'unconfirmed')
    return [refusal('payee_unconfirmed', at, { payee: payable.remitTo?.payee || payable.remitTo?.account || '' })];
  return typeof to !== 'string' && run !== undefined && to.by === by ? [refusal('own_bank_account', at)] : [];
}

/** What a second person says of where a bill is paid to. */
export interface PayeeAnswer {
  readonly of: string;
  readonly date: Day;
  readonly step: 'approved' | 'rejected';
  readonly by: string;
}

/** Whoever entered a bill does not confirm where it is paid to, and it is answered once. */
export function checkPayeeAnswer(books: Books, { of, date, step, by }: PayeeAnswer): Refusal[] {
  const payable = books.payables.get(of);
  const asked = payable?.remitTo;
  if (!payable || !asked) return [refusal('document_unknown', '/of', { document: of })];
  const refusals = checkDate(books, date, [payable.date]);
  if (asked.by === by) refusals.push(refusal('approval_own', '/of'));
  if (asked.answer !== undefined) refusals.push(refusal('approval_not_awaited', '/of'));
  const account = asked.account || books.vendors.get(payable.vendor)?.account;
  if (step === 'approved' && !account) refusals.push(refusal('vendor_without_account', '/of'));
  return refusals;
}
