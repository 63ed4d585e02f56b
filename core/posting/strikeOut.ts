import { documentOf, type LineId } from '../costing/pool.ts';
import { linesOfOrder, orderAmount } from '../purchasing/orderStanding.ts';
import type { Writing } from '../state/writing.ts';

interface Cited {
  readonly line: LineId | '';
}

/** Takes a reversed document out of the books: its own lines, and itself from every line that it built on. */
export function strikeOut(next: Writing, document: string): void {
  const isOwn = (line: LineId | '') => line !== '' && documentOf(line) === document;
  const without = <Part extends Cited>(parts: readonly Part[]): readonly Part[] =>
    parts.some(({ line }) => isOwn(line)) ? parts.filter(({ line }) => !isOwn(line)) : parts;
  const lines = [
    next.orderLines,
    next.receiptLines,
    next.asides,
    next.stockLines,
    next.charges,
    next.creditable,
    next.expensed,
  ] as Map<LineId, unknown>[];
  for (const map of lines) for (const id of map.keys()) if (isOwn(id)) map.delete(id);

  next.orders.delete(document);
  takeVersionBack(next, document);
  each(next.orderLines, (line) => ({
    ...line,
    closed: without(line.closed),
    receipts: without(line.receipts),
    reopened: without(line.reopened),
    aheads: without(line.aheads).map((ahead) => ({ ...ahead, taken: without(ahead.taken) })),
  }));
  each(next.asides, (aside) => ({ ...aside, gone: without(aside.gone) }));
  each(next.receiptLines, (line) => ({
    ...line,
    bills: without(line.bills),
    returns: without(line.returns),
    estimatesUsed: without(line.estimatesUsed),
    landed: without(line.landed),
    putAway: without(line.putAway),
    taxCode: next.orderLines.get(line.of)?.taxCode ?? '',
  }));
  each(next.charges, (charge) => ({ ...charge, allocated: without(charge.allocated) }));
  each(next.creditable, (line) => ({ ...line, credits: without(line.credits) }));
  each(next.expensed, (line) => ({ ...line, moved: without(line.moved) }));
  each(next.items, (item) => ({ ...item, standards: without(item.standards) }));

  next.payables.delete(document);
  next.prepayments.delete(document);
  each(next.payables, (payable) => ({ ...payable, paid: without(payable.paid) }));
  each(next.prepayments, (prepayment) => ({ ...prepayment, used: without(prepayment.used) }));
  next.bills.delete(document);
  for (const [key, number] of next.billNumbers) if (number === document) next.billNumbers.delete(key);

  openAgain(next, document);
  next.documents.delete(document);
  each(next.documents, (facts) =>
    facts.citedBy.includes(document)
      ? { ...facts, citedBy: facts.citedBy.filter((number) => number !== document) }
      : facts,
  );
}

/** A version of an order that is reversed: its new lines go, the others are again what they were before it. */
function takeVersionBack(next: Writing, document: string): void {
  for (const [id, line] of next.orderLines) {
    const earlier = line.earlier.filter(({ by }) => by !== document);
    const before = earlier[earlier.length - 1];
    if (line.by !== document) next.orderLines.set(id, { ...line, earlier });
    else if (before) next.orderLines.set(id, { ...line, ...before, earlier: earlier.slice(0, -1) });
    else next.orderLines.delete(id);
  }
  each(next.orders, (order) => {
    if (!order.versions.some((version) => version.document === document)) return order;
    const versions = order.versions.filter((version) => version.document !== document);
    return { ...order, versions, amount: orderAmount(order, linesOfOrder(next, order.id), next.company.currency) };
  });
}

/** A closing that is reversed opens its period again; an opening that is reversed puts the accruals back. */
function openAgain(next: Writing, document: string): void {
  const facts = next.documents.get(document);
  const closed = next.closedPeriods.find((period) => period.document === document);
  if (closed) {
    next.company = { ...next.company, firstOpenDay: closed.openBefore };
    next.closedPeriods = next.closedPeriods.filter((period) => period !== closed);
  }
  if (facts?.kind !== 'open') return;
  const taken = [...next.documents.values()]
    .filter(({ kind, citedBy }) => kind === 'close' && citedBy.includes(document))
    .map((close) => close.document);
  next.closedPeriods = next.closedPeriods.map((period) =>
    taken.includes(period.document) ? { ...period, takenBack: false } : period,
  );
}

function each<Id, Value>(map: Map<Id, Value>, change: (value: Value) => Value): void {
  for (const [id, value] of map) map.set(id, change(value));
}
