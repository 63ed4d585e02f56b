import { describe, expect, it } from '@jest/globals';
import { formatQuantity, ONE_UNIT, quantityOrThrow } from '../exact/amounts.ts';
import { heldIn, measureOf, MEASURES } from './measures.ts';
import { packSizeOf } from './packs.ts';

const held = (unit: string, stockUnit: string): string | undefined => {
  const size = heldIn(unit, stockUnit);
  return size === undefined ? undefined : formatQuantity(size);
};

describe('units of measure', () => {
  it('are held in each other within a dimension, exactly or not at all', () => {
    expect(
      [
        ['g', 'kg'],
        ['kg', 'g'],
        ['t', 'kg'],
        ['Dozen', 'each'],
        ['pair', 'pcs'],
        ['cm', 'm'],
        ['ft', 'in'],
        ['ml', 'l'],
        ['m³', 'l'],
        ['min', 'h'],
        ['oz', 'lb'],
        ['lb', 'kg'],
        ['each', 'dozen'],
        ['kg', 'l'],
        ['cone', 'kg'],
      ].map(([unit = '', stock = '']) => held(unit, stock)),
    ).toEqual(['0.001', '1000', '1000', '12', '2', '0.01', '12', '0.001', '1000', undefined, '0.0625', undefined, undefined, undefined, undefined]); // prettier-ignore
  });

  it('have a code and words of their own, and hold themselves once', () => {
    const words = MEASURES.flatMap((one) => one.words);
    expect(new Set(words).size).toBe(words.length);
    expect(new Set(MEASURES.map(({ code }) => code)).size).toBe(MEASURES.length);
    for (const word of words) expect([word, heldIn(word, word)]).toEqual([word, ONE_UNIT]);
    expect(measureOf(' KG ')?.code).toBe('KGM');
  });

  it('count after the packs of an item, whose box may be called a dozen', () => {
    const cone = { unit: 'kg', packs: [{ unit: 'cone', size: quantityOrThrow('0.5') }] };
    expect(['', 'kg', 'Cone', 'g', 'm'].map((unit) => packSizeOf(unit, '', cone))).toEqual([
      ONE_UNIT,
      ONE_UNIT,
      quantityOrThrow('0.5'),
      quantityOrThrow('0.001'),
      undefined,
    ]);
    const rolls = { unit: 'each', packs: [{ unit: 'dozen', size: quantityOrThrow('13') }] };
    expect(packSizeOf('dozen', '', rolls)).toBe(quantityOrThrow('13'));
  });
});
