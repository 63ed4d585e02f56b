import { Journal } from '../books/journal.ts';
import { lineId, type LineId } from '../costing/pool.ts';
import type { ValueChange } from '../costing/settle.ts';
import { base, cumulativePart, formatQuantity, lineAmount, NO_DISCOUNT, quantity, type BaseAmount, type Price, type Quantity } from '../exact/amounts.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books, DeliveryLine } from '../posting/books.ts';
import { checkCitedOnce, checkDate, refused, type Decision } from '../posting/decision.ts';
import { refusal, type Refusal } from '../posting/refusal.ts';

export interface InvoiceCommand {
  readonly kind: 'invoice';
  readonly customer: string;
  readonly date: Day;
  readonly lines: readonly { of: LineId; quantity: Quantity; price: Price }[];
}

export interface InvoiceDocument extends Omit<InvoiceCommand, 'lines'> {
  readonly lines: readonly { id: LineId; of: LineId; quantity: Quantity; price: Price; amount: BaseAmount; cost: BaseAmount }[];
}

/**
 * A customer invoice, in base currency: receivables against sales, and the cumulative part of each delivery's cost from
 * *shipped not invoiced* to cost of goods (accounting.md, What posts what).
 */
export function decideInvoice(books: Books, command: InvoiceCommand): Decision<InvoiceDocument> {
  const delivered = command.lines.map((line) => books.deliveryLines.get(line.of));
  const refusals: Refusal[] = [
    ...checkDate(
      books,
      command.date,
      delivered.flatMap((line) => (line ? [line.date] : [])),
    ),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  if (command.lines.length === 0) refusals.push(refusal('no_lines', '/lines'));
  command.lines.forEach((line, position) => refusals.push(...checkLine(command, line, delivered[position], `/lines/${position}`)));
  if (refusals.length > 0) return refused(refusals);

  const document = books.nextDocument.toString();
  const { currency } = books.company;
  const journal = new Journal(command.date);
  const valueChanges: ValueChange[] = [];
  const lines = command.lines.map((line, position) => {
    const of = delivered[position] as DeliveryLine;
    const id = lineId(document, position + 1);
    const amount = base(lineAmount(line.quantity, line.price, NO_DISCOUNT, currency));
    const cost = base(cumulativePart(of.value, of.quantity, invoicedOf(of), line.quantity));
    const about = { item: of.item };
    journal.debit(command.date, 'receivables', amount);
    journal.credit(command.date, 'sales', amount, about);
    journal.debit(command.date, 'cost-of-goods', cost, about);
    journal.credit(command.date, 'shipped-not-billed', cost, about);
    if (cost !== 0n) valueChanges.push({ line: id, pool: undefined, component: 'invoiced', amount: cost, effective: command.date, posting: command.date });
    return { id, ...line, amount, cost };
  });
  return { accepted: true, posted: { document: { ...command, lines }, movements: [], settlement: { pools: [], valueChanges }, entries: journal.entries() } };
}

function checkLine(command: InvoiceCommand, line: InvoiceCommand['lines'][number], of: DeliveryLine | undefined, at: string): Refusal[] {
  if (!of) return [refusal('line_unknown', at, { line: line.of })];
  if (of.customer !== command.customer) return [refusal('customer_differs', at)];
  const refusals: Refusal[] = line.price < 0n ? [refusal('price_negative', `${at}/price`)] : [];
  if (line.quantity <= 0n) return [...refusals, refusal('quantity_not_positive', `${at}/quantity`)];
  const open = quantity(of.quantity - invoicedOf(of));
  if (line.quantity <= open) return refusals;
  return [...refusals, refusal('invoice_exceeds_delivered', `${at}/quantity`, { open: formatQuantity(open), quantity: formatQuantity(line.quantity) })];
}

function invoicedOf(delivered: DeliveryLine): Quantity {
  return quantity(delivered.parts.reduce((sum, part) => sum + part.quantity, 0n));
}
