import { beforeEach, describe, expect, it } from '@jest/globals';
import { base, documentAmount, NO_DISCOUNT, priceOrThrow, quantityOrThrow, rateOrThrow } from '../exact/amounts.ts';
import { Bookkeeper, show } from '../testing/bookkeeper.ts';
import { item } from '../testing/make.ts';
import { companyOf, emptyBooks } from './books.ts';
import { decide, type Command, type CommandOf, type DocumentKind } from './decide.ts';

/*
 * What each kind of document refuses, at its field; and that nothing is left behind. The books:
 * 1 order of 5 looms at 100, packing, 10 dyes; 2 receipt of it all; 3 bill of 3 looms at 101 (a credit asked), of freight 10,
 * storage 5 and cleaning 20; 4 delivery of 2 looms; 5 invoice of 1; 6 return of the 2 unbilled and 1 billed; 7 opening stock of 4
 * looms; 8 transfer of 1 in transit; 9 prepayment of 50.
 */
const q = quantityOrThrow;
const money = (cents: bigint) => documentAmount(cents);
let keeper: Bookkeeper;

beforeEach(() => {
  const items = ['LOOM', 'YARN'].map((id) => [id, item(id, 'fifo')] as const);
  const special = [
    ['SHUTTLE', item('SHUTTLE', 'standard')],
    ['DYE', item('DYE', 'lot')],
    ['SERIAL', item('SERIAL', 'lot', { tracking: 'serial' })],
  ] as const;
  const rates = [{ currency: 'EUR', from: '2026-03-05', rate: rateOrThrow('1.1') }];
  const company = companyOf({ currency: 'USD', firstOpenDay: '2026-03-01' });
  keeper = new Bookkeeper({ ...emptyBooks(company), items: new Map([...items, ...special]), rates });
  const line = { discount: NO_DISCOUNT, due: undefined };
  keeper.post({
    ...{ kind: 'order', vendor: 'V', currency: 'USD', date: '2026-03-02' },
    lines: [
      { ...line, bought: { item: 'LOOM' }, quantity: q('5'), price: priceOrThrow('100') },
      { ...line, bought: { expense: 'packing' }, quantity: q('1'), price: priceOrThrow('50') },
      { ...line, bought: { item: 'DYE' }, quantity: q('10'), price: priceOrThrow('6') },
    ],
  });
  const lots = [{ lot: 'A', quantity: q('10') }];
  keeper.post({
    ...{ kind: 'receipt', vendor: 'V', date: '2026-03-05', warehouse: 'main' },
    lines: [
      { of: '1/1', quantity: q('5') },
      { of: '1/2', quantity: q('1') },
      { of: '1/3', quantity: q('10'), lots },
    ],
  });
  keeper.post({
    ...{ kind: 'bill', vendor: 'V', number: 'B1', currency: 'USD', date: '2026-03-06' },
    lines: [{ of: '2/1', quantity: q('3'), price: priceOrThrow('101'), discount: NO_DISCOUNT, difference: 'credit' }],
    charges: [
      { kind: 'freight', amount: money(1000n) },
      { kind: 'storage', amount: money(500n) },
    ],
    expenses: [{ expense: 'cleaning', amount: money(2000n) }],
  });
  keeper.post({ kind: 'delivery', customer: 'S', date: '2026-03-07', warehouse: 'main', lines: [{ item: 'LOOM', quantity: q('2') }] });
  keeper.post({ kind: 'invoice', customer: 'S', date: '2026-03-08', lines: [{ of: '4/1', quantity: q('1'), price: priceOrThrow('200') }] });
  keeper.post({ kind: 'return', vendor: 'V', date: '2026-03-09', lines: [{ of: '2/1', quantity: q('3') }] });
  keeper.post({ kind: 'opening', date: '2026-03-09', warehouse: 'main', lines: [{ item: 'LOOM', quantity: q('4'), value: base(40_000n) }] });
  keeper.post({ kind: 'transfer', date: '2026-03-10', from: 'main', to: 'other', inTransit: true, lines: [{ item: 'LOOM', quantity: q('1') }] });
  keeper.post({ kind: 'prepayment', vendor: 'V', currency: 'USD', date: '2026-03-10', amount: money(5000n) });
});

