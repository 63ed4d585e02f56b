import type { About } from '../../books/journal.ts';
import { lineId } from '../../costing/pool.ts';
import {
  base,
  type BaseAmount,
  documentAmount,
  formatAmount,
  formatQuantity,
  ONE_TO_ONE,
  quantity,
} from '../../exact/amounts.ts';
import { divideRounded } from '../../exact/rounding.ts';
import type { Cost, Flow } from '../../costing/effects.ts';
import { bankFlow, checkAccount, currencyOfAccount, movedOn } from '../../state/bankAccount.ts';
import type { Books } from '../../state/books.ts';
import { checkCitedOnce, checkCurrency, checkDate, checkSecondPerson, rateOn } from '../../state/checks.ts';
import { type Decision, post, refused } from '../../state/decision.ts';
import type { CreditableLine } from '../../state/owed.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { loweredFlow } from '../claim.ts';
import { atWhatItIsCarried, expectedPart, leftOf, openQuantity, returnedPart } from '../creditable.ts';
import type { ClaimClosingCommand, ClaimClosingDocument, ClaimLine, ClosedClaim } from './command.ts';

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
  const received = documentAmount(command.lines.reduce((sum, line) => sum + line.received, 0n));
  const came = movedOn(books, command, received, command.got);
  const lines = closedClaims(books, command, claims as CreditableLine[], came.base, number);
  if (command.reason.trim() === '' && lines.some(({ kept }) => kept !== 0n))
    return refused([refusal('reason_missing', '/reason')]);
  const letGo = base(lines.reduce((sum, { kept }) => sum + (kept < 0n ? -kept : kept), 0n));
  const second = checkSecondPerson(books, letGo, books.company.signOffAbove, command.signedOff);
  if (second.length > 0) return refused(second);
  return post(books, {
    document: { ...command, rate, lines, came },
    date: command.date,
    cites: command.lines.map(({ of }) => of),
    effects: {
      flows: [
        bankFlow(books, command.account, came),
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

function checkGot(books: Books, { account, date, got, currency, lines }: ClaimClosingCommand): Refusal[] {
  const wrong = checkAccount(books, account, date);
  if (wrong.length > 0 || got === undefined) return wrong;
  if (got < 0n) return [refusal('amount_negative', '/got')];
  const received = lines.reduce((sum, line) => sum + line.received, 0n);
  if (received === 0n && got !== 0n) return [refusal('got_for_nothing', '/got')];
  return currency === currencyOfAccount(books, account) && got !== received
    ? [refusal('took_differs', '/got', { amount: formatAmount(received, currency) })]
    : [];
}

function closedClaims(
  books: Books,
  { lines }: ClaimClosingCommand,
  claims: readonly CreditableLine[],
  cameInBase: BaseAmount,
  number: string,
): ClosedClaim[] {
  const home = books.company.currency;
  const total = lines.reduce((sum, { received }) => sum + received, 0n);
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
    const money = total === 0n ? 0n : divideRounded(cameInBase * soFar, total) - given;
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
