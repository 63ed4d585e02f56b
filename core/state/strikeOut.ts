import { documentOf, type LineId } from '../costing/pool.ts';
import type { Writing } from './writing.ts';
import { each } from './writing.ts';

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
    next.heldGoods,
    next.stockLines,
    next.charges,
    next.creditable,
    next.expensed,
  ] as Map<LineId, unknown>[];
  for (const map of lines) for (const id of map.keys()) if (isOwn(id)) map.delete(id);

  each(next.orderLines, (line) => ({
    ...line,
    closed: without(line.closed),
    receipts: without(line.receipts),
    reopened: without(line.reopened),
    aheads: without(line.aheads).map((ahead) => ({ ...ahead, taken: without(ahead.taken) })),
  }));
  each(next.heldGoods, (held) => ({ ...held, gone: without(held.gone) }));
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

  next.documents.delete(document);
  each(next.documents, (facts) =>
    facts.citedBy.includes(document)
      ? { ...facts, citedBy: facts.citedBy.filter((number) => number !== document) }
      : facts,
  );
}
