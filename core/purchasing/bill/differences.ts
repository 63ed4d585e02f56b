import { estimateLeft } from '../../charges/estimate.ts';
import {
  base,
  type BaseAmount,
  documentAmount,
  type DocumentAmount,
  formatAmount,
  toBase,
} from '../../exact/amounts.ts';
import type { Books } from '../../state/books.ts';
import { checkSecondPerson } from '../../state/checks.ts';
import { refusal, type Refusal } from '../../state/refusal.ts';
import { taxesOn } from '../taxCode.ts';
import type { BillDocument, Difference } from './command.ts';
import { allowanceOf, allowanceOfCharge, allowed } from './allowance.ts';

/**
 * Where a bill differs from what was ordered and received: in price, in what is billed and not here, in charges against those
 * estimated on the goods that it bills, in what is not accepted at all, in its tax against what the orders' codes make of its lines,
 * and in what it asks for against what its parts come to. A bill of charges alone is compared when they are allocated.
 */
export function differencesOf(books: Books, bill: BillDocument): Difference[] {
  const lines = bill.lines.flatMap((line, position) => {
    const limits = allowanceOf(books, bill.vendor, line.bought);
    const at = `/lines/${position}`;
    const known = { at, reason: line.reason ?? '' };
    const price = difference(known, 'price', line.priceDifference, allowed(limits, line.priceDifference, line.cleared));
    return line.ahead
      ? [price, difference(known, 'not-here', line.payable, allowed(limits, line.payable, base(0n)))]
      : [price];
  });
  const charges = bill.charges.map((charge, position) => {
    const expected = expectedCharge(books, bill, charge.kind);
    const more = base(bill.lines.length === 0 ? 0n : charge.amount - expected);
    const goods = base(bill.lines.reduce((sum, line) => sum + line.cleared, 0n));
    const limits = allowanceOfCharge(books, bill.vendor, charge.kind);
    return difference(
      { at: `/charges/${position}`, reason: charge.reason ?? '' },
      'charge',
      more,
      allowed(limits, more, expected === 0n ? goods : expected),
    );
  });
  const disputed = bill.disputed.map(({ amount, reason }, position) =>
    difference(
      { at: `/disputed/${position}`, reason },
      'disputed',
      amount,
      books.company.signOffAbove === undefined ? undefined : base(0n),
    ),
  );
  return [...lines, ...charges, ...disputed, ...taxDifference(books, bill), ...totalDifference(books, bill)].filter(
    ({ amount }) => amount !== 0n,
  );
}

/** Whether a difference belongs to no single line. */
export const isOfWhole = ({ kind }: Difference): boolean => kind === 'tax' || kind === 'total';

/** Tax is compared where an order says what tax to expect. Of one code it may be on all that the bill charges and spends besides, too. */
function taxDifference(books: Books, bill: BillDocument): Difference[] {
  const levelsOf = (code: string) => books.taxCodes.get(code) ?? [];
  const lines = bill.lines
    .map(({ amount, taxCode: code }) => ({ amount, code, levels: levelsOf(code) }))
    .filter(({ levels }) => levels.length > 0);
  const [first] = lines;
  if (!first) return [];
  const asked = sumOfAmounts(bill.tax ?? []);
  const besides = [...bill.charges, ...bill.expenses].map(({ documentAmount: amount }) => ({ ...first, amount }));
  const isOneCode = lines.every(({ code }) => code === first.code);
  if (isOneCode && sumOfAmounts(taxesOn([...lines, ...besides])) === asked) return [];
  const expected = inBase(books, bill, sumOfAmounts(taxesOn(lines)));
  const more = base(inBase(books, bill, asked) - expected);
  const known = { at: '/whole/tax', reason: bill.whole?.tax?.reason ?? '' };
  return [difference(known, 'tax', more, allowed(allowanceOfCharge(books, bill.vendor, 'tax'), more, expected))];
}

/** What the paper asks for in all is what its parts come to, to the last cent. */
function totalDifference(books: Books, bill: BillDocument): Difference[] {
  const { total } = bill.whole ?? {};
  if (!total) return [];
  const more = inBase(books, bill, documentAmount(total.asked - bill.total.amount));
  return [difference({ at: '/whole/total', reason: total.reason ?? '' }, 'total', more, base(0n))];
}

const inBase = (books: Books, { currency, rate }: BillDocument, amount: DocumentAmount): BaseAmount =>
  toBase(amount, currency, rate, books.company.currency);
const sumOfAmounts = (parts: readonly { readonly amount: DocumentAmount }[]): DocumentAmount =>
  documentAmount(parts.reduce((sum, { amount }) => sum + amount, 0n));

function difference(
  known: { at: string; reason: string },
  kind: Difference['kind'],
  amount: BaseAmount,
  most: BaseAmount | undefined,
): Difference {
  return { ...known, kind, amount, allowed: most, outside: most !== undefined && sizeOf(amount) > most };
}

const sizeOf = (amount: bigint): bigint => (amount < 0n ? -amount : amount);

/** What was estimated of a kind on the received lines that a bill covers, and no other bill has used. */
function expectedCharge(books: Books, { lines }: BillDocument, kind: string): BaseAmount {
  const received = [...new Set(lines.map(({ of }) => of))].flatMap((of) => books.receiptLines.get(of) ?? []);
  return base(received.reduce((sum, line) => sum + estimateLeft(line, kind), 0n));
}

/**
 * Outside what is allowed each difference needs a reason, and together above the company's amount a second person.
 * @param signedOff whether somebody else has looked at exactly this bill and agreed
 */
export function checkDecided(books: Books, differences: readonly Difference[], signedOff: boolean): Refusal[] {
  const { currency } = books.company;
  const outside = differences.filter((one) => one.outside);
  const unexplained = outside
    .filter(({ reason }) => reason.trim() === '')
    .map(({ at, kind, amount, allowed: most }) =>
      refusal('difference_unexplained', `${at}/reason`, {
        kind,
        currency,
        difference: formatAmount(amount, currency),
        allowed: formatAmount(most ?? base(0n), currency),
      }),
    );
  const sum = base(outside.reduce((total, { amount }) => total + sizeOf(amount), 0n));
  return unexplained.length > 0 ? unexplained : checkSecondPerson(books, sum, books.company.signOffAbove, signedOff);
}
