import { base, documentAmount, NO_DISCOUNT, priceOrThrow, quantityOrThrow, rateOrThrow } from '../exact/amounts.ts';
import { companyOf } from '../state/company.ts';
import { emptyBooks } from '../state/books.ts';
import type { CommandOf, DocumentKind } from '../posting/kinds.ts';
import { Bookkeeper } from './bookkeeper.ts';
import { item } from './make.ts';

const q = quantityOrThrow;
const money = documentAmount;

/**
 * Books with one of everything: 1 order of 5 looms at 100, packing, 10 dyes; 2 receipt of it all; 3 bill of 3 looms at 101 (a
 * credit asked), of freight 10, storage 5 and cleaning 20; 4 delivery of 2 looms; 5 invoice of 1; 6 return of the 2 unbilled
 * and 1 billed; 7 opening stock of 4 looms; 8 transfer of 1 in transit; 9 prepayment of 50.
 */
export function scene(): Bookkeeper {
  const items = ['LOOM', 'YARN'].map((id) => [id, item(id, 'fifo')] as const);
  const special = [
    ['SHUTTLE', item('SHUTTLE', 'standard')],
    ['DYE', item('DYE', 'lot')],
    ['SERIAL', item('SERIAL', 'lot', { tracking: 'serial' })],
  ] as const;
  const rates = new Map([['EUR', [{ from: '2026-03-05', rate: rateOrThrow('1.1') }]]]);
  const company = companyOf({ currency: 'USD', firstOpenDay: '2026-03-01' });
  const keeper = new Bookkeeper({
    ...emptyBooks(company),
    items: new Map([...items, ...special]),
    rates,
    bankAccounts: new Map([['main', { currency: 'USD', nextCheck: 101n }]]),
  });
  const line = { discount: NO_DISCOUNT, due: undefined };
  keeper.post({
    kind: 'order',
    vendor: 'V',
    currency: 'USD',
    date: '2026-03-02',
    lines: [
      { ...line, bought: { item: 'LOOM' }, quantity: q('5'), price: priceOrThrow('100') },
      { ...line, bought: { expense: 'packing' }, quantity: q('1'), price: priceOrThrow('50') },
      { ...line, bought: { item: 'DYE' }, quantity: q('10'), price: priceOrThrow('6') },
    ],
  });
  const lots = [{ lot: 'A', quantity: q('10') }];
  keeper.post({
    kind: 'receipt',
    vendor: 'V',
    date: '2026-03-05',
    warehouse: 'main',
    lines: [
      { of: '1/1', quantity: q('5') },
      { of: '1/2', quantity: q('1') },
      { of: '1/3', quantity: q('10'), lots },
    ],
  });
  keeper.post({
    kind: 'bill',
    vendor: 'V',
    reference: 'B1',
    currency: 'USD',
    date: '2026-03-06',
    lines: [{ of: '2/1', quantity: q('3'), price: priceOrThrow('101'), discount: NO_DISCOUNT, difference: 'credit' }],
    charges: [
      { kind: 'freight', amount: money(1000n) },
      { kind: 'storage', amount: money(500n) },
    ],
    expenses: [{ expense: 'cleaning', amount: money(2000n) }],
  });
  keeper.post({
    kind: 'delivery',
    customer: 'S',
    date: '2026-03-07',
    warehouse: 'main',
    lines: [{ item: 'LOOM', quantity: q('2') }],
  });
  keeper.post({
    kind: 'invoice',
    customer: 'S',
    date: '2026-03-08',
    lines: [{ of: '4/1', quantity: q('1'), price: priceOrThrow('200') }],
  });
  keeper.post({ kind: 'return', vendor: 'V', date: '2026-03-09', lines: [{ of: '2/1', quantity: q('3') }] });
  keeper.post({
    kind: 'opening',
    date: '2026-03-09',
    warehouse: 'main',
    lines: [{ item: 'LOOM', quantity: q('4'), value: base(40_000n) }],
  });
  keeper.post({
    kind: 'transfer',
    date: '2026-03-10',
    from: 'main',
    to: 'other',
    inTransit: true,
    lines: [{ item: 'LOOM', quantity: q('1') }],
  });
  keeper.post({ kind: 'prepayment', vendor: 'V', currency: 'USD', date: '2026-03-10', amount: money(5000n) });
  return keeper;
}

