import { lineId, type LineId } from '../costing/pool.ts';
import { openOf, type Source, type Taking } from '../costing/taking.ts';
import {
  base,
  type BaseAmount,
  formatQuantity,
  forOne,
  lineAmount,
  type Price,
  priceOrThrow,
  quantity,
  type Quantity,
} from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books } from '../state/books.ts';
import { checkCitedOnce, checkDate } from '../state/checks.ts';
import { type Decision, post, refused } from '../state/decision.ts';
import type { Flow } from '../costing/effects.ts';
import { refusal, type Refusal } from '../state/refusal.ts';
import { cited, linesOf, quantityOf, type Reading, SOMEONE } from '../state/caseStep.ts';
import { kind } from '../state/kind.ts';
import { optionalText, textOf } from '../reading/fields.ts';

export interface InvoiceCommand {
  readonly kind: 'invoice';
  readonly customer: string;
  readonly date: Day;
  readonly lines: readonly { of: LineId; quantity: Quantity; price: Price }[];
}

export interface InvoiceDocument extends Omit<InvoiceCommand, 'lines'> {
  readonly lines: readonly { id: LineId; of: LineId; quantity: Quantity; price: Price; amount: BaseAmount }[];
}

/**
 * A customer invoice, in base currency: receivables against sales, and the cumulative part of each delivery's cost from
 * *shipped not invoiced* to cost of goods (accounting.md, What posts what).
 */
export function decideInvoice(books: Books, command: InvoiceCommand): Decision<InvoiceDocument> {
  const delivered = command.lines.map((line) => books.sources.get(line.of));
  const citedDays = delivered.flatMap((line) => (line ? [line.date] : []));
  const refusals: Refusal[] = [
    ...checkDate(books, command.date, citedDays),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach((line, position) =>
    refusals.push(...checkLine(command, line, delivered[position], `/lines/${position}`)),
  );
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const lines = command.lines.map((line, position) => {
    const amount = base(lineAmount(line.quantity, forOne(line.price), books.company.currency));
    return { id: lineId(document, position + 1), ...line, amount };
  });
  const flows = lines.flatMap((line, position) => soldFlows(line.amount, delivered[position] as Source));
  const takings = lines.map((line, position) => ({
    of: line.of,
    taking: invoicedTaking(line, command.date, delivered[position] as Source),
  }));
  return post(books, {
    document: { ...command, lines },
    date: command.date,
    effects: { flows, takings },
    cites: command.lines.map((line) => line.of),
  });
}

/** Receivables against sales; negative for what a customer is given back. */
export function soldFlows(amount: BaseAmount, { item, dimensions }: Source): Flow[] {
  return [
    { account: 'receivables', amount, about: {} },
    { account: 'sales', amount: base(-amount), about: { item, ...dimensions } },
  ];
}

function invoicedTaking(line: { id: LineId; quantity: Quantity }, date: Day, source: Source): Taking {
  return {
    line: line.id,
    date,
    kind: 'invoiced',
    quantity: line.quantity,
    lots: [],
    into: undefined,
    dimensions: source.dimensions,
  };
}

function checkLine(
  command: InvoiceCommand,
  line: InvoiceCommand['lines'][number],
  of: Source | undefined,
  at: string,
): Refusal[] {
  if (of?.purpose !== 'delivered') return [refusal('line_unknown', at, { line: line.of })];
  if (of.party !== command.customer) return [refusal('customer_differs', at)];
  const refusals: Refusal[] = line.price < 0n ? [refusal('price_negative', `${at}/price`)] : [];
  if (line.quantity <= 0n) return [...refusals, refusal('quantity_not_positive', `${at}/quantity`)];
  const open = quantity(openOf(of).untaken);
  if (line.quantity <= open) return refusals;
  return [
    ...refusals,
    refusal('invoice_exceeds_delivered', `${at}/quantity`, {
      open: formatQuantity(open),
      quantity: formatQuantity(line.quantity),
    }),
  ];
}

function invoiceStep({ step, numbers, date }: Reading): InvoiceCommand {
  const lines = linesOf(step, ['of', 'qty', 'price']).map((line) => ({
    of: cited(textOf(line, 'of'), numbers),
    ...quantityOf(line),
    price: priceOrThrow(textOf(line, 'price')),
  }));
  return { kind: 'invoice', customer: optionalText(step, 'customer') ?? SOMEONE, date, lines };
}

export const invoice = kind({
  name: 'invoice',
  decide: decideInvoice,
  verbs: { invoice: { keys: ['lines'], read: invoiceStep } },
});