/** A good command of each kind; each refusal below spoils one thing of it. */
const good: { readonly [Kind in DocumentKind]?: CommandOf[Kind] } = {
  return: { kind: 'return', vendor: 'V', date: '2026-03-12', lines: [{ of: '2/1', quantity: q('1'), confirmed: true }] },
  credit: {
    kind: 'credit',
    vendor: 'V',
    number: 'C1',
    currency: 'USD',
    date: '2026-03-12',
    lines: [{ of: '6/1', quantity: q('1'), price: priceOrThrow('100') }],
  },
  'estimate-closing': { kind: 'estimate-closing', date: '2026-03-12', reason: 'no bill', lines: [{ of: '2/1', charge: 'freight' }] },
  'charge-move': { kind: 'charge-move', date: '2026-03-12', of: '3/4', charge: 'freight', amount: base(1000n) },
  'customer-return': {
    kind: 'customer-return',
    customer: 'S',
    date: '2026-03-12',
    warehouse: 'main',
    lines: [{ of: '4/1', quantity: q('1'), price: priceOrThrow('200') }],
  },
  assembly: {
    kind: 'assembly',
    date: '2026-03-12',
    warehouse: 'main',
    uses: [{ item: 'LOOM', quantity: q('1') }],
    makes: { item: 'YARN', quantity: q('1') },
    conversion: base(0n),
  },
  transfer: { kind: 'transfer', date: '2026-03-12', from: 'main', to: 'other', inTransit: false, lines: [{ item: 'LOOM', quantity: q('1') }] },
  arrival: { kind: 'arrival', date: '2026-03-12', lines: [{ of: '8/1', quantity: q('1'), lost: q('0') }] },
  count: { kind: 'count', date: '2026-03-12', warehouse: 'main', reason: 'counted', lines: [{ item: 'LOOM', change: 'missing', quantity: q('1') }] },
  standard: { kind: 'standard', date: '2026-03-12', lines: [{ item: 'SHUTTLE', standard: priceOrThrow('9') }] },
  'write-down': { kind: 'write-down', date: '2026-03-12', warehouse: 'main', lines: [{ item: 'LOOM', netRealisable: priceOrThrow('50') }] },
  prepayment: { kind: 'prepayment', vendor: 'V', currency: 'USD', date: '2026-03-12', amount: money(1n) },
  payment: {
    ...{ kind: 'payment', vendor: 'V', currency: 'USD', date: '2026-03-12', from: undefined, discountsTo: 'income', reason: '' },
    bills: [{ of: '3', amount: money(1000n), discount: money(0n), writeOff: money(0n) }],
  },
  close: { kind: 'close', date: '2026-03-31', period: '2026-03' },
  reversal: { kind: 'reversal', date: '2026-03-12', of: '9', reason: 'a mistake' },
  delivery: {
    kind: 'delivery',
    customer: 'S',
    date: '2026-03-12',
    warehouse: 'main',
    lines: [{ item: 'DYE', quantity: q('2'), lots: [{ lot: 'A', quantity: q('2') }] }],
  },
  bill: { kind: 'bill', vendor: 'V', number: 'B2', currency: 'USD', date: '2026-03-12', lines: [], charges: [{ kind: 'freight', amount: money(100n) }] },
  opening: { kind: 'opening', date: '2026-03-12', warehouse: 'main', lines: [{ item: 'YARN', quantity: q('1'), value: base(1n) }] },
};

function reasons(command: Command): string[] {
  const before = show(keeper.books);
  const decision = decide(keeper.books, command) as { accepted: boolean; refusals?: { reason: string; at: string }[] };
  expect(show(keeper.books)).toBe(before);
  return decision.accepted ? [] : (decision.refusals ?? []).map(({ reason, at }) => `${reason} ${at}`);
}

type Spoilt = [what: string, kind: DocumentKind, change: object, reason: string];
const firstLine = (kind: DocumentKind, change: object): object => {
  const { lines } = good[kind] as unknown as { lines: object[] };
  return { lines: [{ ...lines[0], ...change }] };
};
const none = { lines: [] };
const nothing = '2026-02-27';

