import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { readable } from '../books/journal.ts';
import { fold } from '../costing/fold.ts';
import type { CostingMethod } from '../costing/pool.ts';
import { base, documentAmount, NO_DISCOUNT, price, priceOrThrow, quantity, quantityOrThrow, rateOrThrow } from '../exact/amounts.ts';
import { item } from '../testing/make.ts';
import { companyOf, emptyBooks, type Books } from './books.ts';
import { decide, type Command } from './decide.ts';
import { record } from './record.ts';

/*
 * Random histories of one item: deliveries and their invoices, then a dearer bill and freight for each receipt, in an order
 * of papers that the generator chooses. Where the books end must not depend on it (accounting.md, One mechanism for cost).
 */

const UNIT = 1_000_000n;

interface Trade {
  readonly receipts: readonly { units: bigint; cents: bigint; dearer: bigint; freight: bigint }[];
  readonly sales: readonly { units: bigint; invoiced: bigint; day: number }[];
  readonly currency: 'USD' | 'EUR';
}

const trades: fc.Arbitrary<Trade> = fc.record({
  receipts: fc.array(fc.record({ units: fc.bigInt(1n, 200n), cents: fc.bigInt(1n, 5000n), dearer: fc.bigInt(-40n, 60n), freight: fc.bigInt(0n, 9999n) }), {
    minLength: 1,
    maxLength: 4,
  }),
  sales: fc.array(fc.record({ units: fc.bigInt(1n, 60n), invoiced: fc.bigInt(0n, 60n), day: fc.integer({ min: 11, max: 28 }) }), { maxLength: 6 }),
  currency: fc.constantFrom('USD', 'EUR'),
});

class Bookkeeper {
  books: Books;
  readonly balances = new Map<string, bigint>();

  constructor(method: CostingMethod) {
    const yarn = item('YARN', method);
    const rates = [{ currency: 'EUR', from: '2026-01-01', rate: rateOrThrow('1.0837') }];
    this.books = { ...emptyBooks(companyOf({ currency: 'USD', firstOpenDay: '2026-01-01' })), items: new Map([['YARN', yarn]]), rates };
  }

  post(command: Command): string {
    const number = this.books.nextDocument.toString();
    const decision = decide(this.books, command);
    if (!decision.accepted) throw new Error(JSON.stringify(decision.refusals));
    for (const entry of decision.posted.entries) {
      expect(entry.lines.reduce((sum, line) => sum + line.amount, 0n)).toBe(0n);
      for (const line of entry.lines) this.balances.set(line.account, (this.balances.get(line.account) ?? 0n) + line.amount);
    }
    this.books = record(this.books, decision.posted);
    return number;
  }

  balance(account: string): bigint {
    return this.balances.get(account) ?? 0n;
  }
}

/** Posts a trade with the late papers (a bill and its freight for each receipt) at the places that `late` names. */
function keep(method: CostingMethod, trade: Trade, late: readonly number[]): Bookkeeper {
  const keeper = new Bookkeeper(method);
  const receipts = trade.receipts.map(({ units, cents }) => {
    const line = { bought: { item: 'YARN' }, quantity: quantity(units * UNIT), price: price(cents * 10_000n), discount: NO_DISCOUNT, due: undefined };
    const order = keeper.post({ kind: 'order', vendor: 'V', currency: trade.currency, date: '2026-03-01', lines: [line] });
    return keeper.post({ kind: 'receipt', vendor: 'V', date: '2026-03-10', warehouse: 'main', lines: [{ of: `${order}/1`, quantity: line.quantity }] });
  });
  const papers = trade.receipts.map((receipt, at) => () => billAndFreight(keeper, trade.currency, receipt, receipts[at] ?? '', at));
  let held = trade.receipts.reduce((sum, { units }) => sum + units, 0n);
  const sales = trade.sales.flatMap((sale, at) => {
    const units = sale.units > held ? held : sale.units;
    held -= units;
    return units === 0n ? [] : [{ ...sale, units, at }];
  });
  for (let place = 0; place <= sales.length; place += 1) {
    papers.forEach((paper, at) => {
      if ((late[at] ?? 0) % (sales.length + 1) === place) paper();
    });
    const sale = sales[place];
    if (sale) sell(keeper, sale);
  }
  return keeper;
}

function billAndFreight(keeper: Bookkeeper, currency: string, receipt: Trade['receipts'][number], document: string, at: number): void {
  const billed = receipt.cents + receipt.dearer < 0n ? 0n : receipt.cents + receipt.dearer;
  const line = {
    of: `${document}/1`,
    quantity: quantity(receipt.units * UNIT),
    price: price(billed * 10_000n),
    discount: NO_DISCOUNT,
    difference: 'cost' as const,
  };
  keeper.post({ kind: 'bill', vendor: 'V', number: `B${at}`, currency, date: '2026-04-02', lines: [line], charges: [] });
  if (receipt.freight === 0n) return;
  const bill = keeper.post({
    kind: 'bill',
    vendor: 'C',
    number: `F${at}`,
    currency: 'USD',
    date: '2026-04-03',
    lines: [],
    charges: [{ kind: 'freight', amount: documentAmount(receipt.freight) }],
  });
  keeper.post({ kind: 'allocation', date: '2026-04-03', to: [`${document}/1`], charges: [{ of: `${bill}/1`, basis: 'weight', amount: undefined, fixed: [] }] });
}

