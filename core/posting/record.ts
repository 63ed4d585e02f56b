import { lineId, type LineId, placeOf, positionOf } from '../costing/pool.ts';
import { sourceFrom } from '../costing/settle.ts';
import type { Dimensions } from '../books/journal.ts';
import {
  base,
  type BaseAmount,
  documentAmount,
  type DocumentAmount,
  ONE_TO_ONE,
  ONE_UNIT,
  quantity,
  type Quantity,
} from '../exact/amounts.ts';
import { linesOfOrder, orderAmount } from '../purchasing/orderStanding.ts';
import { aheadOf, type BillDocument, billedPartOf } from '../purchasing/bill.ts';
import type { CreditDocument } from '../purchasing/creditMemo.ts';
import type { ReturnDocument } from '../purchasing/vendorReturn.ts';
import { dayAfter } from '../periods/period.ts';
import type { AheadTaken, Order, OrderLine, Statement } from '../state/purchasing.ts';
import type { Books } from '../state/books.ts';
import type { Charge, CreditableLine } from '../state/owed.ts';
import { rateOn } from '../state/checks.ts';
import type { Posted } from '../state/decision.ts';
import { change, writing, type Writing } from '../state/writing.ts';
import type { Item } from '../state/stock.ts';
import type { DocumentOf, PostedDocument } from './decide.ts';
import { strikeOut } from './strikeOut.ts';

/** The books after a document: what it appended is in them, what it changed by its facts is worked out. */
export function record(books: Books, posted: Posted<PostedDocument>): Books {
  const number = books.nextDocument.toString();
  const next = writing(books);
  const { document, effects, settlement, entries, cites } = posted;
  for (const { pool } of settlement.pools) next.pools.set(pool.id, pool);
  recordSources(next, posted);
  const suspense = entries.flatMap((entry) =>
    entry.lines
      .filter((line) => line.account === 'stock-suspense')
      .map((line) => ({ document: number, date: entry.date, amount: line.amount })),
  );
  next.suspense = [...books.suspense, ...suspense];
  for (const cited of cites)
    change(next.documents, cited, (facts) => ({ ...facts, citedBy: [...facts.citedBy, number] }));
  next.documents.set(number, { document: number, kind: document.kind, date: document.date, effects, citedBy: [] });
  if (posted.sign === 1)
    for (const { line, item, date, standard } of effects.standards) addStandard(next, item, { line, date, standard });
  recordLines(next, number, document);
  return next;
}

/** Movements out from which value may be taken, at what they are worth now. */
function recordSources(next: Writing, { effects, settlement, sign }: Posted<PostedDocument>): void {
  for (const source of settlement.sources) next.sources.set(source.line, source);
  for (const movement of effects.movements) {
    if (sign === -1) {
      next.sources.delete(movement.id);
      continue;
    }
    if (movement.direction === 'in' || next.sources.has(movement.id)) continue;
    const pool = next.pools.get(movement.pool);
    if (!pool) continue;
    const at = positionOf(pool.movements, { date: movement.date, place: placeOf(movement.id) });
    const value = pool.values[at];
    if (value !== undefined && pool.movements[at]?.id === movement.id)
      next.sources.set(movement.id, sourceFrom(movement, pool.item, value));
  }
}

function addStandard(next: Writing, item: string, standard: Item['standards'][number]): void {
  change(next.items, item, (known) => ({
    ...known,
    standards: [...known.standards, standard].sort((a, b) => (a.date === b.date ? 0 : a.date < b.date ? -1 : 1)),
  }));
}

