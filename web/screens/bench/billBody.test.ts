import { describe, expect, it } from '@jest/globals';
import type { BillableView, IncomingBill } from '@obolus/contract/views/bench';
import { asReceived, beyond, type BillBody, lineTotal, moveTo, placesFor, splitOff, toCommand } from './billBody.ts';

const item = (id: string, packs: BillableView['item']['packs'] = []): BillableView['item'] => ({
  id,
  number: `I-${id}`,
  name: id === '0' ? 'Cleaning' : `Item ${id}`,
  unit: 'kg',
  packs,
  codes: [],
  method: 'fifo',
  tracking: 'none',
  weight: null,
  volume: null,
});
const line = (of: string, more: Partial<BillableView> = {}): BillableView => ({
  line: of,
  state: 'received',
  orderLine: '1/1',
  taxCode: '',
  item: item('1'),
  currency: 'USD',
  unit: 'kg',
  per: '1',
  discount: '',
  ordered: '10',
  received: '8',
  open: '8',
  price: '10.00',
  order: { id: '1', number: 'PO-1', terms: '' },
  receipt: { id: of.split('/')[0] ?? '', number: `GR-${of}`, date: '2026-03-01', packingSlip: '', shipment: '' },
  ...more,
});
const toCome = (more: Partial<BillableView> = {}) =>
  line('1/1', { state: 'ordered', receipt: null, open: '2', ...more });
const body = (more: Partial<BillBody> = {}): BillBody => ({
  vendor: '1',
  reference: 'B-1',
  date: '2026-03-05',
  currency: 'USD',
  billed: {},
  further: [],
  disputed: [],
  ...more,
});
const billed = (quantity: string, price = '10.00') => ({ quantity, price, difference: 'cost' as const });

describe('a bill as it is entered', () => {
  it('stands for nothing while nothing is said, and then for its lines, services done, waits only where goods are to come', () => {
    const lines = [line('2/1'), toCome(), line('1/2', { state: 'service', item: item('0'), receipt: null })];
    expect(toCommand(body(), lines)).toBeUndefined();
    const entries = {
      '2/1': { ...billed('8'), wait: true, reason: '' },
      '1/1': { ...billed('2'), wait: true, reason: 'late' },
      '1/2': billed('1', '180'),
    };
    expect(toCommand(body({ billed: entries }), lines)?.lines).toEqual([
      { of: '2/1', quantity: '8', price: '10.00', discount: '', difference: 'cost' },
      { of: '1/1', quantity: '2', price: '10.00', discount: '', difference: 'cost', wait: true, reason: 'late' },
      { of: '1/2', quantity: '1', price: '180', discount: '', difference: 'cost', done: true },
    ]);
    const disputed = [{ said: 'Wrapping', amount: '5.00', decision: 'credit' as const, reason: 'not ordered' }];
    expect(toCommand(body({ disputed }), lines)).toMatchObject({ lines: [], charges: [], disputed });
  });

  it('says of the whole what its paper asks for, and why its tax or its total is taken, as far as somebody said', () => {
    const whole = (more: Partial<BillBody>) =>
      toCommand(body({ billed: { '2/1': billed('8') }, ...more }), [line('2/1')])?.whole;
    expect([whole({}), whole({ asked: '', whyTotal: 'they misadd', whyTax: '' })]).toEqual([undefined, undefined]);
    expect(whole({ asked: '80.00' })).toEqual({ total: { asked: '80.00' } });
    expect(whole({ asked: '81', whyTotal: 'they misadd', whyTax: 'new rate' })).toEqual({
      tax: { reason: 'new rate' },
      total: { asked: '81', reason: 'they misadd' },
    });
    // What the paper asks for makes no bill by itself.
    expect(toCommand(body({ asked: '80.00' }), [line('2/1')])).toBeUndefined();
  });

  it('bills a line as it came, and comes to its price for a pack less its discount', () => {
    const boxes = line('2/1', { open: '50', price: '20.00', per: '25', discount: '10' });
    expect(asReceived(boxes)).toEqual({ quantity: '50', price: '20.00', difference: 'cost' });
    expect(lineTotal(body({ billed: { '2/1': asReceived(boxes) } }), boxes)).toBe('36.00');
    expect(lineTotal(body(), boxes)).toBeUndefined();
  });
});

