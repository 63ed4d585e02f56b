import {
  agreedRatesOf,
  cited,
  currencyOf,
  DIMENSIONS,
  dimensionsOf,
  linesOf,
  numberOf,
  priceOf,
  quantityOf,
  type Reading,
  SOMEONE,
} from '../../state/caseStep.ts';
import { type Fields, isTrue, NotKnown, optionalText, textOf, textsOf } from '../../reading/fields.ts';
import { documentAmountOrThrow } from '../../exact/amounts.ts';
import type { BillCommand } from './command.ts';
export const BILL_WORDS = [
  'currency',
  'lines',
  'charges',
  'expenses',
  'tax',
  'disputed',
  'disbursements',
  'number',
  'another',
  'signed-off',
  'total',
  'total-reason',
  'tax-reason',
  'agreed-rates',
  'instalments',
];

export function billStep({ step, numbers, books, date }: Reading): BillCommand {
  const currency = currencyOf(step, books);
  const lines = linesOf(step, ['of', 'qty', 'price', 'discount', 'difference', 'wait', 'done', 'reason']).map(
    (line) => {
      const said = optionalText(line, 'difference') ?? 'cost';
      const difference = (['cost', 'variance', 'credit'] as const).find((known) => known === said);
      if (!difference) throw new NotKnown(`a difference to ${said} is not known`);
      return {
        of: cited(textOf(line, 'of'), numbers),
        ...quantityOf(line),
        ...priceOf(line),
        difference,
        wait: isTrue(line, 'wait'),
        done: isTrue(line, 'done'),
        reason: optionalText(line, 'reason'),
      };
    },
  );
  const amountOf = (fields: Fields) => documentAmountOrThrow(textOf(fields, 'amount'), currency);
  const charges = linesOf(step, ['type', 'amount', 'reason'], 'charges').map((charge) => ({
    kind: textOf(charge, 'type'),
    amount: amountOf(charge),
    reason: optionalText(charge, 'reason'),
  }));
  const disputed = linesOf(step, ['said', 'amount', 'decision', 'reason'], 'disputed').map((line) => ({
    said: textOf(line, 'said'),
    amount: amountOf(line),
    reason: optionalText(line, 'reason') ?? '',
    decision: optionalText(line, 'decision') === 'not-ours' ? ('not-ours' as const) : ('credit' as const),
  }));
  const disbursements = linesOf(step, ['of', 'amount'], 'disbursements').map((line) => ({
    of: numberOf(textOf(line, 'of'), numbers),
    amount: amountOf(line),
  }));
  const expenses = linesOf(step, ['expense', 'type', 'amount', ...DIMENSIONS], 'expenses').map((line) => ({
    expense: optionalText(line, 'expense') ?? optionalText(line, 'type') ?? 'expense',
    amount: amountOf(line),
    dimensions: dimensionsOf(line),
  }));
  const tax = linesOf(step, ['amount', 'recoverable', 'lines', 'self-assessed', 'with-discount'], 'tax').map(
    (fields) => ({
      amount: amountOf(fields),
      recoverable: fields.recoverable === undefined || isTrue(fields, 'recoverable'),
      lines: fields.lines === undefined ? undefined : textsOf(fields, 'lines').map(Number),
      selfAssessed: isTrue(fields, 'self-assessed'),
      withDiscount: isTrue(fields, 'with-discount'),
    }),
  );
  const [asked, taxReason] = [optionalText(step, 'total'), optionalText(step, 'tax-reason')];
  const whole = {
    ...(taxReason === undefined ? {} : { tax: { reason: taxReason } }),
    ...(asked === undefined
      ? {}
      : { total: { asked: documentAmountOrThrow(asked, currency), reason: optionalText(step, 'total-reason') } }),
  };
  const first = lines[0]?.of ?? '';
  const vendor =
    optionalText(step, 'vendor') ??
    books.receiptLines.get(first)?.vendor ??
    books.orderLines.get(first)?.vendor ??
    SOMEONE;
  const reference = optionalText(step, 'number') ?? textOf(step, 'bill');
  const said = { another: optionalText(step, 'another'), signedOff: isTrue(step, 'signed-off') };
  const agreedRates = agreedRatesOf(step);
  const instalments = linesOf(step, ['due', 'amount'], 'instalments').map((part) => ({
    due: textOf(part, 'due'),
    amount: amountOf(part),
  }));
  const parts = {
    ...(instalments.length > 0 ? { instalments } : {}),
    lines,
    charges,
    expenses,
    tax,
    disputed,
    disbursements,
  };
  return { kind: 'bill', vendor, reference, currency, agreedRates, date, ...parts, whole, ...said };
}
