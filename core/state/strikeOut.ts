import { documentOf, type LineId } from '../costing/pool.ts';
import { change, type PartName, type Writing, writtenBy } from './writing.ts';

interface Cited {
  readonly line: LineId | '';
}

/** The parts whose entries are lines of documents. */
const LINES = [
  'orderLines',
  'receiptLines',
  'heldGoods',
  'stockLines',
  'charges',
  'creditable',
  'expensed',
  'runPlaces',
] as const satisfies readonly PartName[];

/** Takes a reversed document out of the books: its own lines, and itself from every line that it built on. */
export function strikeOut(next: Writing, document: string): void {
  const isOwn = (line: LineId | '') => line !== '' && documentOf(line) === document;
  const without = <Part extends Cited>(parts: readonly Part[]): readonly Part[] =>
    parts.some(({ line }) => isOwn(line)) ? parts.filter(({ line }) => !isOwn(line)) : parts;
  const each = <Id extends string, Value>(name: PartName, part: Map<Id, Value>, to: (value: Value) => Value) => {
    for (const id of writtenBy(next, document, name, part)) change(part, id, to);
  };
  for (const name of LINES)
    for (const id of writtenBy(next, document, name, next[name])) if (isOwn(id)) next[name].delete(id);

  each('orderLines', next.orderLines, (line) => ({
    ...line,
    closed: without(line.closed),
    receipts: without(line.receipts),
    reopened: without(line.reopened),
    aheads: without(line.aheads).map((ahead) => ({ ...ahead, taken: without(ahead.taken) })),
  }));
  each('heldGoods', next.heldGoods, (held) => ({ ...held, gone: without(held.gone) }));
  each('receiptLines', next.receiptLines, (line) => ({
    ...line,
    bills: without(line.bills),
    returns: without(line.returns),
    estimatesUsed: without(line.estimatesUsed),
    landed: without(line.landed),
    putAway: without(line.putAway),
    shipments: without(line.shipments),
  }));
  each('charges', next.charges, (charge) => ({ ...charge, allocated: without(charge.allocated) }));
  each('creditable', next.creditable, (line) => ({ ...line, credits: without(line.credits) }));
  each('expensed', next.expensed, (line) => ({ ...line, moved: without(line.moved) }));
  each('items', next.items, (item) => ({ ...item, standards: without(item.standards) }));

  each('orders', next.orders, (order) => ({ ...order, prepaid: order.prepaid.filter((by) => by !== document) }));

  next.payables.delete(document);
  next.prepayments.delete(document);
  each('payables', next.payables, (payable) => ({ ...payable, paid: without(payable.paid) }));
  each('prepayments', next.prepayments, (prepayment) => ({
    ...prepayment,
    used: without(prepayment.used),
    refunded: without(prepayment.refunded),
    received: without(prepayment.received),
  }));
  next.bankPayments.delete(document);
  each('bankPayments', next.bankPayments, (payment) => ({ ...payment, stated: without(payment.stated) }));
  next.bills.delete(document);
  for (const key of writtenBy(next, document, 'billNumbers', next.billNumbers))
    if (next.billNumbers.get(key) === document) next.billNumbers.delete(key);

  each('documents', next.documents, (facts) => ({
    ...facts,
    citedBy: facts.citedBy.filter((number) => number !== document),
  }));
  next.documents.delete(document);
}