const spoilt: Spoilt[] = [
  ...(['return', 'credit', 'estimate-closing', 'customer-return', 'transfer', 'arrival', 'count', 'standard', 'write-down'] as const).map((kind): Spoilt => [
    'no lines',
    kind,
    none,
    'no_lines /lines',
  ]),
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
      'payment',
      'reversal',
    ] as const
  ).map((kind): Spoilt => ['a closed period', kind, { date: nothing }, 'date_in_closed_period /date']),
  ...(['return', 'credit', 'estimate-closing', 'customer-return', 'arrival'] as const).map((kind): Spoilt => [
    'a line that is not there',
    kind,
    firstLine(kind, { of: '99/1' }),
    'line_unknown /lines/0',
  ]),
  ...(['return', 'customer-return', 'transfer', 'count', 'opening'] as const).map((kind): Spoilt => [
    'no quantity',
    kind,
    firstLine(kind, { quantity: q('0') }),
    'quantity_not_positive /lines/0/quantity',
  ]),
  ['another vendor', 'return', { vendor: 'W' }, 'vendor_differs /lines/0'],
  ['an expense', 'return', firstLine('return', { of: '2/2' }), 'not_stock /lines/0'],
  ['more than came', 'return', firstLine('return', { quantity: q('3') }), 'return_exceeds_received /lines/0/quantity'],
  ['the day before the receipt', 'return', { date: '2026-03-04' }, 'date_before_cited /date'],
  ['no lot', 'return', firstLine('return', { of: '2/3' }), 'lots_missing /lines/0/lots'],
  ['another vendor', 'credit', { vendor: 'W' }, 'vendor_differs /lines/0'],
  ['another currency', 'credit', { currency: 'EUR' }, 'currency_differs /currency'],
  ['a number that is taken', 'credit', { number: 'b 1' }, 'bill_number_taken /number'],
  ['more than went back billed', 'credit', firstLine('credit', { quantity: q('2') }), 'credit_exceeds_open /lines/0/quantity'],
  ['no quantity', 'credit', firstLine('credit', { quantity: q('0') }), 'quantity_not_positive /lines/0/quantity'],
  ['a price below zero', 'credit', firstLine('credit', { price: priceOrThrow('-1') }), 'price_negative /lines/0/price'],
  ['tax below zero', 'credit', { tax: money(-1n) }, 'amount_negative /tax'],
  ['an amount on a returned line', 'credit', { lines: [{ of: '6/1', amount: money(1n), to: 'cost' }] }, 'missing /lines/0/quantity'],
  ['a quantity on a billed line', 'credit', firstLine('credit', { of: '3/1' }), 'missing /lines/0/amount'],
  ['nothing', 'credit', { lines: [{ of: '3/1', amount: money(0n), to: 'cost' }] }, 'amount_zero /lines/0/amount'],
  ['more than was asked for', 'credit', { lines: [{ of: '3/1', amount: money(301n), to: 'expected' }] }, 'credit_exceeds_open /lines/0/amount'],
  ['more than was billed', 'credit', { lines: [{ of: '3/1', amount: money(30_301n), to: 'cost' }] }, 'credit_exceeds_open /lines/0/amount'],
  ['more than was charged', 'credit', { lines: [{ of: '3/2', amount: money(1001n), to: 'cost' }] }, 'credit_exceeds_open /lines/0/amount'],
  ['no reason', 'estimate-closing', { reason: ' ' }, 'reason_missing /reason'],
  ['an estimate that is not there', 'estimate-closing', {}, 'estimate_none /lines/0'],
  ['a line that is no expense', 'charge-move', { of: '3/1' }, 'line_unknown /of'],
  ['nothing', 'charge-move', { amount: base(0n) }, 'amount_zero /amount'],
  ['more than the expense', 'charge-move', { amount: base(2001n) }, 'move_exceeds_expense /amount'],
  ['the day before the bill', 'charge-move', { date: '2026-03-05' }, 'date_before_cited /date'],
  ['another customer', 'customer-return', { customer: 'T' }, 'customer_differs /lines/0'],
  ['more than was delivered', 'customer-return', firstLine('customer-return', { quantity: q('3') }), 'return_exceeds_delivered /lines/0/quantity'],
  ['a price below zero', 'customer-return', firstLine('customer-return', { price: priceOrThrow('-1') }), 'price_negative /lines/0/price'],
  ['the day before the invoice', 'customer-return', { date: '2026-03-07' }, 'date_before_cited /date'],
  ['nothing used', 'assembly', { uses: [] }, 'no_lines /uses'],
  ['an item nobody knows', 'assembly', { makes: { item: 'GHOST', quantity: q('1') } }, 'item_unknown /makes/item'],
  ['more than is here', 'assembly', { uses: [{ item: 'LOOM', quantity: q('9') }] }, 'stock_short /lines/0/quantity'],
  ['work below zero', 'assembly', { conversion: base(-1n) }, 'amount_negative /conversion'],
  ['the same warehouse', 'transfer', { to: 'main' }, 'warehouse_same /to'],
  ['more than is here', 'transfer', firstLine('transfer', { quantity: q('9') }), 'stock_short /lines/0/quantity'],
  ['a delivery', 'arrival', firstLine('arrival', { of: '4/1' }), 'line_unknown /lines/0'],
  ['more than was sent', 'arrival', firstLine('arrival', { lost: q('1') }), 'arrival_exceeds_sent /lines/0/quantity'],
  ['nothing', 'arrival', firstLine('arrival', { quantity: q('0') }), 'quantity_not_positive /lines/0/quantity'],
  ['a loss below zero', 'arrival', firstLine('arrival', { lost: q('-1') }), 'quantity_not_positive /lines/0/quantity'],
  ['the day before it was sent', 'arrival', { date: '2026-03-09' }, 'date_before_cited /date'],
  ['no reason', 'count', { reason: '' }, 'reason_missing /reason'],
  ['a cost below zero', 'count', firstLine('count', { unitCost: priceOrThrow('-1') }), 'price_negative /lines/0/unitCost'],
  ['an item nobody knows', 'count', firstLine('count', { item: 'GHOST' }), 'item_unknown /lines/0/item'],
  ['goods without a standard', 'standard', firstLine('standard', { item: 'LOOM' }), 'standard_not_kept /lines/0/item'],
  ['an item nobody knows', 'standard', firstLine('standard', { item: 'GHOST' }), 'item_unknown /lines/0/item'],
  ['a standard below zero', 'standard', firstLine('standard', { standard: priceOrThrow('-1') }), 'price_negative /lines/0/standard'],
  ['an item nobody knows', 'write-down', firstLine('write-down', { item: 'GHOST' }), 'item_unknown /lines/0/item'],
  ['a price below zero', 'write-down', firstLine('write-down', { netRealisable: priceOrThrow('-1') }), 'price_negative /lines/0/netRealisable'],
  ['nothing', 'prepayment', { amount: money(0n) }, 'amount_zero /amount'],
  ['a currency without a rate', 'prepayment', { currency: 'JPY' }, 'rate_missing /currency'],
  ['no bills', 'payment', { bills: [] }, 'no_lines /bills'],
  ['a bill that is not there', 'payment', { bills: [{ of: '99', amount: money(1n), discount: money(0n), writeOff: money(0n) }] }, 'document_unknown /bills/0'],
  ['another vendor', 'payment', { vendor: 'W' }, 'vendor_differs /bills/0'],
  ['another currency', 'payment', { currency: 'EUR' }, 'currency_differs /currency'],
  [
    'more than is open',
    'payment',
    { bills: [{ of: '3', amount: money(33_801n), discount: money(0n), writeOff: money(0n) }] },
    'payment_exceeds_open /bills/0/amount',
  ],
  ['nothing', 'payment', { bills: [{ of: '3', amount: money(0n), discount: money(0n), writeOff: money(0n) }] }, 'amount_zero /bills/0/amount'],
  ['less than nothing', 'payment', { bills: [{ of: '3', amount: money(-1n), discount: money(2n), writeOff: money(0n) }] }, 'amount_negative /bills/0/amount'],
  ['a write-off without a reason', 'payment', { bills: [{ of: '3', amount: money(1n), discount: money(0n), writeOff: money(1n) }] }, 'reason_missing /reason'],
  ['a prepayment that is not there', 'payment', { from: '99' }, 'document_unknown /from'],
  [
    'more than the prepayment',
    'payment',
    { from: '9', bills: [{ of: '3', amount: money(5001n), discount: money(0n), writeOff: money(0n) }] },
    'prepayment_exceeds_left /from',
  ],
  ['no month', 'close', { period: '2026-13' }, 'period_impossible /period'],
  ['a day outside it', 'close', { date: '2026-04-01' }, 'date_outside_period /date'],
  ['a day that does not exist', 'close', { date: '2026-03-32' }, 'date_impossible /date'],
  ['a closed month', 'close', { date: '2026-02-28', period: '2026-02' }, 'period_closed_already /period'],
  ['a document that is not there', 'reversal', { of: '99' }, 'document_unknown /of'],
  ['a document that others build on', 'reversal', { of: '4' }, 'document_cited /of'],
  ['the day before the document', 'reversal', { date: '2026-03-09' }, 'date_before_cited /date'],
  ['no reason', 'reversal', { reason: '' }, 'reason_missing /reason'],
  [
    'lots of goods that have none',
    'delivery',
    { lines: [{ item: 'LOOM', quantity: q('1'), lots: [{ lot: 'A', quantity: q('1') }] }] },
    'lots_not_kept /lines/0/lots',
  ],
  ['a lot without a name', 'delivery', firstLine('delivery', { lots: [{ lot: ' ', quantity: q('2') }] }), 'lots_missing /lines/0/lots'],
  ['lots that do not add up', 'delivery', firstLine('delivery', { lots: [{ lot: 'A', quantity: q('1') }] }), 'lots_do_not_add_up /lines/0/lots'],
  ['a lot twice', 'delivery', firstLine('delivery', { lots: [1, 2].map(() => ({ lot: 'A', quantity: q('1') })) }), 'lot_twice /lines/0/lots'],
  [
    'a lot of nothing',
    'delivery',
    firstLine('delivery', {
      lots: [
        { lot: 'A', quantity: q('2') },
        { lot: 'B', quantity: q('0') },
      ],
    }),
    'lot_quantity_wrong /lines/0/lots/1',
  ],
  [
    'half a serial number',
    'delivery',
    { lines: [{ item: 'SERIAL', quantity: q('0.5'), lots: [{ lot: 'S', quantity: q('0.5') }] }] },
    'lot_quantity_wrong /lines/0/lots/0',
  ],
  ['a lot that is not here', 'delivery', firstLine('delivery', { lots: [{ lot: 'B', quantity: q('2') }] }), 'stock_short /lines/0/quantity'],
  ['an expense of nothing', 'bill', { expenses: [{ expense: 'x', amount: money(0n) }] }, 'amount_zero /expenses/0/amount'],
  ['an expense below zero', 'bill', { expenses: [{ expense: 'x', amount: money(-1n) }] }, 'amount_negative /expenses/0/amount'],
  ['an expense without a name', 'bill', { expenses: [{ expense: '', amount: money(1n) }] }, 'missing /expenses/0/expense'],
  ['tax below zero', 'bill', { tax: [{ amount: money(-1n), recoverable: true, lines: undefined }] }, 'amount_negative /tax/0/amount'],
  ['tax on nothing', 'bill', { tax: [{ amount: money(1n), recoverable: false, lines: [7] }] }, 'tax_on_nothing /tax/0'],
  ['a value below zero', 'opening', firstLine('opening', { value: base(-1n) }), 'amount_negative /lines/0/value'],
];

