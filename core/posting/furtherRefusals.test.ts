import { beforeEach, describe, expect, it } from '@jest/globals';
import {
  base,
  documentAmount,
  NO_DISCOUNT,
  ONE_TO_ONE,
  priceOrThrow,
  quantityOrThrow,
  rateOrThrow,
} from '../exact/amounts.ts';
import { type Bookkeeper, show } from '../testing/bookkeeper.ts';
import { inWords } from '../testing/make.ts';
import { GOOD, scene } from '../testing/scene.ts';
import { decide } from './decide.ts';
import type { Command, DocumentKind } from './kinds.ts';

/* What each kind of document refuses, at its field; and that nothing is left behind. */
const q = quantityOrThrow;
const money = documentAmount;
let keeper: Bookkeeper;
beforeEach(() => {
  keeper = scene();
});

function reasons(command: Command): string[] {
  const before = show(keeper.books);
  const decision = decide(keeper.books, command);
  expect(show(keeper.books)).toBe(before);
  return decision.accepted ? [] : decision.refusals.map(inWords);
}

type Spoilt = [what: string, kind: DocumentKind, change: object, reason: string];
const firstLine = (kind: DocumentKind, change: object): object => {
  const { lines } = GOOD[kind] as unknown as { lines: object[] };
  return { lines: [{ ...lines[0], ...change }] };
};
const none = { lines: [] };
const nothing = '2026-02-27';

const FREIGHT = GOOD.allocation?.charges ?? [];

