import { beforeEach, describe, expect, it } from '@jest/globals';
import {
  base,
  documentAmount,
  fraction,
  NO_DISCOUNT,
  price,
  priceOrThrow,
  quantity,
  quantityOrThrow,
  ONE_TO_ONE,
  rateOrThrow,
} from '../exact/amounts.ts';
import { inWords, item } from '../testing/make.ts';
import { companyOf } from '../state/company.ts';
import { type Books, emptyBooks } from '../state/books.ts';
import type { Command } from './kinds.ts';
import { decide } from './decide.ts';
import { record } from './record.ts';

const FIVE = quantityOrThrow('5');
const order = (overrides: Partial<Extract<Command, { kind: 'order' }>> = {}): Command => ({
  kind: 'order',
  vendor: 'V',
  currency: 'USD',
  date: '2026-03-02',
  lines: [
    { bought: { item: 'LOOM' }, quantity: FIVE, price: priceOrThrow('100'), discount: NO_DISCOUNT, due: undefined },
  ],
  ...overrides,
});
const receipt = (overrides: Partial<Extract<Command, { kind: 'receipt' }>> = {}): Command => ({
  kind: 'receipt',
  vendor: 'V',
  date: '2026-03-05',
  warehouse: 'main',
  lines: [{ of: '1/1', quantity: FIVE }],
  ...overrides,
});
const bill = (overrides: Partial<Extract<Command, { kind: 'bill' }>> = {}): Command => ({
  kind: 'bill',
  vendor: 'V',
  reference: 'INV 0012',
  currency: 'USD',
  date: '2026-03-08',
  lines: [{ of: '2/1', quantity: FIVE, price: priceOrThrow('100'), discount: NO_DISCOUNT, difference: 'cost' }],
  charges: [{ kind: 'freight', amount: documentAmount(1000n) }],
  ...overrides,
});

let books: Books;
beforeEach(() => {
  const items = new Map([
    ['LOOM', item('LOOM', 'fifo', { weight: undefined, volume: quantity(0n) })],
    ['YARN', item('YARN', 'average')],
  ]);
  books = { ...emptyBooks(companyOf({ currency: 'USD', firstOpenDay: '2026-03-01' })), items };
});

function post(command: Command): void {
  const decision = decide(books, command);
  if (!decision.accepted) throw new Error(JSON.stringify(decision.refusals));
  books = record(books, decision.posted);
}

function reasons(command: Command): string[] {
  const decision = decide(books, command);
  return decision.accepted ? [] : decision.refusals.map(inWords);
}

describe('an order is refused', () => {
  const line = {
    bought: { item: 'LOOM' },
    quantity: FIVE,
    price: priceOrThrow('1'),
    discount: NO_DISCOUNT,
    due: undefined,
  };
  it.each<[string, Command, string]>([
    ['without lines', order({ lines: [] }), 'no_lines /lines'],
    ['on a day that does not exist', order({ date: '2026-02-30' }), 'date_impossible /date date=2026-02-30'],
    [
      'in a closed period',
      order({ date: '2026-02-27' }),
      'date_in_closed_period /date date=2026-02-27 firstOpenDay=2026-03-01',
    ],
    [
      'for an item that nobody knows',
      order({ lines: [{ ...line, bought: { item: 'NONE' } }] }),
      'item_unknown /lines/0/item item=NONE',
    ],
    ['for nothing', order({ lines: [{ ...line, quantity: quantity(0n) }] }), 'quantity_not_positive /lines/0/quantity'],
    ['at a negative price', order({ lines: [{ ...line, price: price(-1n) }] }), 'price_negative /lines/0/price'],
    [
      'with a discount over all of it',
      order({ lines: [{ ...line, discount: fraction(1_000_001n) }] }),
      'discount_out_of_range /lines/0/discount',
    ],
    [
      'due on a day that does not exist',
      order({ lines: [{ ...line, due: '2026-04-31' }] }),
      'date_impossible /lines/0/due date=2026-04-31',
    ],
    ['in a currency that is none', order({ currency: 'ABC' }), 'currency_unknown /currency currency=ABC'],
    ['in a currency without a rate', order({ currency: 'EUR' }), 'rate_missing /currency currency=EUR date=2026-03-02'],
  ])('%s', (_, command, reason) => {
    expect(reasons(command)).toContain(reason);
  });
});

