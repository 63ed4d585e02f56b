import { describe, expect, it } from '@jest/globals';
import { type Mismatch, mismatchesIn } from './addsUp.ts';
import { statedBill, statedLine } from '../testing/statedBill.ts';
import { NO_SUMS, PLAIN, type Stated, type StatedLine, type StatedSums } from './stated.ts';

/** 12 at 8.75 for ten, less 1, plus 2. */
const line = (more: Partial<StatedLine> = {}) =>
  statedLine({
    quantity: '12',
    price: '8.75',
    per: '10',
    amount: '11.50',
    takenOff: ['1.00'],
    added: ['2.00'],
    ...more,
  });
const SUMS: StatedSums = {
  lines: '91.50',
  allowances: '1.50',
  charges: '10.00',
  net: '100.00',
  tax: '13.00',
  gross: '113.00',
  taxed: [
    { basis: '60.00', percent: '5', tax: '3.00' },
    { basis: '40.00', percent: '25', tax: '10.00' },
  ],
};
type Said = Partial<StatedSums> & { readonly payable?: string };

/** Such a line and another of 80; less 1.50 and plus 10 as a whole; two taxes; a part paid. */
const said = ({ payable = '100.05', ...sums }: Said = {}, more: Partial<Stated> = {}) =>
  statedBill({
    lines: [line(), statedLine({ number: '2' })],
    charges: [{ said: 'Freight', amount: '10' }],
    allowances: [{ said: 'Discount', amount: '1.50' }],
    sums: { ...SUMS, ...sums },
    besides: { ...PLAIN, prepaid: '13.00', rounding: '0.05', payable },
    ...more,
  });
const named = (found: readonly Mismatch[]) =>
  found.map(({ of, says, comesTo }) => `${'line' in of ? `line ${of.line}` : of.sum}: ${says} ${comesTo}`);

describe('what a paper adds up to', () => {
  it('is its lines, charges, taxes and totals; a minor unit of rounding in lines and taxes is none', () => {
    expect(mismatchesIn(said())).toEqual([]);
    const rounded = [line({ price: '8.755', amount: '11.50' })];
    expect(mismatchesIn(said({}, { lines: rounded, sums: NO_SUMS }))).toEqual([]);
    const taxed = [{ basis: '100.00', percent: '13.005', tax: '13.00' }];
    expect(mismatchesIn(said({ taxed }))).toEqual([]);
  });

  it.each<[string, Said, string[]]>([
    ['its lines', { lines: '91.51' }, ['lines: 91.51 91.50']],
    ['what it takes off', { allowances: '1.60' }, ['allowances: 1.60 1.50']],
    ['its charges', { charges: '1.00' }, ['charges: 1.00 10.00']],
    [
      'its net total',
      { net: '101.00', gross: '114.00', payable: '101.05' },
      ['net: 101.00 100.00', 'taxed: 101.00 100.00'],
    ],
    ['its tax', { tax: '14.00', gross: '114.00', payable: '101.05' }, ['tax: 14.00 13.00']],
    ['its total', { gross: '113.10', payable: '100.15' }, ['gross: 113.10 113.00']],
    ['what it asks for', { payable: '113.00' }, ['payable: 113.00 100.05']],
    ['the tax of a category', { taxed: [{ basis: '100.00', percent: '12', tax: '13.00' }] }, ['category: 13.00 12.00']],
  ])('is told where %s is another', (_, sums, found) => {
    expect(named(mismatchesIn(said(sums)))).toEqual(found);
  });

  it('is told of each line whose quantity and price, with what it takes off and adds, make another amount', () => {
    const lines = [line({ takenOff: [] }), line({ number: '2', quantity: '9', price: '8', per: '', amount: '80' })];
    expect(named(mismatchesIn(said({}, { lines, sums: NO_SUMS })))).toEqual([
      'line 1: 11.50 12.50',
      'line 2: 80.00 73.00',
    ]);
  });

  it('is held against nothing that is not said or not read, and goes by the decimals of the currency', () => {
    expect(mismatchesIn(said({}, { sums: NO_SUMS, lines: [line({ price: '' }), line({ quantity: 'ten' })] }))).toEqual(
      [],
    );
    const yen = { currency: 'JPY', lines: [line({ amount: '12' })], sums: NO_SUMS };
    expect(mismatchesIn(said({}, yen))).toEqual([]);
    expect(named(mismatchesIn(said({}, { ...yen, lines: [line({ amount: '14' })] })))).toEqual(['line 1: 14 12']);
    expect(mismatchesIn(said({ payable: '1' }, { currency: 'none' }))).toEqual([]);
  });
});
