import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { readScan } from './gs1.ts';

const FNC1 = '\u001d';

describe('a code on goods', () => {
  it.each([
    ['as printed below the symbol', '(01)04012345678901(17)270331(10)KD-2606'],
    ['as a scanner sends it', `]C1010401234567890117270331${'10KD-2606'}`],
    ['with separators that are not needed', `]d2${FNC1}0104012345678901${FNC1}17270331${FNC1}10KD-2606`],
    ['from a scanner that names no symbol', `01040123456789011727033110KD-2606`],
    ['with the lot before the day', `]Q301040123456789${'01'}10KD-2606${FNC1}17270331`],
  ])('is read %s', (_, text) => {
    expect(readScan(text)).toEqual({ code: '04012345678901', lot: 'KD-2606', expires: '2027-03-31' });
  });

  it('says how many, what they weigh, which one, and for which order', () => {
    expect(readScan('(02)04012345678901(37)0025(400)PO-1009')).toEqual({
      code: '04012345678901',
      count: '25',
      order: 'PO-1009',
    });
    expect(readScan('(01)04012345678901(3103)012500')).toEqual({ code: '04012345678901', weight: '12.5' });
    expect(readScan(`(01)04012345678901(21)FL-0151`)).toEqual({ code: '04012345678901', serial: 'FL-0151' });
    expect(readScan(`]C121FL-0151`)).toEqual({ code: '', serial: 'FL-0151' });
  });

  it('may end with a month', () => {
    expect(readScan('(01)04012345678901(17)280200')?.expires).toBe('2028-02-29');
    expect(readScan('(01)04012345678901(17)271300')?.expires).toBeUndefined();
  });

  it('may be a plain number, shorter ones with zeros before them', () => {
    expect(readScan(' 4012345678901 ')).toEqual({ code: '04012345678901' });
    expect(readScan('40123455')).toEqual({ code: '00000040123455' });
    expect(readScan('YM-EC')).toEqual({ code: 'YM-EC' });
    expect(readScan('  ')).toBeUndefined();
  });

  it('that is broken is taken as it stands, never half', () => {
    for (const text of [']C10104012', '(01)0401(', ']C1AB', '(99)x'])
      expect([undefined, { code: text }]).toContainEqual(readScan(text));
  });

  it('never fails, whatever a scanner sends', () => {
    const likeCodes = fc
      .array(fc.constantFrom(FNC1, ']', '(', ')', '0', '1', '2', '3', 'C', 'Q', 'd'), { maxLength: 40 })
      .map((signs) => signs.join(''));
    fc.assert(fc.property(fc.oneof(fc.string(), likeCodes), (text) => void readScan(text)));
  });
});