function recordLines(next: Writing, number: string, document: PostedDocument): void {
  const at = (position: number) => lineId(number, position + 1);
  switch (document.kind) {
    case 'order':
      return recordOrder(next, number, document);
    case 'order-change':
      return recordOrderChange(next, number, document);
    case 'order-closing':
      document.lines.forEach(({ of, quantity: left }, position) => {
        const closed = { line: at(position), date: document.date, quantity: left, reason: document.reason };
        change(next.orderLines, of, (known) => ({ ...known, closed: [...known.closed, closed] }));
      });
      return;
    case 'order-step':
    case 'order-approval': {
      const { step, by, version, amount } = document;
      change(next.orders, document.of, (order) => ({
        ...order,
        steps: [...order.steps, { document: number, step, by, version, amount }],
      }));
      return;
    }
    case 'receipt':
      for (const line of document.lines) {
        next.receiptLines.set(line.id, line);
        change(next.orderLines, line.of, (ordered) => ({
          ...ordered,
          receipts: [...ordered.receipts, { line: line.id, quantity: line.quantity }],
          aheads: ordered.aheads.map((ahead) => {
            const taken: AheadTaken[] = line.ahead.filter(({ of }) => of === ahead.line);
            return taken.length === 0 ? ahead : { ...ahead, taken: [...ahead.taken, ...taken] };
          }),
        }));
      }
      for (const { line, of, quantity: left } of document.closed) {
        const closed = { line, date: document.date, quantity: left, reason: '' };
        change(next.orderLines, of, (known) => ({ ...known, closed: [...known.closed, closed] }));
      }
      for (const { id, of, quantity: held } of document.aside) {
        next.asides.set(id, { id, vendor: document.vendor, date: document.date, of, quantity: held, gone: [] });
      }
      return;
    case 'aside-closing':
      document.lines.forEach(({ of, quantity: gone }, position) =>
        change(next.asides, of, (aside) => ({
          ...aside,
          gone: [...aside.gone, { line: at(position), quantity: gone }],
        })),
      );
      return;
    case 'put-away':
      document.lines.forEach(({ of, quantity: put, bin }, position) =>
        change(next.receiptLines, of, (line) => ({
          ...line,
          putAway: [...line.putAway, { line: at(position), quantity: put, bin }],
        })),
      );
      return;
    case 'bill':
      return recordBill(next, number, document);
    case 'return':
      return recordReturn(next, document);
    case 'credit':
      return recordCredit(next, number, document);
    case 'allocation':
      document.shares.forEach(({ charge, kind, amounts, estimatesUsed }, position) => {
        const line = at(position);
        const amount = base(amounts.reduce((sum, share) => sum + share, 0n));
        change(next.charges, charge, (known) => ({ ...known, allocated: [...known.allocated, { line, amount }] }));
        document.to.forEach((to, place) => {
          useEstimate(next, to, { line, date: document.date, kind, amount: estimatesUsed[place] ?? base(0n) });
          const share = { line, kind, amount: amounts[place] ?? base(0n) };
          change(next.receiptLines, to, (known) => ({ ...known, landed: [...known.landed, share] }));
        });
      });
      return;
    case 'estimate-closing':
      document.lines.forEach(({ of, charge, amount }, position) =>
        useEstimate(next, of, { line: at(position), date: document.date, kind: charge, amount }),
      );
      return;
    case 'charge-move':
      next.charges.set(document.moved.id, document.moved);
      change(next.expensed, document.of, (known) => ({
        ...known,
        moved: [...known.moved, { line: document.moved.id, amount: document.amount }],
      }));
      return;
    case 'transfer':
      if (!document.inTransit)
        document.lines.forEach((line, position) =>
          stockLine(next, at(document.lines.length + position), line.item, document.to, document.date, line),
        );
      return;
    case 'arrival':
      document.lines.forEach((line, position) => {
        const source = next.sources.get(line.of);
        if (source && line.quantity > 0n)
          stockLine(next, at(position), source.item, source.party, document.date, {
            ...line,
            dimensions: source.dimensions,
          });
      });
      return;
    case 'assembly':
      return stockLine(next, at(document.uses.length), document.makes.item, document.warehouse, document.date, {
        quantity: document.makes.quantity,
        dimensions: document.dimensions,
      });
    case 'prepayment': {
      const { vendor, currency, date, amount, base: booked } = document;
      next.prepayments.set(number, { document: number, vendor, currency, date, amount, base: booked, used: [] });
      return;
    }
    case 'payment':
      for (const { id, of, settled, booked } of document.bills) {
        change(next.payables, of, (known) => ({
          ...known,
          paid: [...known.paid, { line: id, date: document.date, amount: settled, base: booked }],
        }));
      }
      if (document.from !== undefined) {
        const used = { line: at(0), amount: document.paid.amount, base: document.paid.base };
        change(next.prepayments, document.from, (known) => ({ ...known, used: [...known.used, used] }));
      }
      return;
    case 'close': {
      const { period, date, accruals, openFrom, openBefore } = document;
      next.company = { ...next.company, firstOpenDay: openFrom };
      next.closedPeriods = [
        ...next.closedPeriods,
        { document: number, period, date, accruals, takenBack: false, openBefore },
      ];
      return;
    }
    case 'open':
      next.closedPeriods = next.closedPeriods.map((closed) =>
        closed.document === document.closing ? { ...closed, takenBack: true } : closed,
      );
      return;
    case 'lock':
      next.company = { ...next.company, lockedUntil: dayAfter(document.period) };
      return;
    case 'reversal':
      return strikeOut(next, document.of);
    case 'delivery':
    case 'invoice':
    case 'customer-return':
    case 'opening':
    case 'count':
    case 'standard':
    case 'write-down':
      return;
  }
}

