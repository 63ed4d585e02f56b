import { lineId, type LineId } from '../costing/pool.ts';
import {
  base,
  type BaseAmount,
  type DocumentAmount,
  documentAmountOrThrow,
  ONE_TO_ONE,
  ONE_UNIT,
  quantity,
  type Rate,
  toBase,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Flow } from '../costing/effects.ts';
import { optionalText, textOf } from '../reading/fields.ts';
import type { Books } from '../state/books.ts';
import { linesOf, numberOf, type Reading, SOMEONE } from '../state/caseStep.ts';
import { checkCurrency, checkDate, rateOn } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { kind } from '../state/kind.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import type { Writing } from '../state/writing.ts';

/** Why a vendor owes what no goods went back for. */
export const CLAIMED_FOR = ['rebate', 'paid-twice', 'promised'] as const;

/** What a vendor will credit or pay back though nothing went back and no bill said so: a rebate, a bill that was paid twice, what was promised. */
export interface ClaimCommand {
  readonly kind: 'claim';
  readonly vendor: string;
  readonly currency: string;
  readonly date: Day;
  readonly why: (typeof CLAIMED_FOR)[number];
  /** What is agreed, or how it came to be. */
  readonly reason: string;
  /** The bill that it is about; undefined for none. */
  readonly bill?: string | undefined;
  readonly lines: readonly {
    readonly said: string;
    /** The expense that it lowers; undefined for purchase price variance. */
    readonly expense: string | undefined;
    readonly amount: DocumentAmount;
  }[];
}

export interface ClaimDocument extends Omit<ClaimCommand, 'lines'> {
  readonly rate: Rate;
  readonly lines: readonly (ClaimCommand['lines'][number] & { readonly id: LineId; readonly base: BaseAmount })[];
}

/**
 * What is claimed is expected as credit at the day's rate, and lowers purchase price variance or an expense; a credit memo, money or a refusal ends it
 * as they end what was asked back of a bill (accounting.md, credit memo on a price, rebate).
 */
export function decideClaim(books: Books, command: ClaimCommand): Decision<ClaimDocument> {
  const bill = command.bill === undefined ? undefined : books.payables.get(command.bill);
  const refusals: Refusal[] = [
    ...checkDate(books, command.date, bill ? [bill.date] : []),
    ...checkCurrency(books, command.currency, command.date),
  ];
  if (command.bill !== undefined && !bill)
    refusals.push(refusal('document_unknown', '/bill', { document: command.bill }));
  if (bill && bill.vendor !== command.vendor) refusals.push(refusal('vendor_differs', '/bill'));
  if (command.reason.trim() === '') refusals.push(refusal('reason_missing', '/reason'));
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach(({ amount }, position) => {
    if (amount <= 0n) refusals.push(refusal('amount_zero', `/lines/${position}/amount`));
  });
  if (refusals.length > 0) return refused(refusals);

  const rate = rateOn(books, command.currency, command.date) ?? ONE_TO_ONE;
  const number = books.nextDocument.toString();
  const lines = command.lines.map((line, position) => ({
    ...line,
    id: lineId(number, position + 1),
    base: toBase(line.amount, command.currency, rate, books.company.currency),
  }));
  return post(books, {
    document: { ...command, rate, lines },
    date: command.date,
    cites: command.bill === undefined ? [] : [command.bill],
    effects: {
      flows: lines.flatMap(({ expense, base: amount }): Flow[] => [
        { account: 'expected-credits', amount, about: { vendor: command.vendor } },
        loweredFlow(books, command.vendor, expense, base(-amount)),
      ]),
    },
  });
}

/** What a claim lowers; what is refused of it goes there again. */
export function loweredFlow(books: Books, vendor: string, expense: string | undefined, amount: BaseAmount): Flow {
  if (expense !== undefined) return { account: 'expense', amount, about: { vendor, expense } };
  return {
    account: books.company.recognition === 'on-purchase' ? 'purchases' : 'price-variance',
    amount,
    about: { vendor },
  };
}

function recordClaim(next: Writing, { vendor, currency, date, rate, lines }: ClaimDocument): void {
  const nothing = { item: undefined, charge: undefined, goods: undefined, dimensions: undefined };
  for (const { id, expense, amount, base: inBase } of lines)
    next.creditable.set(id, {
      ...nothing,
      id,
      kind: 'claim',
      vendor,
      currency,
      rate,
      date,
      expense,
      quantity: quantity(0n),
      per: ONE_UNIT,
      amount,
      base: base(0n),
      expected: { amount, base: inBase },
      credits: [],
    });
}

function claimStep({ step, numbers, books, date }: Reading): ClaimCommand {
  const currency = optionalText(step, 'currency') ?? books.company.currency;
  const bill = optionalText(step, 'bill');
  return {
    kind: 'claim',
    vendor: optionalText(step, 'vendor') ?? SOMEONE,
    currency,
    date,
    why: CLAIMED_FOR.find((why) => why === optionalText(step, 'why')) ?? 'promised',
    reason: optionalText(step, 'reason') ?? '',
    ...(bill === undefined ? {} : { bill: numberOf(bill, numbers) }),
    lines: linesOf(step, ['said', 'expense', 'amount']).map((line) => ({
      said: optionalText(line, 'said') ?? '',
      expense: optionalText(line, 'expense'),
      amount: documentAmountOrThrow(textOf(line, 'amount'), currency),
    })),
  };
}

export const claim = kind({
  name: 'claim',
  decide: decideClaim,
  record: recordClaim,
  verbs: { claim: { keys: ['currency', 'why', 'reason', 'bill', 'lines'], read: claimStep } },
});
