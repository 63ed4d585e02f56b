import { type LineId, lineId } from '../../costing/pool.ts';
import { base, ONE_TO_ONE } from '../../exact/amounts.ts';
import type { Order, OrderLine, Statement } from '../../state/purchasing.ts';
import { change, type Writing, writtenBy } from '../../state/writing.ts';
import { rateOn } from '../../state/checks.ts';
import { takeOver } from './inPlace.ts';
import type { OrderChangeDocument, OrderDocument } from './commands.ts';
import { linesOfOrder, orderAmount } from './standing.ts';

export function recordOrder(
  next: Writing,
  { vendor, currency, date, by = '', lines }: OrderDocument,
  number: string,
): void {
  const rate = rateOn(next, currency, date) ?? ONE_TO_ONE;
  lines.forEach((line, position) => {
    const id = lineId(number, position + 1);
    const { bought, stated, replaces } = line;
    next.orderLines.set(id, { ...NOTHING_YET, id, vendor, currency, date, bought, ...stated, replaces });
    if (replaces) takeOver(next, replaces.line, replaces.of, id);
  });
  const order: Order = {
    id: number,
    vendor,
    currency,
    rate,
    date,
    versions: [{ document: number, by }],
    amount: base(0n),
    steps: [],
    prepaid: [],
  };
  next.orders.set(number, { ...order, amount: orderAmount(order, linesOfOrder(next, number), next.company.currency) });
}

const statementIn = ({
  by,
  quantity: asked,
  unit,
  price,
  per,
  discount,
  due,
  estimates,
  dimensions,
  warehouse,
  taxCode,
  shipment,
}: OrderLine): Statement => ({
  by,
  quantity: asked,
  unit,
  price,
  per,
  discount,
  due,
  estimates,
  dimensions,
  warehouse,
  taxCode,
  shipment,
});

const NOTHING_YET = { earlier: [], closed: [], receipts: [], reopened: [], aheads: [] };

export function recordOrderChange(next: Writing, { of, by, lines }: OrderChangeDocument, number: string): void {
  const order = next.orders.get(of);
  if (!order) return;
  for (const { id, isNew, bought, stated } of lines) {
    const { vendor, currency, date } = order;
    if (isNew) next.orderLines.set(id, { ...NOTHING_YET, id, vendor, currency, date, bought, ...stated });
    else
      change(next.orderLines, id, (known) => ({
        ...known,
        ...stated,
        earlier: [...known.earlier, statementIn(known)],
      }));
    taxAsOrdered(next, id);
  }
  const versions = [...order.versions, { document: number, by }];
  next.orders.set(of, {
    ...order,
    versions,
    amount: orderAmount(order, linesOfOrder(next, of), next.company.currency),
  });
}

/** The taxes that a bill will show follow the order, also of what came before it was changed. */
function taxAsOrdered(next: Writing, line: LineId): void {
  const { receipts = [], taxCode = '' } = next.orderLines.get(line) ?? {};
  for (const received of receipts) change(next.receiptLines, received.line, (known) => ({ ...known, taxCode }));
}

/** A version of an order that is reversed: its new lines go, the others are again what they were before it. */
export function takeVersionBack(next: Writing, document: string): void {
  for (const id of writtenBy(next, document, 'orderLines', next.orderLines)) {
    change(next.orderLines, id, (line) => {
      const earlier = line.earlier.filter(({ by }) => by !== document);
      const before = earlier[earlier.length - 1];
      return line.by === document && before
        ? { ...line, ...before, earlier: earlier.slice(0, -1) }
        : { ...line, earlier };
    });
    if (next.orderLines.get(id)?.by === document) next.orderLines.delete(id);
    else taxAsOrdered(next, id);
  }
  for (const id of writtenBy(next, document, 'orders', next.orders))
    change(next.orders, id, (order) => {
      const versions = order.versions.filter((version) => version.document !== document);
      return { ...order, versions, amount: orderAmount(order, linesOfOrder(next, id), next.company.currency) };
    });
}