describe('a receipt is refused', () => {
  beforeEach(() => post(order()));
  it.each<[string, Command, string]>([
    [
      'for more than is open',
      receipt({ lines: [{ of: '1/1', quantity: quantityOrThrow('5.000001') }] }),
      'receipt_exceeds_ordered /lines/0/quantity open=5 most=5 quantity=5.000001',
    ],
    ['before its order', receipt({ date: '2026-03-01' }), 'date_before_cited /date date=2026-03-01 cited=2026-03-02'],
    ['for another vendor’s line', receipt({ vendor: 'W' }), 'vendor_differs /lines/0'],
    [
      'for a line that is not there',
      receipt({ lines: [{ of: '9/1', quantity: FIVE }] }),
      'line_unknown /lines/0 line=9/1',
    ],
    [
      'when it names a line twice',
      receipt({
        lines: [
          { of: '1/1', quantity: quantity(1n) },
          { of: '1/1', quantity: quantity(1n) },
        ],
      }),
      'line_cited_twice /lines/1 line=1/1',
    ],
    [
      'for nothing',
      receipt({ lines: [{ of: '1/1', quantity: quantity(0n) }] }),
      'quantity_not_positive /lines/0/quantity',
    ],
  ])('%s', (_, command, reason) => {
    expect(reasons(command)).toContain(reason);
  });

  it('once all of the line has come', () => {
    post(receipt());
    expect(reasons(receipt({ lines: [{ of: '1/1', quantity: quantity(1n) }] }))).toEqual([
      'receipt_exceeds_ordered /lines/0/quantity open=0 most=0 quantity=0.000001',
    ]);
  });
});

describe('a bill is refused', () => {
  beforeEach(() => {
    post(order());
    post(receipt());
  });
  const line = {
    of: '2/1',
    quantity: FIVE,
    price: priceOrThrow('100'),
    discount: NO_DISCOUNT,
    difference: 'cost' as const,
  };
  it.each<[string, Command, string]>([
    [
      'for more than is received',
      bill({ lines: [{ ...line, quantity: quantityOrThrow('6') }] }),
      'bill_exceeds_received /lines/0/quantity open=5 quantity=6',
    ],
    ['at a negative price', bill({ lines: [{ ...line, price: price(-1n) }] }), 'price_negative /lines/0/price'],
    [
      'with one kind of charge twice',
      bill({
        charges: [
          { kind: 'duty', amount: documentAmount(1n) },
          { kind: 'duty', amount: documentAmount(2n) },
        ],
      }),
      'charge_kind_twice /charges/1/kind kind=duty',
    ],
    [
      'with a charge of nothing',
      bill({ charges: [{ kind: 'duty', amount: documentAmount(0n) }] }),
      'amount_zero /charges/0/amount',
    ],
    ['without anything on it', bill({ lines: [], charges: [] }), 'no_lines /lines'],
  ])('%s', (_, command, reason) => {
    expect(reasons(command)).toContain(reason);
  });

  it.each(['INV 0012', 'inv-12', 'Inv/012', ' INV.00012 ', 'ＩＮＶ 12'])('when %j is INV 0012 again', (reference) => {
    post(bill({ lines: [] }));
    expect(reasons(bill({ reference }))).toContain(`bill_number_taken /reference number=${reference}`);
  });

  it('but not when the number is another, or another vendor’s', () => {
    post(bill({ lines: [], reference: '2026-1/11' }));
    expect(reasons(bill({ reference: '2026-11/1' }))).toEqual([]);
    expect(reasons(bill({ reference: '2026-1/11', vendor: 'W', lines: [] }))).toEqual([]);
  });

  it('in another currency than the order’s, with rates that cannot be meant', () => {
    expect(reasons(bill({ currency: 'EUR' }))).toContain('rate_missing /currency currency=EUR date=2026-03-08');
    books = { ...books, rates: new Map([['EUR', [{ from: '2026-01-01', rate: ONE_TO_ONE }]]]) };
    expect(reasons(bill({ currency: 'EUR' }))).toEqual([]);
    const agreedRates = [
      { currency: 'USD', rate: rateOrThrow('0') },
      { currency: 'USD', rate: ONE_TO_ONE },
      { currency: 'CHF', rate: ONE_TO_ONE },
    ];
    expect(reasons(bill({ currency: 'EUR', agreedRates }))).toEqual([
      'rate_not_positive /agreedRates/0/rate',
      'rate_twice /agreedRates/1/currency currency=USD',
      'agreed_rate_unused /agreedRates/2/currency currency=CHF',
    ]);
  });
});

