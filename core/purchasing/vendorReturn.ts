import type { About } from '../books/journal.ts';
import { lineId, type LineId, type LotPart, type PoolId } from '../costing/pool.ts';
import { base, type BaseAmount, documentAmount, formatQuantity, quantity, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import type { ReceiptLine, ReturnedLine } from '../state/purchasing.ts';
import { checkCitedOnce, checkDate, checkLots, checkSecondPerson } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import type { Flow, NewMovement } from '../costing/effects.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { cited, linesOf, lotsOf, quantityOf, type Reading, SOMEONE } from '../state/caseStep.ts';
import { change, type Writing } from '../state/writing.ts';
import { isTrue, optionalText, textOf } from '../reading/fields.ts';
import { kind } from '../state/kind.ts';
import { billedPart, clearing, unbilledOf } from '../state/billedAmounts.ts';

export interface ReturnCommand {
  readonly kind: 'return';
  readonly vendor: string;
  readonly date: Day;
  readonly lines: readonly {
    of: LineId;
    quantity: Quantity;
    lots?: readonly LotPart[] | undefined;
    /** Why it goes back. */
    reason?: string | undefined;
    /** The vendor sends other goods instead: the order line is open again, and no credit follows. */
    replace?: boolean | undefined;
    /** Confirmed that the goods go back though none of their own receipt are left. */
    confirmed?: boolean | undefined;
  }[];
  /** Somebody else has looked at exactly this return and agreed. */
  readonly signedOff?: boolean | undefined;
}

export interface ReturnDocumentLine extends ReturnedLine {
  readonly of: LineId;
  readonly quantity: Quantity;
  readonly pool: PoolId;
  readonly replace: boolean;
}

export interface ReturnDocument extends Omit<ReturnCommand, 'lines'> {
  readonly lines: readonly ReturnDocumentLine[];
}

/**
 * Goods go back to the vendor at what they came in for: unbilled quantity first, at its order amount, then billed quantity
 * at its billed amount; the charges that went with them are return variance (accounting.md, What posts what). More than the company
 * lets one person send back needs a second one: what counts is what the vendor answers for.
 */
export function decideReturn(books: Books, command: ReturnCommand): Decision<ReturnDocument> {
  const received = command.lines.map((line) => books.receiptLines.get(line.of));
  const citedDays = received.flatMap((line) => (line ? [line.date] : []));
  const refusals: Refusal[] = [
    ...checkDate(books, command.date, citedDays),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach((line, position) =>
    refusals.push(...checkLine(books, command, line, received[position], `/lines/${position}`)),
  );
  if (refusals.length > 0) return refused(refusals);

  const number = books.nextDocument.toString();
  const lines = command.lines.map((line, position) =>
    returnedLine(command, line, received[position] as ReceiptLine, lineId(number, position + 1)),
  );
  const decision = post(books, {
    document: { ...command, lines },
    date: command.date,
    effects: {
      movements: command.lines.map((line, position) =>
        movementOf(command, line, received[position] as ReceiptLine, lines[position] as ReturnDocumentLine),
      ),
      flows: lines.flatMap((line, position) => flowsOf(books, line, received[position] as ReceiptLine)),
    },
    cites: lines.flatMap((line, position) => [
      line.of,
      ...(line.billed > 0n ? (received[position]?.bills ?? []).map((bill) => bill.line) : []),
    ]),
  });
  if (!decision.accepted) return decision;
  const unconfirmed = decision.posted.settlement.notOwn.flatMap(({ line, quantity: missing }) => {
    const position = lines.findIndex((own) => own.line === line);
    if (position < 0 || command.lines[position]?.confirmed) return [];
    return [refusal('return_not_on_hand', `/lines/${position}`, { quantity: formatQuantity(missing) })];
  });
  if (unconfirmed.length > 0) return refused(unconfirmed);
  const worth = base(lines.reduce((sum, line) => sum + answeredFor(line), 0n));
  const second = checkSecondPerson(books, worth, books.company.returnsAbove, command.signedOff);
  return second.length > 0 ? refused(second) : decision;
}

type Line = ReturnCommand['lines'][number];

function checkLine(
  books: Books,
  command: ReturnCommand,
  line: Line,
  of: ReceiptLine | undefined,
  at: string,
): Refusal[] {
  if (!of) return [refusal('line_unknown', at, { line: line.of })];
  if (of.pool === undefined) return [refusal('not_stock', at)];
  if (of.vendor !== command.vendor) return [refusal('vendor_differs', at)];
  if (line.quantity <= 0n) return [refusal('quantity_not_positive', `${at}/quantity`)];
  const open = quantity(of.quantity - of.returns.reduce((sum, part) => sum + part.unbilled + part.billed, 0n));
  if (line.quantity > open) {
    return [
      refusal('return_exceeds_received', `${at}/quantity`, {
        open: formatQuantity(open),
        quantity: formatQuantity(line.quantity),
      }),
    ];
  }
  return checkLots(books.items.get(of.bought.item ?? ''), line.quantity, line.lots ?? [], at);
}

function returnedLine(command: ReturnCommand, line: Line, of: ReceiptLine, id: LineId): ReturnDocumentLine {
  const open = unbilledOf(of);
  const unbilled = line.quantity < open ? line.quantity : open;
  const billed = quantity(line.quantity - unbilled);
  const { ordered, cleared } = clearing(of, unbilled);
  return {
    line: id,
    of: line.of,
    date: command.date,
    quantity: line.quantity,
    pool: of.pool as PoolId,
    replace: line.replace ?? false,
    unbilled,
    unbilledOrdered: ordered,
    unbilledCleared: cleared,
    billed,
    ...billedPart(of, billed),
  };
}

/** The goods' own price: what leaves inventory of them beside their share of the charges. */
const ownPrice = (line: ReturnedLine): BaseAmount => base(line.unbilledCleared + line.billedGoods);

/** What the vendor answers for: what is not to be billed, and what is to be credited. */
const answeredFor = (line: ReturnedLine): BaseAmount => base(ownPrice(line) + line.billedVariance);

function movementOf(command: ReturnCommand, line: Line, of: ReceiptLine, returned: ReturnDocumentLine): NewMovement {
  const back = { of: of.id, date: of.date, price: ownPrice(returned) };
  const { line: id, pool } = returned;
  const { dimensions } = of;
  return {
    pool,
    id,
    date: command.date,
    direction: 'out',
    purpose: 'returned',
    quantity: line.quantity,
    lots: line.lots ?? [],
    dimensions,
    back,
  };
}

/** The goods' value goes to return variance as a whole; what the vendor answers for is taken out of it here. */
function flowsOf(books: Books, line: ReturnDocumentLine, of: ReceiptLine): Flow[] {
  if (books.company.recognition === 'on-purchase') return [];
  const about: About = { vendor: of.vendor, ...of.dimensions };
  const ofGoods: About = { item: of.bought.item, ...of.dimensions };
  // What was billed waits for its credit, or for the goods that come instead.
  const vendors: Flow[] = [
    { account: 'grni', amount: line.unbilledCleared, about },
    {
      account: line.replace ? 'billed-ahead' : 'returns-to-credit',
      amount: base(line.billedGoods + line.billedVariance),
      about,
    },
  ];
  const standard = books.items.get(of.bought.item ?? '')?.method === 'standard';
  if (standard) {
    return [...vendors, { account: 'price-variance', amount: base(-answeredFor(line)), about: ofGoods }];
  }
  return [
    ...vendors,
    { account: 'price-variance', amount: base(-line.billedVariance), about: { ...about, item: of.bought.item } },
    { account: 'return-variance', amount: base(-ownPrice(line)), about: ofGoods },
  ];
}

function returnStep({ step, numbers, books, date }: Reading): ReturnCommand {
  const lines = linesOf(step, ['of', 'qty', 'lots', 'serials', 'replace', 'confirmed']).map((line) => ({
    of: cited(textOf(line, 'of'), numbers),
    ...quantityOf(line),
    lots: lotsOf(line),
    replace: isTrue(line, 'replace'),
    confirmed: isTrue(line, 'confirmed'),
  }));
  const vendor = optionalText(step, 'vendor') ?? books.receiptLines.get(lines[0]?.of ?? '')?.vendor ?? SOMEONE;
  return { kind: 'return', vendor, date, signedOff: isTrue(step, 'signed-off'), lines };
}

function recordReturn(next: Writing, document: ReturnDocument): void {
  for (const line of document.lines) {
    const receipt = next.receiptLines.get(line.of);
    if (!receipt) continue;
    next.receiptLines.set(line.of, { ...receipt, returns: [...receipt.returns, line] });
    const { vendor, currency, rate, bought, dimensions, per } = receipt;
    const waiting = base(line.billedGoods + line.billedVariance);
    if (line.replace) {
      const goods = { amount: line.billedAmount, base: waiting, goods: line.billedGoods, tax: base(0n), taken: [] };
      change(next.orderLines, receipt.of, (ordered) => ({
        ...ordered,
        reopened: [...ordered.reopened, { line: line.line, date: line.date, quantity: line.quantity }],
        aheads:
          line.billed > 0n
            ? [...ordered.aheads, { line: line.line, date: line.date, quantity: line.billed, ...goods }]
            : ordered.aheads,
      }));
    } else if (line.billed > 0n) {
      next.creditable.set(line.line, {
        id: line.line,
        vendor,
        currency,
        rate,
        date: line.date,
        kind: 'return',
        item: bought.item,
        expense: undefined,
        dimensions,
        quantity: line.billed,
        per,
        amount: line.billedAmount,
        base: waiting,
        expected: { amount: documentAmount(0n), base: base(0n) },
        goods: undefined,
        charge: undefined,
        credits: [],
      });
    }
  }
}

export const vendorReturn = kind({
  name: 'return',
  decide: decideReturn,
  record: recordReturn,
  verbs: { return: { keys: ['lines', 'signed-off'], read: returnStep } },
});