const spoilt: Spoilt[] = [
  ...(
    [
      'return',
      'credit',
      'estimate-closing',
      'customer-return',
      'transfer',
      'arrival',
      'count',
      'standard',
      'write-down',
    ] as const
  ).map((kind): Spoilt => ['no lines', kind, none, 'no_lines /lines']),
  ...(
    [
      'return',
      'credit',
      'estimate-closing',
      'charge-move',
      'customer-return',
      'assembly',
      'transfer',
      'arrival',
      'count',
      'standard',
      'write-down',
      'prepayment',
      'prepayment-refund',
      'payment',
      'reversal',
    ] as const
  ).map((kind): Spoilt => [
    'a closed period',
    kind,
    { date: nothing },
    'date_in_closed_period /date date=2026-02-27 firstOpenDay=2026-03-01',
  ]),
  ...(['return', 'credit', 'estimate-closing', 'customer-return', 'arrival'] as const).map((kind): Spoilt => [
    'a line that is not there',
    kind,
    firstLine(kind, { of: '99/1' }),
    'line_unknown /lines/0 line=99/1',
  ]),
  ...(['return', 'customer-return', 'transfer', 'count', 'opening'] as const).map((kind): Spoilt => [
    'no quantity',
    kind,
    firstLine(kind, { quantity: q('0') }),
    'quantity_not_positive /lines/0/quantity',
  ]),
  ['another vendor', 'return', { vendor: 'W' }, 'vendor_differs /lines/0'],
  ['an expense', 'return', firstLine('return', { of: '2/2' }), 'not_stock /lines/0'],
  [
    'more than came',
    'return',
    firstLine('return', { quantity: q('3') }),
    'return_exceeds_received /lines/0/quantity open=2 quantity=3',
  ],
  [
    'the day before the receipt',
    'return',
    { date: '2026-03-04' },
    'date_before_cited /date date=2026-03-04 cited=2026-03-05',
  ],
  ['no lot', 'return', firstLine('return', { of: '2/3' }), 'lots_missing /lines/0/lots item=DYE'],
  ['another vendor', 'credit', { vendor: 'W' }, 'vendor_differs /lines/0'],
  [
    'another currency than its bill',
    'credit',
    { currency: 'EUR', lines: [{ of: '3/1', amount: money(100n), to: 'cost' }] },
    'currency_differs /currency ordered=USD billed=EUR',
  ],
  [
    'a rate of a currency in which nothing was ordered',
    'credit',
    { agreedRates: [{ currency: 'EUR', rate: ONE_TO_ONE }] },
    'agreed_rate_unused /agreedRates/0/currency currency=EUR',
  ],
  ['a number that is taken', 'credit', { reference: 'b 1' }, 'bill_number_taken /reference number=b 1'],
  [
    'more than went back billed',
    'credit',
    firstLine('credit', { quantity: q('2') }),
    'credit_exceeds_open /lines/0/quantity open=1 quantity=2',
  ],
  ['no quantity', 'credit', firstLine('credit', { quantity: q('0') }), 'quantity_not_positive /lines/0/quantity'],
  ['a price below zero', 'credit', firstLine('credit', { price: priceOrThrow('-1') }), 'price_negative /lines/0/price'],
  ['tax below zero', 'credit', { tax: money(-1n) }, 'amount_negative /tax'],
  [
    'an amount on a returned line',
    'credit',
    { lines: [{ of: '6/1', amount: money(1n), to: 'cost' }] },
    'missing /lines/0/quantity',
  ],
  ['a quantity on a billed line', 'credit', firstLine('credit', { of: '3/1' }), 'missing /lines/0/amount'],
  ['nothing', 'credit', { lines: [{ of: '3/1', amount: money(0n), to: 'cost' }] }, 'amount_zero /lines/0/amount'],
  [
    'more than was asked for',
    'credit',
    { lines: [{ of: '3/1', amount: money(301n), to: 'expected' }] },
    'credit_exceeds_open /lines/0/amount open=3.00 quantity=3.01',
  ],
  [
    'more than was billed',
    'credit',
    { lines: [{ of: '3/1', amount: money(30_301n), to: 'cost' }] },
    'credit_exceeds_open /lines/0/amount open=303.00 quantity=303.01',
  ],
  [
    'more than was charged',
    'credit',
    { lines: [{ of: '3/2', amount: money(1001n), to: 'cost' }] },
    'credit_exceeds_open /lines/0/amount open=10.00 quantity=10.01',
  ],
  ['no reason', 'estimate-closing', { reason: ' ' }, 'reason_missing /reason'],
  ['an estimate that is not there', 'estimate-closing', {}, 'estimate_none /lines/0 kind=freight'],
  [
    'the day before the receipt',
    'estimate-closing',
    { date: '2026-03-04' },
    'date_before_cited /date date=2026-03-04 cited=2026-03-05',
  ],
  ['a line that is no expense', 'charge-move', { of: '3/1' }, 'line_unknown /of line=3/1'],
  ['nothing', 'charge-move', { amount: base(0n) }, 'amount_zero /amount'],
  ['more than the expense', 'charge-move', { amount: base(2001n) }, 'move_exceeds_expense /amount left=20.00'],
  [
    'the day before the bill',
    'charge-move',
    { date: '2026-03-05' },
    'date_before_cited /date date=2026-03-05 cited=2026-03-06',
  ],
  ['another customer', 'customer-return', { customer: 'T' }, 'customer_differs /lines/0'],
  [
    'more than was delivered',
    'customer-return',
    firstLine('customer-return', { quantity: q('3') }),
    'return_exceeds_delivered /lines/0/quantity open=2 quantity=3',
  ],
  [
    'a price below zero',
    'customer-return',
    firstLine('customer-return', { price: priceOrThrow('-1') }),
    'price_negative /lines/0/price',
  ],
  [
    'the day before the invoice',
    'customer-return',
    { date: '2026-03-07' },
    'date_before_cited /date date=2026-03-07 cited=2026-03-08',
  ],
  ['nothing used', 'assembly', { uses: [] }, 'no_lines /uses'],
  [
    'an item nobody knows',
    'assembly',
    { makes: { item: 'GHOST', quantity: q('1') } },
    'item_unknown /makes/item item=GHOST',
  ],
  [
    'more than is here',
    'assembly',
    { uses: [{ item: 'LOOM', quantity: q('9') }] },
    'stock_short /lines/0/quantity item=LOOM warehouse=main date=2026-03-12 short=6',
  ],
  ['work below zero', 'assembly', { conversion: base(-1n) }, 'amount_negative /conversion'],
  ['the same warehouse', 'transfer', { to: 'main' }, 'warehouse_same /to'],
  [
    'more than is here',
    'transfer',
    firstLine('transfer', { quantity: q('9') }),
    'stock_short /lines/0/quantity item=LOOM warehouse=main date=2026-03-12 short=6',
  ],
  ['a delivery', 'arrival', firstLine('arrival', { of: '4/1' }), 'line_unknown /lines/0 line=4/1'],
  [
    'more than was sent',
    'arrival',
    firstLine('arrival', { lost: q('1') }),
    'arrival_exceeds_sent /lines/0/quantity open=1 quantity=2',
  ],
  ['nothing', 'arrival', firstLine('arrival', { quantity: q('0') }), 'quantity_not_positive /lines/0/quantity'],
  ['a loss below zero', 'arrival', firstLine('arrival', { lost: q('-1') }), 'quantity_not_positive /lines/0/quantity'],
  [
    'the day before it was sent',
    'arrival',
    { date: '2026-03-09' },
    'date_before_cited /date date=2026-03-09 cited=2026-03-10',
  ],
  ['no reason', 'count', { reason: '' }, 'reason_missing /reason'],
  [
    'a cost below zero',
    'count',
    firstLine('count', { unitCost: priceOrThrow('-1') }),
    'price_negative /lines/0/unitCost',
  ],
  ['an item nobody knows', 'count', firstLine('count', { item: 'GHOST' }), 'item_unknown /lines/0/item item=GHOST'],
  [
    'goods without a standard',
    'standard',
    firstLine('standard', { item: 'LOOM' }),
    'standard_not_kept /lines/0/item item=LOOM',
  ],
  [
    'an item nobody knows',
    'standard',
    firstLine('standard', { item: 'GHOST' }),
    'item_unknown /lines/0/item item=GHOST',
  ],
  [
    'a standard below zero',
    'standard',
    firstLine('standard', { standard: priceOrThrow('-1') }),
    'standard_not_positive /lines/0/standard',
  ],
  [
    'an item nobody knows',
    'write-down',
    firstLine('write-down', { item: 'GHOST' }),
    'item_unknown /lines/0/item item=GHOST',
  ],
  [
    'a price below zero',
    'write-down',
    firstLine('write-down', { netRealisable: priceOrThrow('-1') }),
    'price_negative /lines/0/netRealisable',
  ],
  ['a bill that is not there', 'payment-hold', { of: '9' }, 'document_unknown /of document=9'],
  ['no reason', 'payment-hold', { reason: ' ' }, 'reason_missing /reason'],
  ['a bill that nobody holds', 'payment-hold', { step: 'released' }, 'bill_not_held /of'],
  [
    'the day before its bill',
    'payment-hold',
    { date: '2026-03-05' },
    'date_before_cited /date date=2026-03-05 cited=2026-03-06',
  ],
  ['goods', 'prepayment', { order: '1', refundable: true }, 'deposit_for_goods /refundable'],
  ['nothing', 'prepayment-refund', { amount: money(0n) }, 'amount_zero /amount'],
  ['a prepayment that is not there', 'prepayment-refund', { of: '99' }, 'document_unknown /of document=99'],
  ['another vendor', 'prepayment-refund', { vendor: 'W' }, 'vendor_differs /of'],
  [
    'the day before it',
    'prepayment-refund',
    { date: '2026-03-09' },
    'date_before_cited /date date=2026-03-09 cited=2026-03-10',
  ],
  ['more than is left', 'prepayment-refund', { amount: money(5001n) }, 'prepayment_exceeds_left /amount left=50.00'],
  [
    'other money in the company’s own currency',
    'prepayment-refund',
    { got: base(2n) },
    'took_differs /got amount=0.01',
  ],
  ['no money', 'prepayment-refund', { got: base(0n) }, 'amount_zero /got'],
  ['nothing', 'prepayment', { amount: money(0n) }, 'amount_zero /amount'],
  [
    'a currency without a rate',
    'prepayment',
    { currency: 'JPY' },
    'rate_missing /currency currency=JPY date=2026-03-12',
  ],
  ['no bills', 'payment', { bills: [] }, 'no_lines /bills'],
  [
    'a bill that is not there',
    'payment',
    { bills: [{ of: '99', amount: money(1n), discount: money(0n), writeOff: money(0n) }] },
    'document_unknown /bills/0 document=99',
  ],
  ['another vendor', 'payment', { vendor: 'W' }, 'vendor_differs /bills/0'],
  ['another currency', 'payment', { currency: 'EUR' }, 'currency_differs /currency ordered=USD billed=EUR'],
  [
    'more than is open',
    'payment',
    { bills: [{ of: '3', amount: money(33_801n), discount: money(0n), writeOff: money(0n) }] },
    'payment_exceeds_open /bills/0/amount open=338.00 amount=338.01',
  ],
  [
    'nothing',
    'payment',
    { bills: [{ of: '3', amount: money(0n), discount: money(0n), writeOff: money(0n) }] },
    'amount_zero /bills/0/amount',
  ],
  [
    'less than nothing',
    'payment',
    { bills: [{ of: '3', amount: money(-1n), discount: money(2n), writeOff: money(0n) }] },
    'amount_negative /bills/0/amount',
  ],
  [
    'a write-off without a reason',
    'payment',
    { bills: [{ of: '3', amount: money(1n), discount: money(0n), writeOff: money(1n) }] },
    'reason_missing /reason',
  ],
  ['a prepayment that is not there', 'payment', { from: '99' }, 'document_unknown /from document=99'],
  [
    'more than the prepayment',
    'payment',
    { from: '9', bills: [{ of: '3', amount: money(5001n), discount: money(0n), writeOff: money(0n) }] },
    'prepayment_exceeds_left /from left=50.00',
  ],
  ['no month', 'close', { period: '2026-13' }, 'period_impossible /period period=2026-13'],
  ['a day outside it', 'close', { date: '2026-04-01' }, 'date_outside_period /date date=2026-04-01 period=2026-03'],
  ['a day that does not exist', 'close', { date: '2026-03-32' }, 'date_impossible /date date=2026-03-32'],
  [
    'a closed month',
    'close',
    { date: '2026-02-28', period: '2026-02' },
    'period_closed_already /period period=2026-02',
  ],
  ['a document that is not there', 'reversal', { of: '99' }, 'document_unknown /of document=99'],
  ['a document that others build on', 'reversal', { of: '4' }, 'document_cited /of documents=5'],
  [
    'the day before the document',
    'reversal',
    { date: '2026-03-09' },
    'date_before_cited /date date=2026-03-09 cited=2026-03-10',
  ],
  ['no reason', 'reversal', { reason: '' }, 'reason_missing /reason'],
  [
    'lots of goods that have none',
    'delivery',
    { lines: [{ item: 'LOOM', quantity: q('1'), lots: [{ lot: 'A', quantity: q('1') }] }] },
    'lots_not_kept /lines/0/lots item=LOOM',
  ],
  [
    'a lot without a name',
    'delivery',
    firstLine('delivery', { lots: [{ lot: ' ', quantity: q('2') }] }),
    'lots_missing /lines/0/lots item=DYE',
  ],
  [
    'lots that do not add up',
    'delivery',
    firstLine('delivery', { lots: [{ lot: 'A', quantity: q('1') }] }),
    'lots_do_not_add_up /lines/0/lots quantity=2 lots=1',
  ],
  [
    'a lot twice',
    'delivery',
    firstLine('delivery', { lots: [1, 2].map(() => ({ lot: 'A', quantity: q('1') })) }),
    'lot_twice /lines/0/lots item=DYE',
  ],
  [
    'a lot of nothing',
    'delivery',
    firstLine('delivery', {
      lots: [
        { lot: 'A', quantity: q('2') },
        { lot: 'B', quantity: q('0') },
      ],
    }),
    'lot_quantity_wrong /lines/0/lots/1 item=DYE lot=B',
  ],
  [
    'half a serial number',
    'delivery',
    { lines: [{ item: 'SERIAL', quantity: q('0.5'), lots: [{ lot: 'S', quantity: q('0.5') }] }] },
    'lot_quantity_wrong /lines/0/lots/0 item=SERIAL lot=S',
  ],
  [
    'a lot that is not here',
    'delivery',
    firstLine('delivery', { lots: [{ lot: 'B', quantity: q('2') }] }),
    'stock_short /lines/0/quantity item=DYE warehouse=main date=2026-03-12 short=2 lot=B',
  ],
  [
    'an expense of nothing',
    'bill',
    { expenses: [{ expense: 'x', amount: money(0n) }] },
    'amount_zero /expenses/0/amount',
  ],
  [
    'an expense below zero',
    'bill',
    { expenses: [{ expense: 'x', amount: money(-1n) }] },
    'amount_negative /expenses/0/amount',
  ],
  [
    'an expense without a name',
    'bill',
    { expenses: [{ expense: '', amount: money(1n) }] },
    'missing /expenses/0/expense',
  ],
  [
    'tax below zero',
    'bill',
    { tax: [{ amount: money(-1n), recoverable: true, lines: undefined }] },
    'amount_negative /tax/0/amount',
  ],
  ['tax on nothing', 'bill', { tax: [{ amount: money(1n), recoverable: false, lines: [7] }] }, 'tax_on_nothing /tax/0'],
  ['no lines', 'allocation', { to: [] }, 'no_lines /to'],
  ['no charges', 'allocation', { charges: [] }, 'no_lines /charges'],
  [
    'the day before the bill',
    'allocation',
    { date: '2026-03-05' },
    'date_before_cited /date date=2026-03-05 cited=2026-03-06',
  ],
  [
    'a closed period',
    'allocation',
    { date: nothing },
    'date_in_closed_period /date date=2026-02-27 firstOpenDay=2026-03-01',
  ],
  ['a customs entry that is not there', 'allocation', { entry: '99' }, 'document_unknown /entry document=99'],
  ['a day that does not exist', 'customs-entry', { date: '2026-02-30' }, 'date_impossible /date date=2026-02-30'],
  ['no lines', 'customs-entry', none, 'no_lines /lines'],
  ['an expense', 'customs-entry', firstLine('customs-entry', { goods: ['2/2'] }), 'not_stock /lines/0/goods'],
  [
    'goods that are not there',
    'customs-entry',
    firstLine('customs-entry', { goods: ['2/1', '99/1'] }),
    'line_unknown /lines/0/goods line=99/1',
  ],
  [
    'goods twice',
    'customs-entry',
    firstLine('customs-entry', { goods: ['2/1', '2/1'] }),
    'line_cited_twice /lines/0/goods line=2/1',
  ],
  ...(['value', 'duty', 'importTax'] as const).map((name): Spoilt => [
    'an amount below zero',
    'customs-entry',
    firstLine('customs-entry', { [name]: base(-1n) }),
    `amount_negative /lines/0/${name}`,
  ]),
  ...(
    [
      [[['ABC', '1']], 'currency_unknown /rates/0/currency currency=ABC'],
      [[['USD', '1']], 'rate_of_base_currency /rates/0/currency currency=USD'],
      [[['EUR', '0']], 'rate_not_positive /rates/0/rate'],
      [
        [
          ['EUR', '1.1'],
          ['EUR', '1.2'],
        ],
        'rate_twice /rates/1/currency currency=EUR',
      ],
    ] as const
  ).map(([rates, reason]): Spoilt => [
    `rates like ${JSON.stringify(rates)}`,
    'customs-entry',
    { rates: rates.map(([currency, rate]) => ({ currency, rate: rateOrThrow(rate) })) },
    reason,
  ]),
  ['an expense', 'allocation', { to: ['2/2'] }, 'not_stock /to/0'],
  ['a line that is not there', 'allocation', { to: ['2/1', '99/1'] }, 'line_unknown /to/1 line=99/1'],
  ['a line twice', 'allocation', { to: ['2/1', '2/1'] }, 'line_cited_twice /to/1 line=2/1'],
  ['a charge twice', 'allocation', { charges: [...FREIGHT, ...FREIGHT] }, 'line_cited_twice /charges/1 line=3/2'],
  [
    'a charge that is not there',
    'allocation',
    { charges: [{ ...FREIGHT[0], of: '3/3' }] },
    'line_unknown /charges/0 line=3/3',
  ],
  ['nothing', 'allocation', { charges: [{ ...FREIGHT[0], amount: base(0n) }] }, 'amount_zero /charges/0/amount'],
  [
    'less than nothing',
    'allocation',
    { charges: [{ ...FREIGHT[0], amount: base(-1n) }] },
    'amount_zero /charges/0/amount',
  ],
  [
    'limited to a line that is not on it',
    'allocation',
    { charges: [{ ...FREIGHT[0], limitedTo: ['2/3'] }] },
    'line_unknown /charges/0/fixed line=2/3',
  ],
  ['a value below zero', 'opening', firstLine('opening', { value: base(-1n) }), 'amount_negative /lines/0/value'],
];