describe('an allocation is refused', () => {
  beforeEach(() => {
    post(order());
    post(receipt());
    post(bill());
  });
  const allocation = (
    basis: 'weight' | 'volume' | 'value' | 'manual',
    fixed: { line: string; amount: bigint }[] = [],
    amount?: bigint,
  ): Command => ({
    kind: 'allocation',
    date: '2026-03-09',
    to: ['2/1'],
    charges: [
      {
        of: '3/2',
        basis,
        amount: amount === undefined ? undefined : base(amount),
        fixed: fixed.map((share) => ({ ...share, amount: base(share.amount) })),
      },
    ],
  });
  it.each<[string, Command, string]>([
    [
      'by weight where an item has none',
      allocation('weight'),
      'basis_missing /charges/0/basis basis=weight item=LOOM line=2/1',
    ],
    ['by volume where all have zero', allocation('volume'), 'basis_all_zero /charges/0/basis basis=volume'],
    [
      'for more than the charge',
      allocation('value', [], 1001n),
      'allocation_exceeds_charge /charges/0/amount left=10.00 asked=10.01',
    ],
    [
      'by hand when it does not add up',
      allocation('manual', [{ line: '2/1', amount: 999n }]),
      'allocation_does_not_add_up /charges/0 out=1',
    ],
    [
      'with a negative share by hand',
      allocation('manual', [{ line: '2/1', amount: -1n }]),
      'amount_negative /charges/0/fixed/0/amount',
    ],
    [
      'with a share for a line that is not on it',
      allocation('value', [{ line: '9/9', amount: 1n }]),
      'line_unknown /charges/0/fixed line=9/9',
    ],
  ])('%s', (_, command, reason) => {
    expect(reasons(command)).toEqual([reason]);
  });

  it('when nothing is left of the charge', () => {
    post(allocation('value'));
    expect(reasons(allocation('value'))).toEqual(['allocation_exceeds_charge /charges/0/amount left=0.00 asked=0.00']);
  });

  it('but may take a part, by hand and by a basis together', () => {
    post(allocation('value', [{ line: '2/1', amount: 400n }], 400n));
    post(allocation('manual', [{ line: '2/1', amount: 600n }]));
    expect(books.charges.get('3/2')?.allocated.map(({ amount }) => amount)).toEqual([400n, 600n]);
  });
});

describe('goods out', () => {
  beforeEach(() => {
    post(order());
    post(receipt());
  });
  const delivery = (units: string, date = '2026-03-10'): Command => ({
    kind: 'delivery',
    customer: 'S',
    date,
    warehouse: 'main',
    lines: [{ item: 'LOOM', quantity: quantityOrThrow(units) }],
  });
  const invoice = (units: string, customer = 'S'): Command => ({
    kind: 'invoice',
    customer,
    date: '2026-03-12',
    lines: [{ of: '3/1', quantity: quantityOrThrow(units), price: priceOrThrow('150') }],
  });

  it('are refused beyond what is there, also when a back-dated delivery makes a later one short', () => {
    expect(reasons(delivery('6'))).toEqual([
      'stock_short /lines/0/quantity item=LOOM warehouse=main date=2026-03-10 short=1',
    ]);
    post(delivery('4', '2026-03-10'));
    expect(reasons(delivery('2', '2026-03-06'))).toEqual([
      'stock_short /lines/0/quantity item=LOOM warehouse=main date=2026-03-10 short=1',
    ]);
    expect(reasons(delivery('1', '2026-03-04'))).toEqual([
      'stock_short /lines/0/quantity item=LOOM warehouse=main date=2026-03-04 short=1',
    ]);
  });

  it('are invoiced to their own customer, and no more than was delivered', () => {
    post(delivery('4'));
    expect(reasons(invoice('4', 'T'))).toEqual(['customer_differs /lines/0']);
    expect(reasons(invoice('5'))).toEqual(['invoice_exceeds_delivered /lines/0/quantity open=4 quantity=5']);
    post(invoice('3'));
    expect(reasons(invoice('2'))).toEqual(['invoice_exceeds_delivered /lines/0/quantity open=1 quantity=2']);
  });
});
