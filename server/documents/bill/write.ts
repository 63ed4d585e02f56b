import type { BodyOf } from '@obolus/contract/kinds/kinds';
import { formatAmount, formatPrice, formatQuantity } from '@obolus/core/exact/amounts';
import type { BillCommand } from '@obolus/core/purchasing/bill/command';
import { writeAgreedRates } from '../crossRates.ts';
import { dimensions, given, percent, type ServerNames } from '../writeParts.ts';

/** A bill's command as a body: what reading it gives is the command again. */
export function writeBill(command: BillCommand, names: ServerNames): BodyOf<'bill'> {
  const amount = (minor: bigint) => formatAmount(minor, command.currency);
  return {
    vendor: names.vendor(command.vendor),
    reference: command.reference,
    ...given('another', command.another),
    date: command.date,
    currency: command.currency,
    ...writeAgreedRates(command.agreedRates),
    lines: command.lines.map((line) => ({
      of: names.line(line.of),
      quantity: formatQuantity(line.quantity),
      price: formatPrice(line.price),
      discount: percent(line.discount),
      difference: line.difference,
      ...(line.done ? { done: true } : {}),
      ...(line.wait ? { wait: true } : {}),
      ...given('reason', line.reason),
    })),
    charges: command.charges.map((charge) => ({
      kind: charge.kind,
      amount: amount(charge.amount),
      ...given('reason', charge.reason),
    })),
    expenses: (command.expenses ?? []).map((line) => ({
      expense: line.expense,
      amount: amount(line.amount),
      ...dimensions(line.dimensions),
    })),
    disputed: (command.disputed ?? []).map((line) => ({ ...line, amount: amount(line.amount) })),
    ...(command.disbursements?.length
      ? {
          disbursements: command.disbursements.map(({ of, amount: paid }) => ({
            of: names.document(of),
            amount: amount(paid),
          })),
        }
      : {}),
    tax: (command.tax ?? []).map((tax) => ({
      amount: amount(tax.amount),
      recoverable: tax.recoverable,
      ...(tax.selfAssessed ? { selfAssessed: true } : {}),
      ...(tax.withDiscount ? { withDiscount: true } : {}),
      ...(tax.lines === undefined ? {} : { lines: [...tax.lines] }),
    })),
    ...(command.instalments?.length
      ? { instalments: command.instalments.map((part) => ({ due: part.due, amount: amount(part.amount) })) }
      : {}),
    ...(command.remitTo
      ? {
          remitTo: {
            payee: command.remitTo.payee,
            toAccount: command.remitTo.account,
            bankCode: command.remitTo.bankCode,
          },
        }
      : {}),
    whole: {
      ...(command.whole?.tax ? { tax: command.whole.tax } : {}),
      ...(command.whole?.total
        ? {
            total: {
              asked: amount(command.whole.total.asked),
              ...given('reason', command.whole.total.reason),
            },
          }
        : {}),
    },
  };
}
