import { beforeAll, describe, expect, it } from '@jest/globals';
import { readable } from '../books/journal.ts';
import { base, documentAmount, NO_DISCOUNT, priceOrThrow, quantityOrThrow } from '../exact/amounts.ts';
import { Bookkeeper } from '../testing/bookkeeper.ts';
import { item } from '../testing/make.ts';
import { companyOf } from '../state/company.ts';
import { emptyBooks } from '../state/books.ts';
import type { Command } from './kinds.ts';
import { decide } from './decide.ts';

/*
 * What every line of every journal is about: the goods, the vendor or the expense, and the department, location and project
 * that the order or the document said, which travel with the goods into every line that follows.
 */
const q = quantityOrThrow;
const money = documentAmount;
const journal: Record<string, string[]> = {};

beforeAll(() => {
  const items = ['LOOM', 'YARN', 'KIT'].map((id) => [id, item(id, 'fifo')] as const);
  const shuttle = item('SHUTTLE', 'standard');
  const keeper = new Bookkeeper({
    ...emptyBooks(companyOf({ currency: 'USD', firstOpenDay: '2026-03-01' })),
    items: new Map([...items, ['SHUTTLE', shuttle]]),
  });
  const post = (name: string, command: Command): string => {
    const decision = decide(keeper.books, command);
    const entries = decision.accepted ? decision.posted.entries : [];
    journal[name] = entries.flatMap((entry) =>
      readable(entry).map(({ account, amount, ...about }) => {
        const { item: goods, expense, vendor, department, location, project } = about;
        return [account, amount, goods, expense, vendor, department, location, project]
          .filter((word) => word !== undefined)
          .join(' ');
      }),
    );
    return keeper.post(command);
  };
  const line = { discount: NO_DISCOUNT, due: undefined };
  const dimensions = { department: 'weaving', location: 'north', project: 'P1' };
  post('order', {
    kind: 'order',
    vendor: 'V',
    currency: 'USD',
    date: '2026-03-02',
    lines: [
      {
        ...line,
        bought: { item: 'LOOM' },
        quantity: q('4'),
        price: priceOrThrow('100'),
        dimensions,
        estimates: [{ kind: 'freight', by: 'flat', amount: base(1000n) }],
      },
      {
        ...line,
        bought: { expense: 'packing' },
        quantity: q('1'),
        price: priceOrThrow('50'),
        dimensions: { ...dimensions, department: 'sales' },
      },
      { ...line, bought: { item: 'YARN' }, quantity: q('10'), price: priceOrThrow('5') },
      { ...line, bought: { item: 'SHUTTLE' }, quantity: q('10'), price: priceOrThrow('6'), dimensions },
    ],
  });
  const quantities = ['4', '1', '10', '10'];
  post('receipt', {
    kind: 'receipt',
    vendor: 'V',
    date: '2026-03-03',
    warehouse: 'main',
    lines: quantities.map((units, at) => ({ of: `1/${at + 1}`, quantity: q(units) })),
  });
  const billed = (at: number, price: string, difference: 'cost' | 'variance' | 'credit') => ({
    of: `2/${at}`,
    quantity: q(quantities[at - 1] ?? ''),
    price: priceOrThrow(price),
    discount: NO_DISCOUNT,
    difference,
  });
  post('bill', {
    kind: 'bill',
    vendor: 'V',
    reference: 'B1',
    currency: 'USD',
    date: '2026-03-04',
    lines: [billed(1, '103', 'cost'), billed(2, '51', 'cost'), billed(3, '6', 'variance'), billed(4, '7', 'credit')],
    charges: [
      { kind: 'freight', amount: money(1600n) },
      { kind: 'fine', amount: money(400n) },
    ],
    expenses: [{ expense: 'cleaning', amount: money(2000n), dimensions: { ...dimensions, location: 'south' } }],
    tax: [
      { amount: money(800n), recoverable: false, lines: [1] },
      { amount: money(900n), recoverable: true, lines: undefined },
    ],
  });
  post('allocation', {
    kind: 'allocation',
    date: '2026-03-05',
    to: ['2/1'],
    charges: [{ of: '3/5', basis: 'value', amount: undefined, fixed: [] }],
  });
  post('delivery', {
    kind: 'delivery',
    customer: 'S',
    date: '2026-03-06',
    warehouse: 'main',
    lines: [{ item: 'LOOM', quantity: q('1'), dimensions: { ...dimensions, department: 'shop' } }],
  });
  post('invoice', {
    kind: 'invoice',
    customer: 'S',
    date: '2026-03-07',
    lines: [{ of: '5/1', quantity: q('1'), price: priceOrThrow('200') }],
  });
  post('transfer', {
    kind: 'transfer',
    date: '2026-03-08',
    from: 'main',
    to: 'other',
    inTransit: true,
    lines: [{ item: 'LOOM', quantity: q('2'), dimensions: { ...dimensions, department: 'logistics' } }],
  });
  post('arrival', { kind: 'arrival', date: '2026-03-09', lines: [{ of: '7/1', quantity: q('1'), lost: q('1') }] });
  const uses = [{ item: 'YARN', quantity: q('2') }];
  post('assembly', {
    kind: 'assembly',
    date: '2026-03-09',
    warehouse: 'main',
    uses,
    makes: { item: 'KIT', quantity: q('1') },
    conversion: base(300n),
    dimensions,
  });
  const missing = { item: 'YARN', change: 'missing' as const, quantity: q('1'), dimensions };
  post('count', {
    kind: 'count',
    date: '2026-03-10',
    warehouse: 'main',
    reason: 'counted',
    lines: [missing, { item: 'LOOM', change: 'found', quantity: q('1') }],
  });
  post('charge-move', { kind: 'charge-move', date: '2026-03-11', of: '3/7', charge: 'handling', amount: base(1200n) });
  post('late cost', {
    kind: 'allocation',
    date: '2026-03-11',
    to: ['2/1'],
    charges: [{ of: '11/1', basis: 'value', amount: undefined, fixed: [] }],
  });
  post('return', { kind: 'return', vendor: 'V', date: '2026-03-12', lines: [{ of: '2/3', quantity: q('3') }] });
  post('credit', {
    kind: 'credit',
    vendor: 'V',
    reference: 'C1',
    currency: 'USD',
    date: '2026-03-13',
    lines: [{ of: '13/1', quantity: q('3'), price: priceOrThrow('6') }],
  });
  post('standard', { kind: 'standard', date: '2026-03-13', lines: [{ item: 'SHUTTLE', standard: priceOrThrow('9') }] });
  post('write-down', {
    kind: 'write-down',
    date: '2026-03-14',
    warehouse: 'main',
    lines: [{ item: 'YARN', netRealisable: priceOrThrow('2') }],
  });
  post('customer return', {
    kind: 'customer-return',
    customer: 'S',
    date: '2026-03-15',
    warehouse: 'main',
    lines: [{ of: '5/1', quantity: q('1'), price: priceOrThrow('200') }],
  });
});