function recordOrder(
  next: Writing,
  number: string,
  { vendor, currency, date, by = '', lines }: DocumentOf['order'],
): void {
  const rate = rateOn(next, currency, date) ?? ONE_TO_ONE;
  lines.forEach((line, position) => {
    const id = lineId(number, position + 1);
    next.orderLines.set(id, { ...NOTHING_YET, id, vendor, currency, date, bought: line.bought, ...line.stated });
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
  transport,
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
  transport,
});
const NOTHING_YET = { earlier: [], closed: [], receipts: [], reopened: [], aheads: [] };

function recordOrderChange(next: Writing, number: string, { of, by, lines }: DocumentOf['order-change']): void {
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

function recordBill(next: Writing, number: string, bill: BillDocument): void {
  const { vendor, currency, date, rate } = bill;
  next.billNumbers.set(`${vendor}|${bill.numberKey}`, number);
  next.bills.set(number, { vendor, reference: bill.reference, date, currency, amount: bill.total.amount });
  for (const line of bill.lines) {
    const done = { line: line.id, quantity: line.quantity };
    if (line.done) change(next.orderLines, line.of, (known) => ({ ...known, receipts: [...known.receipts, done] }));
    else if (line.ahead)
      change(next.orderLines, line.of, (known) => ({ ...known, aheads: [...known.aheads, aheadOf(line, date)] }));
    else
      change(next.receiptLines, line.of, (known) => ({ ...known, bills: [...known.bills, billedPartOf(line, date)] }));
    next.creditable.set(line.id, billedCreditable(bill, line));
  }
  for (const { documentAmount: charged, isCost, ...charge } of bill.charges) {
    if (isCost) {
      next.charges.set(charge.id, charge);
      next.creditable.set(charge.id, chargeCreditable(bill, charge, charged));
    } else
      next.expensed.set(charge.id, {
        id: charge.id,
        vendor,
        date,
        expense: charge.kind,
        amount: charge.amount,
        dimensions: undefined,
        moved: [],
      });
  }
  for (const { id, expense, amount, dimensions } of bill.expenses)
    next.expensed.set(id, { id, vendor, date, expense, amount, dimensions, moved: [] });
  for (const { id, documentAmount: amount, amount: inBase } of bill.disputed) {
    const none = {
      item: undefined,
      expense: undefined,
      dimensions: undefined,
      charge: undefined,
      goods: undefined,
      quantity: quantity(0n),
      per: ONE_UNIT,
    };
    const expected = { amount, base: inBase };
    next.creditable.set(id, {
      ...none,
      id,
      vendor,
      currency,
      rate,
      date,
      kind: 'disputed',
      amount,
      base: base(0n),
      expected,
      credits: [],
    });
  }
  const waitsFor = bill.lines.filter(({ wait }) => wait).map(({ id, of }) => ({ line: id, of }));
  const goods = bill.lines.flatMap(({ pool, of, received, amount }) =>
    pool === undefined ? [] : [{ pool, movement: of, date: received, amount }],
  );
  next.payables.set(number, {
    document: number,
    vendor,
    currency,
    rate,
    date,
    amount: bill.total.amount,
    base: bill.total.base,
    goods,
    waitsFor,
    paid: [],
  });
}

function chargeCreditable(bill: BillDocument, { id, kind }: Charge, amount: DocumentAmount): CreditableLine {
  const { vendor, currency, date, rate } = bill;
  const nothing = { amount: documentAmount(0n), base: base(0n) };
  const of = {
    id,
    vendor,
    currency,
    rate,
    date,
    kind: 'charge' as const,
    item: undefined,
    expense: undefined,
    dimensions: undefined,
    charge: kind,
  };
  return {
    ...of,
    quantity: quantity(0n),
    per: ONE_UNIT,
    amount,
    base: base(0n),
    expected: nothing,
    goods: undefined,
    credits: [],
  };
}

function billedCreditable(bill: BillDocument, line: BillDocument['lines'][number]): CreditableLine {
  const { vendor, currency, date } = bill;
  const asked = line.difference === 'credit';
  const { id, rate, bought, quantity: billed, amount, pool, of, received, dimensions } = line;
  return {
    id,
    vendor,
    currency,
    rate,
    date,
    kind: 'bill',
    item: bought.item,
    expense: bought.expense,
    quantity: billed,
    per: ONE_UNIT,
    amount,
    base: base(0n),
    dimensions,
    expected: asked
      ? { amount: documentAmount(amount - line.ordered), base: line.priceDifference }
      : { amount: documentAmount(0n), base: base(0n) },
    goods: pool === undefined ? undefined : { pool, movement: of, date: received },
    charge: undefined,
    credits: [],
  };
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
        reopened: [...ordered.reopened, { line: line.line, quantity: line.quantity }],
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

function recordCredit(next: Writing, number: string, credit: CreditDocument): void {
  const { vendor, currency, date, rate, total } = credit;
  next.billNumbers.set(`${vendor}|${credit.numberKey}`, number);
  for (const line of credit.lines) {
    const expected = line.to === 'expected';
    const taken = {
      line: line.id,
      date,
      quantity: line.quantity,
      amount: line.ownAmount,
      base: line.own,
      expected: expected ? line.amount : documentAmount(0n),
      expectedBase: expected ? line.own : base(0n),
    };
    change(next.creditable, line.of, (known) => ({ ...known, credits: [...known.credits, taken] }));
    if (line.charge !== undefined) {
      next.charges.set(line.id, {
        id: line.id,
        kind: line.charge,
        vendor,
        date,
        amount: base(-line.payable),
        allocated: [],
      });
    }
  }
  const owed = { amount: documentAmount(-total.amount), base: base(-total.base) };
  next.payables.set(number, {
    document: number,
    vendor,
    currency,
    rate,
    date,
    ...owed,
    goods: [],
    waitsFor: [],
    paid: [],
  });
}

function useEstimate(
  next: Writing,
  line: LineId,
  used: { line: LineId; date: string; kind: string; amount: BaseAmount },
): void {
  if (used.amount !== 0n)
    change(next.receiptLines, line, (known) => ({ ...known, estimatesUsed: [...known.estimatesUsed, used] }));
}

function stockLine(
  next: Writing,
  id: LineId,
  item: string,
  warehouse: string,
  date: string,
  line: { quantity: Quantity; dimensions?: Dimensions | undefined },
): void {
  next.stockLines.set(id, {
    id,
    date,
    item,
    pool: `${item}@${warehouse}`,
    quantity: line.quantity,
    dimensions: line.dimensions,
  });
}