describe('refused', () => {
  it.each(spoilt)('%s: a %s', (_, kind, change, reason) => {
    expect(reasons({ ...GOOD[kind], ...change } as Command)).toContain(reason);
  });
});

describe('accepted', () => {
  const kinds = (Object.keys(GOOD) as DocumentKind[]).filter((kind) => kind !== 'estimate-closing');
  it.each(kinds)('a good %s', (kind) => {
    expect(reasons(GOOD[kind] as Command)).toEqual([]);
  });

  it('a return that nobody confirmed only where the goods of its own receipt are left', () => {
    const unconfirmed = { ...GOOD.return, lines: [{ of: '2/1', quantity: q('1') }] } as Command;
    // Five came, two were delivered, three went back: the next that goes back is of the opening stock.
    expect(reasons(unconfirmed)).toEqual(['return_not_on_hand /lines/0 quantity=1']);
  });

  it('of a charge below zero only parts below zero, and no more than all of it', () => {
    const refund = { ...GOOD.credit, lines: [{ of: '3/2', amount: money(400n) }] } as unknown as Command;
    const credit = keeper.post(refund);
    const [line] = FREIGHT;
    const of = `${credit}/1`;
    const part = (amount: bigint, fixed: readonly { line: string; amount: bigint }[] = []) =>
      reasons({ ...GOOD.allocation, charges: [{ ...line, of, amount: base(amount), fixed }] } as unknown as Command);
    expect(part(-400n)).toEqual([]);
    expect(part(-401n)).toEqual(['allocation_exceeds_charge /charges/0/amount left=-4.00 asked=-4.01']);
    expect(part(0n)).toEqual(['amount_zero /charges/0/amount']);
    expect(part(1n)).toEqual(['amount_zero /charges/0/amount']);
    expect(part(-400n, [{ line: '2/1', amount: -400n }])).toEqual([]);
    expect(part(-400n, [{ line: '2/1', amount: 1n }])).toEqual(['amount_negative /charges/0/fixed/0/amount']);
  });

  it('back from a customer and out of transit only the lots that went and are still out', () => {
    const lots = (name: string, units: string) => [{ lot: name, quantity: q(units) }];
    keeper.post({
      kind: 'opening',
      date: '2026-03-10',
      warehouse: 'main',
      lines: [{ item: 'DYE', quantity: q('5'), value: base(3000n), lots: lots('B', '5') }],
    });
    const delivery = keeper.post({
      ...GOOD.delivery,
      lines: [{ item: 'DYE', quantity: q('4'), lots: [...lots('A', '3'), ...lots('B', '1')] }],
    } as Command);
    const back = (named: object[], units: string): Command =>
      ({
        ...GOOD['customer-return'],
        lines: [{ of: `${delivery}/1`, quantity: q(units), price: priceOrThrow('9'), lots: named }],
      }) as unknown as Command;
    expect(reasons(back(lots('B', '2'), '2'))).toEqual(['lot_not_sent /lines/0/lots/0 item=DYE lot=B open=1']);
    expect(reasons(back([...lots('A', '1'), ...lots('C', '1')], '2'))).toEqual([
      'lot_not_sent /lines/0/lots/1 item=DYE lot=C open=0',
    ]);
    expect(reasons(back(lots('A', '1'), '2'))).toEqual(['lots_do_not_add_up /lines/0/lots quantity=2 lots=1']);
    keeper.post(back(lots('A', '2'), '2'));
    expect(reasons(back(lots('A', '2'), '2'))).toEqual(['lot_not_sent /lines/0/lots/0 item=DYE lot=A open=1']);
    const sent = keeper.post({
      ...GOOD.transfer,
      inTransit: true,
      lines: [{ item: 'DYE', quantity: q('2'), lots: lots('B', '2') }],
    } as Command);
    const arrival = (name: string) =>
      ({
        ...GOOD.arrival,
        lines: [{ of: `${sent}/1`, quantity: q('2'), lost: q('0'), lots: lots(name, '2') }],
      }) as Command;
    expect(reasons(arrival('A'))).toEqual(['lot_not_sent /lines/0/lots/0 item=DYE lot=A open=0']);
    expect(reasons(arrival('B'))).toEqual([]);
  });

  it('all of an expense as a charge', () => {
    expect(reasons({ ...GOOD['charge-move'], amount: base(2000n) } as Command)).toEqual([]);
  });

  it('a share of nothing by hand', () => {
    const fixed = [{ line: '2/1', amount: base(0n) }];
    expect(reasons({ ...GOOD.allocation, to: ['2/1', '2/3'], charges: [{ ...FREIGHT[0], fixed }] } as Command)).toEqual(
      [],
    );
  });

  it('a payment from a prepayment of the same vendor and currency alone', () => {
    keeper.post({ kind: 'prepayment', vendor: 'W', currency: 'USD', date: '2026-03-10', amount: money(5000n) });
    keeper.post({ kind: 'prepayment', vendor: 'V', currency: 'EUR', date: '2026-03-10', amount: money(5000n) });
    expect(reasons({ ...GOOD.payment, from: '9' } as Command)).toEqual([]);
    expect(reasons({ ...GOOD.payment, from: '10' } as Command)).toEqual(['vendor_differs /from']);
    expect(reasons({ ...GOOD.payment, from: '11' } as Command)).toEqual([
      'currency_differs /currency ordered=EUR billed=USD',
    ]);
  });
});

