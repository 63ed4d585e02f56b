import { afterEach, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { setFormats } from '../locale/formats.ts';
import {
  amountInStock,
  amountOfLine,
  askedOf,
  compareFigures,
  difference,
  isZero,
  portion,
  priceOfBoth,
  sumOf,
  sumOfQuantities,
  typedQuantity,
} from './exact.ts';

const as = (locale: string) => setFormats({ language: '', locale, dateOrder: '', weekStart: '', keysAlone: '' });
afterEach(() => as('en-US'));

const YARN = {
  unit: 'kg',
  packs: [
    { unit: 'cone', size: '0.5' },
    { unit: 'box', size: '12' },
    { unit: 'bale', size: '60' },
  ],
};

describe('a quantity as it is typed', () => {
  it('is a figure, or packs by their name or how it begins, in stock units', () => {
    for (const [text, figure] of [
      ['12.5', '12.5'],
      ['4 box', '48'],
      ['4 bo', '48'],
      ['3CONE', '1.5'],
      ['2.5 kg', '2.5'],
      ['1,200 cone', '600'],
    ] as const)
      expect([text, typedQuantity(text, YARN)]).toEqual([text, { is: 'figure', figure }]);
  });

  it('is none where the pack is not of these goods, or may be one of several', () => {
    for (const text of ['4 dozen', '4 b', 'box', 'four box'])
      expect([text, typedQuantity(text, YARN).is]).toEqual([text, 'nothing']);
  });

  it('may be read in two ways like every figure, and each is of packs then', () => {
    as('de-DE');
    const read = typedQuantity('1.2345 box', YARN);
    expect(read.is).not.toBe('figure');
    expect(typedQuantity('1.200,5 box', YARN)).toEqual({ is: 'figure', figure: '14406' });
  });
});

describe('the amount of a line', () => {
  it('is quantity times price for so many, less its discount, to the cent of its currency', () => {
    expect(amountOfLine('3', '0.335', '', 'USD')).toBe('1.01');
    expect(amountOfLine('250', '123.45', '10', 'USD', '100')).toBe('277.76');
    expect(amountOfLine('3', '33.5', '', 'JPY')).toBe('101');
  });

  it('is not known while a figure or the currency cannot be read', () => {
    expect([
      amountOfLine('x', '1', '', 'USD'),
      amountOfLine('1', '?1', '', 'USD'),
      amountOfLine('1', '1', 'some', 'USD'),
      amountOfLine('1', '1', '', ''),
    ]).toEqual([undefined, undefined, undefined, undefined]);
  });
});

describe('sums and differences', () => {
  it('are exact, whatever is added in whatever order', () => {
    const cents = fc.integer({ min: -1_000_000_000, max: 1_000_000_000 });
    const written = (of: number) => `${of < 0 ? '-' : ''}${Math.trunc(Math.abs(of) / 100)}.${String(Math.abs(of) % 100).padStart(2, '0')}`; // prettier-ignore
    fc.assert(
      fc.property(fc.array(cents, { maxLength: 40 }), (amounts) => {
        const texts = amounts.map(written);
        const sum = sumOf(texts, 'USD');
        expect(sumOf([...texts].reverse(), 'USD')).toBe(sum);
        expect(sum).toBe(written(amounts.reduce((total, one) => total + one, 0)).replace(/^-0\.00$/, '0.00'));
        // What is taken off again leaves nothing.
        expect(isZero(difference(sum, sum))).toBe(true);
        expect(compareFigures(sum, sum)).toBe(0);
      }),
    );
  });

  it('leave out what is no figure, and keep the decimals of the currency', () => {
    expect([sumOf(['1.5', undefined, '', '?x'], 'USD'), sumOf(['1', '2'], 'JPY'), sumOf([], 'EUR')]).toEqual([
      '1.50',
      '3',
      '0.00',
    ]);
    expect(sumOfQuantities(['0.1', '0.2', 'some'])).toBe('0.3');
    expect([difference('1', '0.9'), difference('1', 'x')]).toEqual(['0.1', undefined]);
    expect([compareFigures('2', '10'), compareFigures('-1', '-2'), compareFigures('x', '1')]).toEqual([-1, 1, 0]);
  });

  it('nothing is nothing however it is written', () => {
    expect(['', '0', '-0.00', '.0', undefined].map(isZero)).toEqual([true, true, true, true, true]);
    expect(['0.01', '-1', 'x'].map(isZero)).toEqual([false, false, false]);
  });
});

describe('prices and packs', () => {
  it('two parts of a line make one price, the amount of both over the quantity of both', () => {
    expect(priceOfBoth({ quantity: '10', price: '2' }, { quantity: '30', price: '4' })).toBe('3.50');
    expect(priceOfBoth({ quantity: '1', price: '1' }, { quantity: '2', price: '2' })).toBe('1.666667');
    expect(priceOfBoth({ quantity: '', price: '' }, { quantity: '', price: '7' })).toBe('7');
  });

  it('what a paper asks in packs is so many in stock units, at what one costs as the order counts it', () => {
    const line = { price: '24', per: '1', discount: '', item: YARN };
    const paper = { quantity: '5', unit: 'box', price: '288', per: '1', amount: '1440' };
    expect(askedOf(paper, line, 'USD')).toEqual({ quantity: '60', price: '24.00' });
    expect(askedOf({ ...paper, unit: 'pallet' }, line, 'USD')).toBeUndefined();
    expect([amountInStock('4', '0.5'), amountInStock('x', '1')]).toEqual(['2', undefined]);
  });

  it('a part of a whole is between none and all of it', () => {
    expect([portion('1', '4'), portion('5', '4'), portion('-1', '4'), portion('1', '0'), portion('x', '1')]).toEqual([
      0.25, 1, 0, 0, 0,
    ]);
  });
});
