import type { LineId, PoolId } from '../costing/pool.ts';
import { lineId } from '../costing/pool.ts';
import { base, quantity, type BaseAmount } from '../exact/amounts.ts';
import type { Books, Charge, DeliveryLine, OrderLine, ReceiptLine } from './books.ts';
import type { PostedDocument } from './decide.ts';
import type { Posted } from './decision.ts';

/** The books after a document: what it appended is in them, what it changed by its facts is worked out. */
export function record(books: Books, posted: Posted<PostedDocument>): Books {
  const number = books.nextDocument.toString();
  const { document, settlement } = posted;
  const next = {
    ...books,
    nextDocument: books.nextDocument + 1n,
    orderLines: new Map(books.orderLines),
    receiptLines: new Map(books.receiptLines),
    charges: new Map(books.charges),
    deliveryLines: new Map(books.deliveryLines),
    pools: new Map(books.pools),
    billNumbers: new Set(books.billNumbers),
  };
  for (const { pool } of settlement.pools) {
    next.pools.set(pool.id as PoolId, pool);
    for (const movement of pool.movements) {
      const delivered = next.deliveryLines.get(movement.id);
      if (delivered) next.deliveryLines.set(movement.id, { ...delivered, value: movement.value });
    }
  }
  follow(next.deliveryLines, settlement.valueChanges);
  recordLines(next, number, document, settlement.pools);
  return next;
}

interface Recording {
  orderLines: Map<LineId, OrderLine>;
  receiptLines: Map<LineId, ReceiptLine>;
  charges: Map<LineId, Charge>;
  deliveryLines: Map<LineId, DeliveryLine>;
  billNumbers: Set<string>;
}

/** Invoices already posted take their changed part of a delivery's cost. */
function follow(deliveries: Map<LineId, DeliveryLine>, changes: Posted<PostedDocument>['settlement']['valueChanges']): void {
  const byInvoiceLine = new Map(changes.filter((change) => change.pool === undefined).map((change) => [change.line, change.amount]));
  if (byInvoiceLine.size === 0) return;
  for (const [id, delivered] of deliveries) {
    const parts = delivered.parts.map((part) => ({ ...part, value: base(part.value + (byInvoiceLine.get(part.line) ?? 0n)) }));
    deliveries.set(id, { ...delivered, parts });
  }
}

function recordLines(next: Recording, number: string, document: PostedDocument, pools: Posted<PostedDocument>['settlement']['pools']): void {
  switch (document.kind) {
    case 'order':
      document.lines.forEach((line, position) => {
        const id = lineId(number, position + 1);
        const { vendor, currency, date } = document;
        const { item, price, discount } = line;
        next.orderLines.set(id, { id, vendor, currency, date, item, quantity: line.quantity, price, discount, received: quantity(0n) });
      });
      return;
    case 'receipt':
      for (const { of, ...line } of document.lines) {
        next.receiptLines.set(line.id, line);
        change(next.orderLines, of, (ordered) => ({ ...ordered, received: quantity(ordered.received + line.quantity) }));
      }
      return;
    case 'bill':
      next.billNumbers.add(`${document.vendor}|${document.numberKey}`);
      for (const line of document.lines) {
        const intoCost = line.difference === 'cost' ? line.priceDifference : 0n;
        change(next.receiptLines, line.of, (received) => ({
          ...received,
          billed: quantity(received.billed + line.quantity),
          goods: base(received.goods + intoCost),
        }));
      }
      for (const { documentAmount: _, ...charge } of document.charges) next.charges.set(charge.id, charge);
      return;
    case 'allocation':
      for (const share of document.shares) {
        const total = share.amounts.reduce<bigint>((sum, amount) => sum + amount, 0n);
        change(next.charges, share.charge, (charge) => ({ ...charge, allocated: base(charge.allocated + total) }));
      }
      return;
    case 'delivery': {
      const values = new Map<LineId, BaseAmount>(pools.flatMap(({ pool }) => pool.movements.map((movement) => [movement.id, movement.value] as const)));
      document.lines.forEach((line, position) => {
        const id = lineId(number, position + 1);
        const { customer, date } = document;
        next.deliveryLines.set(id, { id, customer, date, ...line, value: values.get(id) ?? base(0n), parts: [] });
      });
      return;
    }
    case 'invoice':
      for (const line of document.lines) {
        const part = { line: line.id, date: document.date, quantity: line.quantity, value: line.cost };
        change(next.deliveryLines, line.of, (delivered) => ({ ...delivered, parts: [...delivered.parts, part] }));
      }
      return;
    case 'opening':
      return;
  }
}

function change<Value>(map: Map<LineId, Value>, id: LineId, to: (value: Value) => Value): void {
  const value = map.get(id);
  if (value !== undefined) map.set(id, to(value));
}