describe('a period', () => {
  const open = (period: string, date: string): Command => ({ kind: 'open', period, date });
  const lock = (period: string): Command => ({ kind: 'lock', period, date: '2026-04-02' });

  it('is opened after a closing alone, on one of its days, once', () => {
    expect(reasons(open('2026-13', '2026-04-01'))).toEqual(['period_impossible /period period=2026-13']);
    expect(reasons(open('2026-04', '2026-05-01'))).toEqual([
      'date_outside_period /date date=2026-05-01 period=2026-04',
    ]);
    expect(reasons(open('2026-04', '2026-03-31'))).toEqual([
      'date_outside_period /date date=2026-03-31 period=2026-04',
    ]);
    expect(reasons(open('2026-04', '2026-04-01'))).toEqual(['period_not_closed /period period=2026-04']);
    keeper.post(GOOD.close as Command);
    for (const day of ['2026-04-01', '2026-04-30']) expect(reasons(open('2026-04', day))).toEqual([]);
    keeper.post(open('2026-04', '2026-04-01'));
    expect(reasons(open('2026-04', '2026-04-02'))).toEqual(['period_taken_back /period period=2026-04']);
  });

  it('is locked once it is closed, and once', () => {
    expect(reasons(lock('March'))).toEqual(['period_impossible /period period=March']);
    expect(reasons(lock('2026-03'))).toEqual(['period_not_closed /period period=2026-03']);
    keeper.post(GOOD.close as Command);
    keeper.post(lock('2026-03'));
    expect(reasons(lock('2026-03'))).toEqual(['period_locked /period period=2026-03']);
    expect(reasons(lock('2026-02'))).toEqual(['period_locked /period period=2026-02']);
  });

  it('is closed in its turn, on its last days, never twice', () => {
    keeper.post(GOOD.close as Command);
    expect(reasons(GOOD.close as Command)).toContain('period_closed_already /period period=2026-03');
    expect(reasons({ kind: 'close', period: '2026-04', date: '2026-04-30' })).toEqual([]);
    expect(reasons({ ...GOOD.bill, date: '2026-03-31' } as Command)).toContain(
      'date_in_closed_period /date date=2026-03-31 firstOpenDay=2026-04-01',
    );
  });
});

