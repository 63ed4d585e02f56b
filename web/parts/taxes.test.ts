import { describe, expect, it } from '@jest/globals';
import type { TaxCodeView } from '@obolus/contract/views/setUp';
import { taxesOfLines } from './taxes.ts';

const CODES: TaxCodeView[] = [
  { code: 'V', name: 'One tax', levels: [{ name: 'VAT', percent: '21', recoverable: true, onTop: false }] },
  {
    code: 'TWO',
    name: 'Two levels',
    levels: [
      { name: 'State', percent: '5', recoverable: true, onTop: false },
      // On the goods and the tax above: 2 % of 105.
      { name: 'Town', percent: '2', recoverable: false, onTop: true },
    ],
  },
];

describe('the taxes of lines', () => {
  it('are worked out code by code, level on level, each rounded once', () => {
    const lines = [
      { amount: '60.00', code: 'TWO' },
      { amount: '33.33', code: 'V' },
      { amount: '40.00', code: 'TWO' },
      { amount: '12.00', code: '' },
    ];
    expect(taxesOfLines(lines, CODES, 'USD')).toEqual([
      { name: 'State', recoverable: true, amount: '5.00', lines: [1, 3] },
      { name: 'Town', recoverable: false, amount: '2.10', lines: [1, 3] },
      // 33.33 × 21 % = 6.9993.
      { name: 'VAT', recoverable: true, amount: '7.00', lines: [2] },
    ]);
  });

  it('are nothing for what cannot be read, and follow the currency’s decimals', () => {
    expect(taxesOfLines([{ amount: undefined, code: 'V' }], CODES, 'USD')).toEqual([]);
    expect(taxesOfLines([{ amount: '1000', code: 'V' }], CODES, 'JPY')).toMatchObject([{ amount: '210' }]);
    expect(taxesOfLines([{ amount: '1', code: 'V' }], CODES, 'XXA')).toEqual([]);
  });
});