function sell(keeper: Bookkeeper, sale: { units: bigint; invoiced: bigint; day: number; at: number }): void {
  // Documents are dated in any order within the month: some are back-dated against those entered before.
  const date = `2026-03-${sale.day}`;
  const delivery = keeper.post({ kind: 'delivery', customer: 'S', date, warehouse: 'main', lines: [{ item: 'YARN', quantity: quantity(sale.units * UNIT) }] });
  const invoiced = sale.invoiced > sale.units ? sale.units : sale.invoiced;
  const rest = sale.units - invoiced;
  for (const part of [invoiced, rest / 2n]) {
    if (part > 0n)
      keeper.post({
        kind: 'invoice',
        customer: 'S',
        date: '2026-03-30',
        lines: [{ of: `${delivery}/1`, quantity: quantity(part * UNIT), price: priceOrThrow('70') }],
      });
  }
}

describe.each<CostingMethod>(['fifo', 'average'])('histories by %s', (method) => {
  it('end the same whenever the costs become known', () => {
    fc.assert(
      fc.property(trades, fc.array(fc.nat(), { minLength: 4, maxLength: 4 }), (trade, late) => {
        const early = keep(method, trade, [0, 0, 0, 0]);
        const known = keep(method, trade, late);
        for (const account of ['inventory', 'cost-of-goods', 'shipped-not-billed', 'grni', 'payables', 'charges-to-allocate']) {
          expect([account, known.balance(account)]).toEqual([account, early.balance(account)]);
        }
      }),
      { numRuns: 300 },
    );
  });

  it('keep inventory at what the pool folds to, and clear what is received and billed', () => {
    fc.assert(
      fc.property(trades, fc.array(fc.nat(), { minLength: 4, maxLength: 4 }), (trade, late) => {
        const keeper = keep(method, trade, late);
        const pool = [...keeper.books.pools.values()][0];
        if (!pool) throw new Error('no pool');
        const folded = fold(pool.method, pool.checkpoints[0].state, pool.movements, 'USD');
        if (!folded.ok) throw new Error('short');
        expect(keeper.balance('inventory')).toBe(folded.end.value);
        expect(keeper.balance('grni')).toBe(0n);
        expect(keeper.balance('charges-to-allocate')).toBe(0n);
        expect([...keeper.balances.values()].reduce((sum, balance) => sum + balance, 0n)).toBe(0n);
      }),
      { numRuns: 300 },
    );
  });
});

describe('a difference that falls on a later day', () => {
  it('is posted on the day of the movement that it changes, in an entry of its own', () => {
    const keeper = new Bookkeeper('fifo');
    const line = { bought: { item: 'YARN' }, quantity: quantityOrThrow('10'), price: priceOrThrow('5'), discount: NO_DISCOUNT, due: undefined };
    keeper.post({ kind: 'order', vendor: 'V', currency: 'USD', date: '2026-03-01', lines: [line] });
    keeper.post({ kind: 'receipt', vendor: 'V', date: '2026-03-02', warehouse: 'main', lines: [{ of: '1/1', quantity: line.quantity }] });
    keeper.post({ kind: 'delivery', customer: 'S', date: '2026-03-20', warehouse: 'main', lines: [{ item: 'YARN', quantity: quantityOrThrow('4') }] });
    const decision = decide(keeper.books, {
      kind: 'bill',
      vendor: 'V',
      number: '1',
      currency: 'USD',
      date: '2026-03-09',
      charges: [],
      lines: [{ of: '2/1', quantity: line.quantity, price: priceOrThrow('6'), discount: NO_DISCOUNT, difference: 'cost' }],
    });
    if (!decision.accepted) throw new Error('refused');
    const posted = decision.posted.entries.map((posted) => [posted.date, Object.fromEntries(readable(posted).map((entry) => [entry.account, entry.amount]))]);
    expect(posted).toEqual([
      ['2026-03-09', { inventory: base(1000n), grni: 5000n, payables: -6000n }],
      ['2026-03-20', { 'shipped-not-billed': 400n, inventory: -400n }],
    ]);
  });

  it('that comes on a bill dated before the goods waits in goods received not invoiced until they came', () => {
    const keeper = new Bookkeeper('fifo');
    const line = { bought: { item: 'YARN' }, quantity: quantityOrThrow('10'), price: priceOrThrow('5'), discount: NO_DISCOUNT, due: undefined };
    keeper.post({ kind: 'order', vendor: 'V', currency: 'USD', date: '2026-03-01', lines: [line] });
    keeper.post({ kind: 'receipt', vendor: 'V', date: '2026-03-12', warehouse: 'main', lines: [{ of: '1/1', quantity: line.quantity }] });
    const decision = decide(keeper.books, {
      kind: 'bill',
      vendor: 'V',
      number: '1',
      currency: 'USD',
      date: '2026-03-09',
      charges: [],
      lines: [{ of: '2/1', quantity: line.quantity, price: priceOrThrow('6'), discount: NO_DISCOUNT, difference: 'cost' }],
    });
    if (!decision.accepted) throw new Error('refused');
    const posted = decision.posted.entries.map((posted) => [posted.date, Object.fromEntries(readable(posted).map((entry) => [entry.account, entry.amount]))]);
    expect(posted).toEqual([
      ['2026-03-09', { grni: 6000n, payables: -6000n }],
      ['2026-03-12', { inventory: 1000n, grni: -1000n }],
    ]);
  });
});
