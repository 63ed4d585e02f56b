import type { Books } from '../../state/books.ts';
import type { OrderLine } from '../../state/purchasing.ts';
import { documentAmount, formatAmount, formatQuantity, type Quantity, sumOf } from '../../exact/amounts.ts';
import { type Refusal, refusal } from '../../state/refusal.ts';
import { billNumberKey } from '../billNumber.ts';
import { checkCitedOnce, checkCurrency, checkDate } from '../../state/checks.ts';
import { checkCrossing } from '../crossRate.ts';
import { checkPrice } from '../order/decide.ts';
import { openToReceive } from '../order/openOfLine.ts';
import { unbilledOf } from '../../state/billedAmounts.ts';
import type { BillCommand, Disbursement } from './command.ts';

export function checkBill(books: Books, command: BillCommand): Refusal[] {
  // A bill is often dated before the goods are here; what it adds to them is then posted on the day they came.
  const refusals: Refusal[] = [
    ...checkDate(books, command.date),
    ...checkCurrency(books, command.currency, command.date),
    ...checkCitedOnce(command.lines, '/lines'),
  ];
  const expenses = command.expenses ?? [];
  const disputed = command.disputed ?? [];
  const disbursements = command.disbursements ?? [];
  const parts = [command.lines, command.charges, expenses, disputed, disbursements, command.tax ?? []];
  if (parts.every(({ length }) => length === 0)) refusals.push(refusal('no_lines', '/lines'));
  if (books.billNumbers.has(`${command.vendor}|${billNumberKey(command.reference)}`)) {
    refusals.push(refusal('bill_number_taken', '/reference', { number: command.reference }));
  }
  const cited = command.lines.flatMap(
    ({ of }) => (books.receiptLines.get(of) ?? books.orderLines.get(of))?.currency ?? [],
  );
  refusals.push(...checkCrossing(books, command, cited));
  command.lines.forEach((line, position) => refusals.push(...checkLine(books, command, line, `/lines/${position}`)));
  expenses.forEach(({ expense, amount }, position) => {
    if (expense === '') refusals.push(refusal('missing', `/expenses/${position}/expense`));
    if (amount <= 0n)
      refusals.push(refusal(amount === 0n ? 'amount_zero' : 'amount_negative', `/expenses/${position}/amount`));
  });
  disputed.forEach(({ amount, reason }, position) => {
    if (amount <= 0n)
      refusals.push(refusal(amount === 0n ? 'amount_zero' : 'amount_negative', `/disputed/${position}/amount`));
    if (reason.trim() === '') refusals.push(refusal('reason_missing', `/disputed/${position}/reason`));
  });
  refusals.push(...checkCitedOnce(disbursements, '/disbursements'));
  disbursements.forEach((line, position) =>
    refusals.push(...checkDisbursement(books, command, line, `/disbursements/${position}`)),
  );
  return [...refusals, ...checkCharges(command)];
}

function checkLine(books: Books, command: BillCommand, line: BillCommand['lines'][number], at: string): Refusal[] {
  const received = books.receiptLines.get(line.of);
  const ordered = received ? undefined : books.orderLines.get(line.of);
  const of = received ?? ordered;
  if (!of) return [refusal('line_unknown', at, { line: line.of })];
  const refusals: Refusal[] = [];
  if (of.vendor !== command.vendor) refusals.push(refusal('vendor_differs', at));
  if (line.quantity <= 0n) refusals.push(refusal('quantity_not_positive', `${at}/quantity`));
  else if (received) refusals.push(...checkOpen('bill_exceeds_received', unbilledOf(received), line.quantity, at));
  else if (ordered && line.done && ordered.bought.expense === undefined) refusals.push(refusal('done_is_goods', at));
  else if (ordered) refusals.push(...checkAhead(books, command, ordered, line.quantity, at));
  return [...refusals, ...checkPrice(line.price, line.discount, at)];
}

/** Ahead of the goods only once everything received is billed, by this bill or before it (accounting.md), and never more than is still to come. */
function checkAhead(books: Books, { lines }: BillCommand, ordered: OrderLine, wanted: Quantity, at: string): Refusal[] {
  const unbilled = ordered.receipts.reduce((sum, { line }) => {
    const received = books.receiptLines.get(line);
    const here = lines.reduce((billed, { of, quantity }) => (of === line ? billed + quantity : billed), 0n);
    return received ? sum + unbilledOf(received) - here : sum;
  }, 0n);
  if (unbilled > 0n)
    return [refusal('bill_ahead_while_unbilled', at, { unbilled: formatQuantity(unbilled as Quantity) })];
  const waiting = sumOf(ordered.aheads) - ordered.aheads.reduce((sum, ahead) => sum + sumOf(ahead.taken), 0n);
  return checkOpen('bill_ahead_exceeds_ordered', (openToReceive(ordered) - waiting) as Quantity, wanted, at);
}

/** What was paid to customs for the company: no more than is owed there, in the currency in which it is. */
function checkDisbursement(books: Books, { currency, date }: BillCommand, line: Disbursement, at: string): Refusal[] {
  const owed = books.payables.get(line.of);
  if (owed?.account !== 'customs-payable') return [refusal('no_customs_debt', `${at}/of`)];
  if (currency !== owed.currency)
    return [refusal('currency_differs', '/currency', { ordered: owed.currency, billed: currency })];
  if (date < owed.date) return [refusal('date_before_cited', '/date', { date, cited: owed.date })];
  if (line.amount <= 0n) return [refusal(line.amount === 0n ? 'amount_zero' : 'amount_negative', `${at}/amount`)];
  const open = documentAmount(owed.amount - owed.paid.reduce((sum, { amount }) => sum + amount, 0n));
  if (line.amount <= open) return [];
  const figures = { open: formatAmount(open, currency), amount: formatAmount(line.amount, currency) };
  return [refusal('disbursement_exceeds_debt', `${at}/amount`, figures)];
}

function checkOpen(
  reason: 'bill_exceeds_received' | 'bill_ahead_exceeds_ordered',
  open: Quantity,
  wanted: Quantity,
  at: string,
): Refusal[] {
  return wanted > open
    ? [refusal(reason, `${at}/quantity`, { open: formatQuantity(open), quantity: formatQuantity(wanted) })]
    : [];
}

function checkCharges(command: BillCommand): Refusal[] {
  const kinds = new Set<string>();
  return command.charges.flatMap((charge, position) => {
    const at = `/charges/${position}`;
    const twice = kinds.has(charge.kind) ? [refusal('charge_kind_twice', `${at}/kind`, { kind: charge.kind })] : [];
    kinds.add(charge.kind);
    // Below zero it is a refund (accounting.md, refund of a charge).
    return charge.amount === 0n ? [...twice, refusal('amount_zero', `${at}/amount`)] : twice;
  });
}