describe('a bill ahead of the goods', () => {
  const ahead = (units: string): Command => ({
    kind: 'bill',
    vendor: 'V',
    reference: 'B9',
    currency: 'USD',
    date: '2026-03-12',
    charges: [],
    lines: [{ of: '10/1', quantity: q(units), price: priceOrThrow('5'), discount: NO_DISCOUNT, difference: 'cost' }],
  });
  beforeEach(() => {
    const line = {
      bought: { item: 'YARN' },
      quantity: q('10'),
      price: priceOrThrow('5'),
      discount: NO_DISCOUNT,
      due: undefined,
    };
    keeper.post({ kind: 'order', vendor: 'V', currency: 'USD', date: '2026-03-10', lines: [line] });
  });

  it('is for no more than is still to come, what is billed ahead already counted', () => {
    expect(reasons(ahead('10.5'))).toEqual(['bill_ahead_exceeds_ordered /lines/0/quantity open=10 quantity=10.5']);
    keeper.post(ahead('6'));
    expect(reasons({ ...ahead('5'), reference: 'B10' } as Command)).toEqual([
      'bill_ahead_exceeds_ordered /lines/0/quantity open=4 quantity=5',
    ]);
  });

  it('waits until all that came is billed', () => {
    keeper.post({
      kind: 'receipt',
      vendor: 'V',
      date: '2026-03-11',
      warehouse: 'main',
      lines: [{ of: '10/1', quantity: q('3') }],
    });
    expect(reasons(ahead('2'))).toEqual(['bill_ahead_while_unbilled /lines/0 unbilled=3']);
  });
});

