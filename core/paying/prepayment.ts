import {
  base,
  type BaseAmount,
  type DocumentAmount,
  documentAmountOrThrow,
  ONE_TO_ONE,
  type Rate,
  toBase,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import { checkCurrency, checkDate, rateOn } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { checkHold, checkPayer } from '../purchasing/vendor.ts';
import { currencyOf, type Reading, SOMEONE } from '../state/caseStep.ts';
import { kind } from '../state/kind.ts';
import { optionalText, textOf } from '../reading/fields.ts';

export interface PrepaymentCommand {
  readonly kind: 'prepayment';
  readonly vendor: string;
  readonly by?: string | undefined;
  readonly currency: string;
  readonly date: Day;
  readonly amount: DocumentAmount;
}

export interface PrepaymentDocument extends PrepaymentCommand {
  readonly rate: Rate;
  readonly base: BaseAmount;
}

/** Money paid before the bill: prepayments against the bank at the day's rate; a payment uses it later (accounting.md). */
export function decidePrepayment(books: Books, command: PrepaymentCommand): Decision<PrepaymentDocument> {
  const refusals: Refusal[] = [
    ...checkDate(books, command.date),
    ...checkCurrency(books, command.currency, command.date),
  ];
  refusals.push(...checkHold(books, command.vendor, '/vendor'), ...checkPayer(books, command.vendor, command.by));
  if (command.amount <= 0n) refusals.push(refusal('amount_zero', '/amount'));
  if (refusals.length > 0) return refused(refusals);
  const rate = rateOn(books, command.currency, command.date) ?? ONE_TO_ONE;
  const amount = toBase(command.amount, command.currency, rate, books.company.currency);
  return post(books, {
    document: { ...command, rate, base: amount },
    date: command.date,
    effects: {
      flows: [
        { account: 'prepayments', amount, about: { vendor: command.vendor } },
        { account: 'bank', amount: base(-amount), about: {} },
      ],
    },
  });
}

function prepaymentStep({ step, books, date }: Reading): PrepaymentCommand {
  const currency = currencyOf(step, books);
  return {
    kind: 'prepayment',
    vendor: optionalText(step, 'vendor') ?? SOMEONE,
    currency,
    date,
    amount: documentAmountOrThrow(textOf(step, 'amount'), currency),
  };
}

export const prepayment = kind({
  name: 'prepayment',
  decide: decidePrepayment,
  record: (next, { vendor, currency, date, amount, base }, document) =>
    void next.prepayments.set(document, { document, vendor, currency, date, amount, base, used: [] }),
  verbs: { prepay: { keys: ['currency', 'amount'], read: prepaymentStep } },
});