/** A good command of each kind in those books. */
export const GOOD: { readonly [Kind in DocumentKind]?: CommandOf[Kind] } = {
  return: {
    kind: 'return',
    vendor: 'V',
    date: '2026-03-12',
    lines: [{ of: '2/1', quantity: q('1'), confirmed: true }],
  },
  credit: {
    kind: 'credit',
    vendor: 'V',
    reference: 'C1',
    currency: 'USD',
    date: '2026-03-12',
    lines: [{ of: '6/1', quantity: q('1'), price: priceOrThrow('100') }],
  },
  'estimate-closing': {
    kind: 'estimate-closing',
    date: '2026-03-12',
    reason: 'no bill',
    lines: [{ of: '2/1', charge: 'freight' }],
  },
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
  transfer: {
    kind: 'transfer',
    date: '2026-03-12',
    from: 'main',
    to: 'other',
    inTransit: false,
    lines: [{ item: 'LOOM', quantity: q('1') }],
  },
  arrival: { kind: 'arrival', date: '2026-03-12', lines: [{ of: '8/1', quantity: q('1'), lost: q('0') }] },
  count: {
    kind: 'count',
    date: '2026-03-12',
    warehouse: 'main',
    reason: 'counted',
    lines: [{ item: 'LOOM', change: 'missing', quantity: q('1') }],
  },
  standard: { kind: 'standard', date: '2026-03-12', lines: [{ item: 'SHUTTLE', standard: priceOrThrow('9') }] },
  'write-down': {
    kind: 'write-down',
    date: '2026-03-12',
    warehouse: 'main',
    lines: [{ item: 'LOOM', netRealisable: priceOrThrow('50') }],
  },
  prepayment: { kind: 'prepayment', vendor: 'V', currency: 'USD', date: '2026-03-12', amount: money(1n) },
  claim: {
    kind: 'claim',
    vendor: 'V',
    currency: 'USD',
    date: '2026-03-12',
    why: 'rebate',
    reason: 'two percent of the quarter',
    lines: [{ said: 'Rebate', expense: undefined, amount: money(1n) }],
  },
  'payment-hold': {
    kind: 'payment-hold',
    of: '3',
    date: '2026-03-12',
    step: 'held',
    reason: 'disputed',
    by: 'ines',
  },
  check: { kind: 'check', date: '2026-03-12', account: 'main', number: 101n, of: '9', reason: '' },
  'prepayment-refund': {
    kind: 'prepayment-refund',
    vendor: 'V',
    currency: 'USD',
    date: '2026-03-12',
    of: '9',
    amount: money(1n),
  },
  payment: {
    kind: 'payment',
    vendor: 'V',
    currency: 'USD',
    date: '2026-03-12',
    from: undefined,
    discountsTo: 'income',
    reason: '',
    bills: [{ of: '3', amount: money(1000n), discount: money(0n), writeOff: money(0n) }],
  },
  allocation: {
    kind: 'allocation',
    date: '2026-03-12',
    to: ['2/1'],
    charges: [{ of: '3/2', basis: 'value', amount: undefined, fixed: [] }],
  },
  'customs-entry': {
    kind: 'customs-entry',
    date: '2026-02-27',
    entered: '2026-02-27',
    authority: '',
    charges: [],
    reference: '26US-1',
    vendor: '',
    rates: [],
    lines: [
      {
        goods: ['2/1'],
        code: '8446.30',
        origin: 'CA',
        preference: undefined,
        value: base(50_000n),
        duty: base(0n),
        importTax: undefined,
      },
    ],
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
  bill: {
    kind: 'bill',
    vendor: 'V',
    reference: 'B2',
    currency: 'USD',
    date: '2026-03-12',
    lines: [],
    charges: [{ kind: 'freight', amount: money(100n) }],
  },
  opening: {
    kind: 'opening',
    date: '2026-03-12',
    warehouse: 'main',
    lines: [{ item: 'YARN', quantity: q('1'), value: base(1n) }],
  },
};
