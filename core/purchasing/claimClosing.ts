import type { About } from '../books/journal.ts';
import { lineId, type LineId } from '../costing/pool.ts';
import {
  base,
  type BaseAmount,
  baseOrThrow,
  documentAmount,
  type DocumentAmount,
  documentAmountOrThrow,
  formatAmount,
  formatQuantity,
  ONE_TO_ONE,
  quantity,
  type Quantity,
  type Rate,
  toBase,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import { divideRounded } from '../exact/rounding.ts';
import type { Cost, Flow } from '../costing/effects.ts';
import { isTrue, optionalText, textOf } from '../reading/fields.ts';
import type { Books } from '../state/books.ts';
import { cited, linesOf, quantityOf, type Reading, SOMEONE, whoAndWhy } from '../state/caseStep.ts';
import { checkCitedOnce, checkCurrency, checkDate, checkSecondPerson, rateOn } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import { kind } from '../state/kind.ts';
import type { CreditableLine } from '../state/owed.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { cameIn } from '../state/cameIn.ts';
import { change } from '../state/writing.ts';
import { loweredFlow } from './claim.ts';
import { atWhatItIsCarried, expectedPart, leftOf, openQuantity, returnedPart } from './creditable.ts';

/** What a vendor owes ends without a credit memo: it gives money back, or refuses (accounting.md, claim refused, refund in money). */
export interface ClaimClosingCommand {
  readonly kind: 'claim-closing';
  readonly vendor: string;
  readonly currency: string;
  readonly date: Day;
  /** Why what is refused is let go. */
  readonly reason: string;
  /** What came into the bank for all of it; at the day's rate where undefined. */
  readonly got?: BaseAmount | undefined;
  readonly lines: readonly ClaimLine[];
  /** Whether somebody else has looked at exactly this and agreed. */
  readonly signedOff?: boolean | undefined;
}

/** Goods that went back by quantity, everything else by what of the amount asked for is closed. What did not come in money is refused. */
export interface ClaimLine {
  readonly of: LineId;
  readonly quantity?: Quantity | undefined;
  readonly amount?: DocumentAmount | undefined;
  readonly received: DocumentAmount;
  /** Where a price difference that is refused goes. */
  readonly to: 'cost' | 'variance';
}

/** A closed claim: what it takes of the line that it is of, what of that is refused, at the rate at which the claim stands. */
export interface ClosedClaim extends ClaimLine {
  readonly id: LineId;
  readonly isReturn: boolean;
  readonly closed: Quantity;
  readonly ownAmount: DocumentAmount;
  readonly own: BaseAmount;
  readonly kept: BaseAmount;
  /** Its part of what the bank got. */
  readonly money: BaseAmount;
}

export interface ClaimClosingDocument extends Omit<ClaimClosingCommand, 'lines'> {
  readonly rate: Rate;
  readonly lines: readonly ClosedClaim[];
}

/**
 * The claim is cleared as it was booked; money comes in at what the bank got, the rest of the rate is exchange difference. What is refused of a price
 * difference goes into the goods or to variance, of a return to return variance, of what was not accepted to expense, of any other claim to what it lowered. More than the company lets one person
 * decide alone is refused with a second person only.
 */
export function decideClaimClosing(books: Books, command: ClaimClosingCommand): Decision<ClaimClosingDocument> {
  const claims = command.lines.map(({ of }) => books.creditable.get(of));
  const refusals: Refusal[] = [
    ...checkDate(
      books,
      command.date,
      claims.flatMap((claim) => (claim ? [claim.date] : [])),
    ),
    ...checkCurrency(books, command.currency, command.date),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach((line, position) =>
    refusals.push(...checkLine(command, line, claims[position], `/lines/${position}`)),
  );
  refusals.push(...checkGot(books, command));
  if (refusals.length > 0) return refused(refusals);

  const rate = rateOn(books, command.currency, command.date) ?? ONE_TO_ONE;
  const number = books.nextDocument.toString();
  const lines = closedClaims(books, command, claims as CreditableLine[], rate, number);
  if (command.reason.trim() === '' && lines.some(({ kept }) => kept !== 0n))
    return refused([refusal('reason_missing', '/reason')]);
  const letGo = base(lines.reduce((sum, { kept }) => sum + (kept < 0n ? -kept : kept), 0n));
  const second = checkSecondPerson(books, letGo, books.company.signOffAbove, command.signedOff);
  if (second.length > 0) return refused(second);
  const money = base(lines.reduce((sum, line) => sum + line.money, 0n));
  return post(books, {
    document: { ...command, rate, lines },
    date: command.date,
    cites: command.lines.map(({ of }) => of),
    effects: {
      flows: [
        { account: 'bank', amount: money, about: {} },
        ...lines.flatMap((line, position) => flowsOf(books, line, claims[position] as CreditableLine)),
      ],
      costs: lines.flatMap((line, position) => costsOf(line, claims[position] as CreditableLine)),
    },
  });
}

function checkLine(
  command: ClaimClosingCommand,
  line: ClaimLine,
  of: CreditableLine | undefined,
  at: string,
): Refusal[] {
  if (!of) return [refusal('line_unknown', at, { line: line.of })];
  if (of.vendor !== command.vendor) return [refusal('vendor_differs', at)];
  if (of.currency !== command.currency)
    return [refusal('currency_differs', '/currency', { ordered: of.currency, billed: command.currency })];
  if (line.received < 0n) return [refusal('amount_negative', `${at}/received`)];
  if (of.kind === 'return') {
    if (line.quantity === undefined) return [refusal('missing', `${at}/quantity`)];
    if (line.quantity <= 0n) return [refusal('quantity_not_positive', `${at}/quantity`)];
    const open = openQuantity(of);
    return line.quantity <= open
      ? []
      : [exceeds(`${at}/quantity`, formatQuantity(open), formatQuantity(line.quantity))];
  }
  if (line.amount === undefined) return [refusal('missing', `${at}/amount`)];
  if (line.amount <= 0n) return [refusal('amount_zero', `${at}/amount`)];
  const left = leftOf(of, 'expected');
  if (line.amount > left)
    return [exceeds(`${at}/amount`, formatAmount(left, of.currency), formatAmount(line.amount, of.currency))];
  return line.received > line.amount
    ? [exceeds(`${at}/received`, formatAmount(line.amount, of.currency), formatAmount(line.received, of.currency))]
    : [];
}

const exceeds = (at: string, open: string, asked: string): Refusal =>
  refusal('credit_exceeds_open', at, { open, quantity: asked });

function checkGot(books: Books, { got, currency, lines }: ClaimClosingCommand): Refusal[] {
  if (got === undefined) return [];
  if (got < 0n) return [refusal('amount_negative', '/got')];
  const received = lines.reduce((sum, line) => sum + line.received, 0n);
  if (received === 0n && got !== 0n) return [refusal('got_for_nothing', '/got')];
  const { currency: home } = books.company;
  return currency === home && got !== received
    ? [refusal('took_differs', '/got', { amount: formatAmount(base(received), home) })]
    : [];
}

function closedClaims(
  books: Books,
  { lines, got, currency }: ClaimClosingCommand,
  claims: readonly CreditableLine[],
  rate: Rate,
  number: string,
): ClosedClaim[] {
  const home = books.company.currency;
  const total = lines.reduce((sum, { received }) => sum + received, 0n);
  const inBase = got ?? toBase(documentAmount(total), currency, rate, home);
  let [soFar, given] = [0n, 0n];
  return lines.map((line, position) => {
    const of = claims[position] as CreditableLine;
    const isReturn = of.kind === 'return';
    const { ownAmount, own } =
      isReturn && line.quantity !== undefined
        ? returnedPart(of, line.quantity)
        : { ownAmount: line.received, own: expectedPart(of, line.amount ?? documentAmount(0n)) };
    // Each line takes its cumulative part of what came: nothing is left when the last one goes.
    soFar += line.received;
    const money = total === 0n ? 0n : divideRounded(inBase * soFar, total) - given;
    given += money;
    const kept = isReturn
      ? atWhatItIsCarried(of, ownAmount - line.received, home)
      : partOf(own, (line.amount ?? 0n) - line.received, line.amount ?? 0n);
    const id = lineId(number, position + 1);
    return { ...line, id, isReturn, closed: line.quantity ?? quantity(0n), ownAmount, own, kept, money: base(money) };
  });
}

const partOf = (own: BaseAmount, part: bigint, of: bigint): BaseAmount =>
  of === 0n ? base(0n) : base(divideRounded(own * part, of));

function flowsOf(books: Books, line: ClosedClaim, of: CreditableLine): Flow[] {
  const { own, kept, money, isReturn } = line;
  const about: About = { vendor: of.vendor, ...of.dimensions };
  const onPurchase = books.company.recognition === 'on-purchase';
  // Where purchases are expensed, goods that went back stand in no claim: what comes for them lowers purchases.
  if (onPurchase && isReturn)
    return [{ account: 'purchases', amount: base(-money), about: { ...about, item: of.item } }];
  const exchange: Flow = {
    account: 'exchange-difference',
    amount: base(own - kept - money),
    about: of.dimensions ?? {},
  };
  const item: About = { item: of.item, ...of.dimensions };
  if (isReturn)
    return [
      { account: 'returns-to-credit', amount: base(-own), about },
      { account: 'return-variance', amount: kept, about: item },
      exchange,
    ];
  return [{ account: 'expected-credits', amount: base(-own), about }, keptFlow(books, line, of, about), exchange];
}

/** Where a refused price difference goes; what goes into goods is carried by goods received not invoiced, as with a bill. */
function keptFlow(books: Books, { kept, to }: ClosedClaim, of: CreditableLine, about: About): Flow {
  if (of.kind === 'claim') return loweredFlow(books, of.vendor, of.expense, kept);
  if (of.expense !== undefined) return { account: 'expense', amount: kept, about: { ...about, expense: of.expense } };
  if (of.kind !== 'bill') return { account: 'expense', amount: kept, about };
  if (books.company.recognition === 'on-purchase')
    return { account: 'purchases', amount: kept, about: { ...about, item: of.item } };
  return to === 'cost' && of.goods
    ? { account: 'grni', amount: kept, about }
    : { account: 'price-variance', amount: kept, about: { ...about, item: of.item } };
}

function costsOf({ to, kept, isReturn }: ClosedClaim, { goods, vendor, dimensions, kind: of }: CreditableLine): Cost[] {
  if (isReturn || of !== 'bill' || to !== 'cost' || !goods || kept === 0n) return [];
  return [
    {
      pool: goods.pool,
      movement: goods.movement,
      date: goods.date,
      component: 'price difference',
      shared: false,
      amount: kept,
      against: 'grni',
      about: { vendor, ...dimensions },
    },
  ];
}

function claimClosingStep({ step, numbers, books, date }: Reading): ClaimClosingCommand {
  const listed = linesOf(step, ['of', 'qty', 'amount', 'received', 'to']);
  const first = books.creditable.get(cited(textOf(listed[0] ?? {}, 'of'), numbers));
  const currency = optionalText(step, 'currency') ?? first?.currency ?? books.company.currency;
  const got = optionalText(step, 'got');
  return {
    kind: 'claim-closing',
    vendor: optionalText(step, 'vendor') ?? first?.vendor ?? SOMEONE,
    currency,
    date,
    reason: whoAndWhy(step).reason,
    signedOff: isTrue(step, 'signed-off'),
    got: got === undefined ? undefined : baseOrThrow(got, books.company.currency),
    lines: listed.map((line) => ({
      of: cited(textOf(line, 'of'), numbers),
      ...(line.qty === undefined ? {} : quantityOf(line)),
      ...(line.amount === undefined ? {} : { amount: documentAmountOrThrow(textOf(line, 'amount'), currency) }),
      received: documentAmountOrThrow(optionalText(line, 'received') ?? '0', currency),
      to: optionalText(line, 'to') === 'variance' ? 'variance' : 'cost',
    })),
  };
}

export const claimClosing = kind({
  name: 'claim-closing',
  decide: decideClaimClosing,
  record(next, { vendor, currency, lines, date }: ClaimClosingDocument, number) {
    cameIn(next, number, {
      vendor,
      currency,
      date,
      amount: documentAmount(lines.reduce((sum, { received }) => sum + received, 0n)),
      got: base(lines.reduce((sum, { money }) => sum + money, 0n)),
    });
    for (const { id, of, isReturn, closed, amount, ownAmount, own } of lines) {
      const taken = {
        line: id,
        date,
        quantity: closed,
        amount: ownAmount,
        base: own,
        expected: isReturn ? documentAmount(0n) : (amount ?? documentAmount(0n)),
        expectedBase: isReturn ? base(0n) : own,
      };
      change(next.creditable, of, (known) => ({ ...known, credits: [...known.credits, taken] }));
    }
  },
  verbs: { 'claim-closing': { keys: ['currency', 'got', 'reason', 'signed-off', 'lines'], read: claimClosingStep } },
});
