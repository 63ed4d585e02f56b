import { describe, expect, it } from '@jest/globals';
import { unitCode, unitWord, unknownCode } from './units.ts';

describe('units on papers', () => {
  it('are written by their code, and by none where no code means them', () => {
    expect(['kg', 'Litres', 'each', 'pair', 'box', 'Cones', 'tin', '', 'skein', 'm²'].map(unitCode)).toEqual([
      'KGM',
      'LTR',
      'EA',
      'PR',
      'XBX',
      'XCJ',
      'XTN',
      'C62',
      undefined,
      'MTK',
    ]);
  });

  it('are read by their code, with the X of a package or without it, and what is not known stays unknown', () => {
    expect(['KGM', 'grm', 'XBX', 'BX', 'C62', 'H87', 'EA', 'DZN', 'MIN', 'XKG'].map(unitWord)).toEqual([
      'kg',
      'g',
      'box',
      'box',
      '',
      '',
      '',
      'dozen',
      'min',
      'keg',
    ]);
    // A keg, or more likely a kilogram: nobody knows which.
    expect(['KG', 'ZZ', 'kWh'].map((code) => unknownCode(unitWord(code)))).toEqual(['KG', 'ZZ', 'kWh']);
    expect(unknownCode('kg')).toBeUndefined();
  });

  it('come back as they were written', () => {
    for (const word of ['kg', 'g', 'm', 'dozen', 'box', 'cone', 'pallet', 'h'])
      expect(unitWord(unitCode(word) ?? '')).toBe(word);
  });
});
