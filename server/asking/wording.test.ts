import { describe, expect, it } from '@jest/globals';
import { REFUSAL_REASONS } from '@obolus/core/state/refusal';
import { Reader } from './reader.ts';
import { LANGUAGES } from '@obolus/messages/speaker';
import { figureIn } from '@obolus/messages/writing';
import { speakerFor } from './speakers.ts';
import { worded } from './wording.ts';
import { inEnglish } from '../testing/inEnglish.ts';

/** Every value that any decision gives with a refusal. */
const values = {
  text: '1.x',
  difference: '12.00',
  above: '100.00',
  waiting: '2',
  places: '6',
  date: '2026-03-01',
  firstOpenDay: '2026-04-01',
  cited: '2026-03-09',
  currency: 'EUR',
  ordered: 'EUR',
  billed: 'USD',
  open: '5',
  quantity: '6',
  number: 'A-1',
  kind: 'freight',
  left: '10.00',
  asked: '11.00',
  basis: 'weight',
  item: '7',
  warehouse: '1',
  short: '2',
  line: '3/1',
  out: '1',
  unbilled: '2',
  lot: 'S-0007',
  lots: '4',
  period: '2026-03',
  documents: 'GR-12, VB-31',
  received: '4',
  version: '3',
  reason: 'sold out',
  name: 'VAT-9',
  bin: 'A-1',
  payee: 'Callow Factoring',
  amount: '10.00',
  unit: 'box',
  missing: '3',
  most: '6',
  allowed: '2',
  units: 'each, box',
  size: '25',
  stockUnit: 'each',
  limit: '5.00',
  farthest: '2027-01-31',
  next: '1202',
};

describe('the wording of refusals', () => {
  it.each(REFUSAL_REASONS)('%s says what to do, with nothing left blank, in every language', (reason) => {
    for (const language of LANGUAGES) {
      const says = speakerFor(language).sayingAll(worded({ reason, at: '/lines/0', values }).says);
      expect(says).toMatch(/^.{8,250}$/);
      expect(says).not.toMatch(/undefined|\[object|_|[{}]/);
    }
  });

  it('names items and warehouses as users know them', () => {
    const names = { items: new Map([['7', 'YM-EC']]), warehouses: new Map([['1', 'Main']]) };
    expect(inEnglish(worded({ reason: 'stock_short', at: '', values }, names).says)).toBe(
      'YM-EC (S-0007) in Main would be 2 short on Mar 1, 2026.',
    );
  });

  it('says that nothing is left of a charge that somebody else allocated, in any currency', () => {
    const said = (left: string) =>
      inEnglish(worded({ reason: 'allocation_exceeds_charge', at: '', values: { left } }).says);
    expect([said('0.00'), said('0'), said('0.05')]).toEqual([
      'Nothing is left of this charge: it was allocated meanwhile.',
      'Nothing is left of this charge: it was allocated meanwhile.',
      'Only 0.05 is left of this charge.',
    ]);
  });

  it('says nothing is open where nothing is', () => {
    expect(inEnglish(worded({ reason: 'receipt_exceeds_ordered', at: '', values: { open: '0' } }).says)).toBe(
      'Nothing of this line is open any more.',
    );
  });

  it('sets the thousands of figures apart, and of nothing that only looks like one', () => {
    const difference = { kind: 'total', difference: '-35995827.52', allowed: '0.00', currency: 'USD' };
    expect(inEnglish(worded({ reason: 'difference_unexplained', at: '', values: difference }).says)).toContain(
      'asks for 35,995,827.52 USD less than',
    );
    const alike = { number: '20261', date: '2026-03-01', amount: '1234567', currency: 'JPY' };
    expect(inEnglish(worded({ reason: 'bill_amount_alike', at: '', values: alike }).says)).toContain(
      'Bill 20261 of Mar 1, 2026 comes to 1,234,567 JPY too',
    );
    expect(['0', '999', '1000', '-1000.5', '0.123456'].map((figure) => figureIn('en-US', figure))).toEqual([
      '0',
      '999',
      '1,000',
      '-1,000.5',
      '0.123456',
    ]);
  });
});

describe('reading figures', () => {
  it('gathers every figure that cannot be read, each at its field', () => {
    const reader = new Reader();
    reader.quantity('', '/a');
    reader.price('1.2345678', '/b');
    reader.document('1.5', 'JPY', '/c');
    reader.base('99999999999999999999', 'USD', '/d');
    reader.discount('5.00001', '/e');
    reader.given('  ', '/f');
    expect(reader.refusals.map(({ reason, at }) => `${at} ${reason}`)).toEqual([
      '/a missing',
      '/b too_many_decimals',
      '/c too_many_decimals',
      '/d too_large',
      '/e too_many_decimals',
      '/f missing',
    ]);
  });

  it('takes what is right, and no discount for none', () => {
    const reader = new Reader();
    expect([
      reader.quantity('1.5', ''),
      reader.price(' 12 ', ''),
      reader.document('12.30', 'USD', ''),
      reader.discount('', ''),
      reader.discount('2.5', ''),
      reader.given(' a ', ''),
    ]).toEqual([1_500_000n, 12_000_000n, 1230n, 0n, 25_000n, 'a']);
    expect(reader.refusals).toEqual([]);
  });
});