describe('more than came', () => {
  const lines = [line('2/1'), line('3/1', { open: '1', orderLine: '4/1' }), toCome()];
  const over = body({ billed: { '2/1': billed('11') } });

  it('is seen, and may go to other receipts of the goods, to what is to come, or nowhere', () => {
    expect([
      beyond(over, lines[0] as BillableView),
      beyond(body({ billed: { '2/1': billed('8') } }), lines[0] as BillableView),
    ]).toEqual(['3', undefined]);
    expect(placesFor(lines[0] as BillableView, lines)).toEqual(['receipts', 'wait', 'ahead', 'credit', 'not-ours']);
    expect(placesFor(lines[1] as BillableView, [lines[1] as BillableView])).toEqual(['credit', 'not-ours']);
  });

  it('is split off in place, and nothing is lost on the way', () => {
    const split = (to: Parameters<typeof splitOff>[3]) => splitOff(over, lines[0] as BillableView, lines, to);
    expect(split('receipts').billed).toEqual({ '2/1': billed('8'), '3/1': billed('3') });
    expect(split('wait').billed).toEqual({ '2/1': billed('8'), '1/1': { ...billed('3'), wait: true } });
    expect(split('ahead').billed).toEqual({ '2/1': billed('8'), '1/1': billed('3') });
    expect(split('credit')).toEqual({
      billed: { '2/1': billed('8') },
      disputed: [{ said: 'Item 1, 3 kg', amount: '30.00', decision: 'credit', reason: '' }],
    });
    expect(splitOff(body({ billed: { '2/1': billed('8') } }), lines[0] as BillableView, lines, 'credit')).toEqual({});
  });

  it('fills one receipt after the other, the last with all that is left', () => {
    const many = [line('2/1'), line('3/1', { open: '2' }), line('4/1', { open: '5' })];
    expect(
      splitOff(body({ billed: { '2/1': billed('14') } }), many[0] as BillableView, many, 'receipts').billed,
    ).toEqual({
      '2/1': billed('8'),
      '3/1': billed('2'),
      '4/1': billed('4'),
    });
  });
});

describe('a line of the paper', () => {
  const paper = (more: Partial<IncomingBill['lines'][number]> = {}): IncomingBill['lines'][number] => ({
    said: 'Yarn',
    quantity: '6',
    unit: '',
    price: '10.00',
    per: '1',
    amount: '60.00',
    covers: [],
    certain: false,
    why: [],
    charge: '',
    ...more,
  });

  it('is for another line once it is moved there, and no longer for the one before', () => {
    const start = body({ billed: { '2/1': billed('6') } });
    const covers = [[{ of: '2/1', quantity: '6' }]];
    expect(moveTo(start, covers, 0, paper(), line('3/1'))).toEqual({
      billed: { '3/1': billed('6') },
      covers: [[{ of: '3/1', quantity: '6' }]],
    });
    expect(moveTo(start, covers, 0, paper(), undefined)).toEqual({ billed: {}, covers: [[]] });
  });

  it('counts in stock units and at the order’s pack; in a unit that the goods do not have it goes nowhere', () => {
    const cones = line('3/1', { item: item('1', [{ unit: 'cone', size: '0.5' }]), price: '8.00' });
    expect(moveTo(body(), [[]], 0, paper({ unit: 'cone', price: '4.10', amount: '24.60' }), cones)?.billed).toEqual({
      '3/1': billed('3', '8.20'),
    });
    expect(moveTo(body(), [[]], 0, paper({ unit: 'pallet' }), cones)).toBeUndefined();
  });

  it('beside another for the same line adds to it, at the price that both make together', () => {
    const start = body({ billed: { '3/1': { ...billed('2', '10.00'), reason: 'agreed' } } });
    expect(moveTo(start, [[], []], 1, paper({ price: '11.00', amount: '66.00' }), line('3/1'))?.billed).toEqual({
      '3/1': { ...billed('8', '10.75'), reason: 'agreed' },
    });
  });
});