describe('refused', () => {
  it.each(spoilt)('%s: a %s', (_, kind, change, reason) => {
    expect(reasons({ ...good[kind], ...change } as Command)).toContain(reason);
  });
});

describe('accepted', () => {
  const kinds = (Object.keys(good) as DocumentKind[]).filter((kind) => kind !== 'estimate-closing');
  it.each(kinds)('a good %s', (kind) => {
    expect(reasons(good[kind] as Command)).toEqual([]);
  });

  it('a return that nobody confirmed only where the goods of its own receipt are left', () => {
    const unconfirmed = { ...good.return, lines: [{ of: '2/1', quantity: q('1') }] } as Command;
    // Five came, two were delivered, three went back: the next that goes back is of the opening stock.
    expect(reasons(unconfirmed)).toEqual(['return_not_on_hand /lines/0']);
  });

  it('a payment from a prepayment of the same vendor and currency alone', () => {
    keeper.post({ kind: 'prepayment', vendor: 'W', currency: 'USD', date: '2026-03-10', amount: money(5000n) });
    keeper.post({ kind: 'prepayment', vendor: 'V', currency: 'EUR', date: '2026-03-10', amount: money(5000n) });
    expect(reasons({ ...good.payment, from: '9' } as Command)).toEqual([]);
    expect(reasons({ ...good.payment, from: '10' } as Command)).toEqual(['vendor_differs /from']);
    expect(reasons({ ...good.payment, from: '11' } as Command)).toEqual(['currency_differs /currency']);
  });
});