describe('each line of a journal says what it is about', () => {
  it.each<[string, string[]]>([
    [
      'receipt',
      [
        'inventory 41000 LOOM weaving north P1',
        'inventory 5000 YARN',
        'inventory 5000 SHUTTLE weaving north P1',
        'price-variance 1000 SHUTTLE weaving north P1',
        'expense 5000 packing V sales north P1',
        'grni -5000 V sales north P1',
        'grni -46000 V weaving north P1',
        'grni -5000 V',
        'accrued-charges -1000 V weaving north P1',
      ],
    ],
    [
      'bill',
      [
        'expected-credits 1000 V weaving north P1',
        'input-tax 900 V',
        'inventory 2000 LOOM weaving north P1',
        'charges-to-allocate 1600 V',
        'grni 46000 V weaving north P1',
        'grni 5000 V sales north P1',
        'grni 5000 V',
        'price-variance 1000 YARN V',
        'expense 100 packing V sales north P1',
        'expense 400 fine V',
        'expense 2000 cleaning V weaving south P1',
        'payables -65000 V',
      ],
    ],
    [
      'allocation',
      ['inventory 600 LOOM weaving north P1', 'accrued-charges 1000 V weaving north P1', 'charges-to-allocate -1600 V'],
    ],
    ['delivery', ['shipped-not-billed 10900 LOOM shop north P1', 'inventory -10900 LOOM shop north P1']],
    [
      'invoice',
      [
        'receivables 20000',
        'cost-of-goods 10900 LOOM shop north P1',
        'shipped-not-billed -10900 LOOM shop north P1',
        'sales -20000 LOOM shop north P1',
      ],
    ],
    ['transfer', ['goods-in-transit 21800 LOOM logistics north P1', 'inventory -21800 LOOM logistics north P1']],
    [
      'arrival',
      [
        'inventory 10900 LOOM logistics north P1',
        'stock-adjustment 10900 LOOM logistics north P1',
        'goods-in-transit -21800 LOOM logistics north P1',
      ],
    ],
    [
      'assembly',
      [
        'inventory 1300 KIT weaving north P1',
        'work-in-process 1000 YARN weaving north P1',
        'inventory -1000 YARN weaving north P1',
        'work-in-process -1000 KIT weaving north P1',
        'conversion -300 weaving north P1',
      ],
    ],
    [
      'count',
      [
        'inventory 10900 LOOM',
        'stock-adjustment 500 YARN weaving north P1',
        'inventory -500 YARN weaving north P1',
        'stock-adjustment -10900 LOOM',
      ],
    ],
    ['charge-move', ['charges-to-allocate 1200 V', 'expense -1200 cleaning V weaving south P1']],
    [
      'late cost',
      [
        'inventory 1200 LOOM weaving north P1',
        'cost-of-goods 300 LOOM shop north P1',
        'stock-adjustment 300 LOOM logistics north P1',
        'inventory -300 LOOM shop north P1',
        'inventory -300 LOOM logistics north P1',
        'charges-to-allocate -1200 V',
      ],
    ],
    ['return', ['returns-to-credit 1800 V', 'inventory -1500 YARN', 'price-variance -300 YARN V']],
    ['credit', ['payables 1800 V', 'returns-to-credit -1800 V']],
    ['standard', ['inventory 4000 SHUTTLE', 'stock-adjustment -4000 SHUTTLE']],
    ['write-down', ['write-down 1200 YARN', 'allowance -1200 YARN']],
    [
      'customer return',
      [
        'inventory 11200 LOOM shop north P1',
        'sales 20000 LOOM shop north P1',
        'receivables -20000',
        'cost-of-goods -11200 LOOM shop north P1',
      ],
    ],
  ])('%s', (name, lines) => {
    expect(journal[name]).toEqual(lines);
  });
});
