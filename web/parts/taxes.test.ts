import { describe, expect, it } from '@jest/globals';
import type { TaxCodeView } from '@obolus/contract/views/setUp';
import { taxesOfLines } from './taxes.ts';

const charged = { selfAssessed: false, withDiscount: false };

const CODES: TaxCodeView[] = [
  { code: 'V', name: 'One tax', levels: [{ ...charged, name: 'VAT', percent: '21', reclaimed: '100', onTop: false }] },
  {
    code: 'TWO',
    name: 'Two levels',
    levels: [
      { ...charged, name: 'State', percent: '5', reclaimed: '100', onTop: false },
      // On the goods and the tax above: 2 % of 105.
      { ...charged, name: 'Town', percent: '2', reclaimed: '0', onTop: true },
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
      { ...charged, name: 'State', recoverable: true, amount: '5.00', lines: [1, 3] },
      { ...charged, name: 'Town', recoverable: false, amount: '2.10', lines: [1, 3] },
      // 33.33 × 21 % = 6.9993.
      { ...charged, name: 'VAT', recoverable: true, amount: '7.00', lines: [2] },
    ]);
  });

  it('are reclaimed in part, each part by itself to the cent, and may be owed to the tax office instead of the vendor', () => {
    const half = { name: 'VAT', percent: '21', reclaimed: '60', onTop: false, selfAssessed: true, withDiscount: true };
    expect(
      taxesOfLines([{ amount: '33.33', code: 'H' }], [{ code: 'H', name: 'Half', levels: [half] }], 'USD'),
    ).toEqual([
      // 60 % of 7.00; what is kept is lowered by no discount.
      { name: 'VAT', recoverable: true, selfAssessed: true, withDiscount: true, amount: '4.20', lines: [1] },
      { name: 'VAT', recoverable: false, selfAssessed: true, withDiscount: false, amount: '2.80', lines: [1] },
    ]);
  });

  it('are nothing for what cannot be read, and follow the currency’s decimals', () => {
    expect(taxesOfLines([{ amount: undefined, code: 'V' }], CODES, 'USD')).toEqual([]);
    expect(taxesOfLines([{ amount: '1000', code: 'V' }], CODES, 'JPY')).toMatchObject([{ amount: '210' }]);
    expect(taxesOfLines([{ amount: '1', code: 'V' }], CODES, 'XXA')).toEqual([]);
  });
});