describe('what is short or here already is said at the line that asks for it', () => {
  const goods = (name: string, units: string, lots: object[] = []) => ({ item: name, quantity: q(units), lots });
  it('in a delivery of several lines, from several pools', () => {
    const lines = [goods('DYE', '2', [{ lot: 'A', quantity: q('2') }]), goods('LOOM', '1'), goods('LOOM', '9')];
    const delivery = { ...GOOD.delivery, lines } as unknown as Command;
    expect(reasons(delivery)).toEqual([
      'stock_short /lines/2/quantity item=LOOM warehouse=main date=2026-03-12 short=7',
    ]);
  });

  it('at the line of the pool where a later document is short, else at the first', () => {
    keeper.post({ ...GOOD.delivery, date: '2026-03-14', lines: [goods('LOOM', '3')] } as unknown as Command);
    const lines = [goods('DYE', '1', [{ lot: 'A', quantity: q('1') }]), goods('LOOM', '1')];
    expect(reasons({ ...GOOD.delivery, lines } as unknown as Command)).toEqual([
      'stock_short /lines/1/quantity item=LOOM warehouse=main date=2026-03-14 short=1',
    ]);
  });

  it('for a serial number that comes in twice', () => {
    const serial = (name: string) => ({
      ...goods('SERIAL', '1', [{ lot: name, quantity: q('1') }]),
      value: base(100n),
    });
    const opening = (...lines: object[]) => ({ ...GOOD.opening, lines }) as unknown as Command;
    keeper.post(opening(serial('S1'), serial('S2')));
    const yarn = { ...goods('YARN', '1'), value: base(1n) };
    expect(reasons(opening(yarn, serial('S3'), serial('S2')))).toEqual([
      'serial_on_hand /lines/2/lots item=SERIAL lot=S2',
    ]);
    expect(reasons(opening(serial('S4'), serial('S4')))).toEqual(['serial_on_hand /lines/0/lots item=SERIAL lot=S4']);
    expect(reasons(opening(serial('S3')))).toEqual([]);
  });
});
