import type { Charge, CreditableLine } from '../../state/owed.ts';
import { base, type DocumentAmount, documentAmount, ONE_UNIT, quantity } from '../../exact/amounts.ts';
import { discountedTax } from '../billTax.ts';
import { inBillCurrency } from '../creditable.ts';
import { change, type Writing } from '../../state/writing.ts';
import type { BillDocument } from './command.ts';
import { aheadOf, billedPartOf } from './read.ts';

export function recordBill(next: Writing, bill: BillDocument, number: string): void {
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
  for (const { documentAmount: charged, goes, ...charge } of bill.charges) {
    if (goes === 'goods') {
      next.charges.set(charge.id, charge);
      next.creditable.set(charge.id, chargeCreditable(bill, charge, charged));
    } else if (goes === 'expense')
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
  for (const { id: line, of, amount } of bill.disbursements) {
    const part = { line, date, amount, base: base(amount) };
    change(next.payables, of, (known) => ({ ...known, paid: [...known.paid, part] }));
  }
  const waitsFor = bill.lines.filter(({ wait }) => wait).map(({ id, of }) => ({ line: id, of }));
  const goods = bill.lines.flatMap(({ pool, of, received, amount }) =>
    pool === undefined ? [] : [{ pool, movement: of, date: received, amount }],
  );
  next.payables.set(number, {
    document: number,
    account: 'payables',
    vendor,
    currency,
    rate,
    date,
    amount: bill.total.amount,
    base: bill.total.base,
    goods,
    discountedTax: discountedTax(bill.tax ?? []),
    waitsFor,
    paid: [],
    ...(bill.remitTo ? { remitTo: { ...bill.remitTo, answer: undefined } } : {}),
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
  const { id, bought, quantity: billed, amount, pool, of, received, dimensions } = line;
  return {
    id,
    vendor,
    currency,
    ...inBillCurrency(line, currency, line.orderCurrency),
    date,
    kind: 'bill',
    item: bought.item,
    expense: bought.expense,
    quantity: billed,
    per: ONE_UNIT,
    amount,
    base: base(0n),
    dimensions,
    goods: pool === undefined ? undefined : { pool, movement: of, date: received },
    charge: undefined,
    credits: [],
  };
}
