import type { BodyOf } from '@obolus/contract/kinds/kinds';
import type { BillCommand } from '@obolus/core/purchasing/bill/command';
import { isDay } from '@obolus/core/exact/calendar';
import { refusal } from '@obolus/core/state/refusal';
import type { Elsewhere } from '../../billPapers/paidElsewhere.ts';
import { problemOfAccount, problemOfBankCode } from '../../transfers/accountNumbers.ts';
import type { Reader } from '../../asking/reader.ts';
import type { Asking } from '../documentCommand.ts';
import { readAgreedRates } from '../crossRates.ts';
import { dimensionsOf } from '../readParts.ts';

/** Whom it asks to be paid to, as somebody typed it. */
function typedPayee({ remitTo }: BodyOf<'bill'>, reader: Reader): Elsewhere | undefined {
  if (!remitTo) return undefined;
  const [payee, account, bankCode] = [remitTo.payee.trim(), remitTo.toAccount.trim(), remitTo.bankCode.trim()];
  if (problemOfAccount(account)) reader.refusals.push(refusal('account_wrong', '/remitTo/toAccount'));
  if (problemOfBankCode(bankCode)) reader.refusals.push(refusal('bank_code_wrong', '/remitTo/bankCode'));
  return payee === '' && account === '' ? undefined : { payee, account, bankCode };
}

const remitToOf = (elsewhere: Elsewhere | undefined, user: string): Pick<BillCommand, 'remitTo'> =>
  elsewhere ? { remitTo: { ...elsewhere, by: user } } : {};

/** The body of a bill as the core's command; what cannot be read is left with the reader. */
export function readBillBody(body: BodyOf<'bill'>, reader: Reader, { signedOff, remitTo, user }: Asking): BillCommand {
  if (body.due && !isDay(body.due)) reader.refusals.push(refusal('date_impossible', '/due', { date: body.due }));
  else if (body.due && body.due < body.date)
    reader.refusals.push(refusal('due_before_billed', '/due', { date: body.date }));
  return {
    kind: 'bill',
    vendor: reader.given(body.vendor, '/vendor'),
    reference: reader.given(body.reference, '/reference'),
    another: body.another,
    signedOff,
    currency: body.currency,
    agreedRates: readAgreedRates(body, reader),
    date: body.date,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      price: reader.price(line.price, `/lines/${position}/price`),
      discount: reader.discount(line.discount, `/lines/${position}/discount`),
      difference: line.difference,
      wait: line.wait,
      done: line.done,
      reason: line.reason,
    })),
    charges: body.charges.map((charge, position) => ({
      kind: charge.kind,
      reason: charge.reason,
      amount: reader.document(charge.amount, body.currency, `/charges/${position}/amount`),
    })),
    expenses: (body.expenses ?? []).map((line, position) => ({
      expense: reader.given(line.expense, `/expenses/${position}/expense`),
      amount: reader.document(line.amount, body.currency, `/expenses/${position}/amount`),
      dimensions: dimensionsOf(line),
    })),
    disputed: (body.disputed ?? []).map((line, position) => ({
      ...line,
      amount: reader.document(line.amount, body.currency, `/disputed/${position}/amount`),
    })),
    disbursements: (body.disbursements ?? []).map((line, position) => ({
      of: line.of,
      amount: reader.document(line.amount, body.currency, `/disbursements/${position}/amount`),
    })),
    tax: (body.tax ?? []).map((tax, position) => ({
      amount: reader.document(tax.amount, body.currency, `/tax/${position}/amount`),
      recoverable: tax.recoverable,
      lines: tax.lines,
      selfAssessed: tax.selfAssessed,
      withDiscount: tax.withDiscount,
    })),
    ...(body.instalments?.length
      ? {
          instalments: body.instalments.map(({ due, amount }, position) => ({
            due: reader.given(due, `/instalments/${position}/due`),
            amount: reader.document(amount, body.currency, `/instalments/${position}/amount`),
          })),
        }
      : {}),
    ...remitToOf(remitTo ?? typedPayee(body, reader), user),
    whole: {
      tax: body.whole?.tax,
      total: body.whole?.total && {
        ...body.whole.total,
        asked: reader.document(body.whole.total.asked, body.currency, '/whole/total/asked'),
      },
    },
  };
}
