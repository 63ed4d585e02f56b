import { describe, expect, it } from '@jest/globals';
import { byVendor } from './byVendor.ts';
import {
  amountOfLine,
  askedOf,
  compareFigures,
  difference,
  isNegative,
  isZero,
  portion,
  priceOfBoth,
  sumOf,
  typedQuantity,
} from './exact.ts';
import { showFigure, showPrice } from '../locale/figures.ts';

describe('figures on the screen', () => {
  it.each([
    ['1240.5', 2, '1,240.50'],
    ['-3', undefined, '−3'],
    ['12345678901234567890.12', undefined, '12,345,678,901,234,567,890.12'],
    ['0.000001', undefined, '0.000001'],
    ['', undefined, ''],
    [null, 2, ''],
  ])('%j with %s decimals is %j, without becoming a binary number', (text, decimals, shown) => {
    expect(showFigure(text, decimals)).toBe(shown);
  });

  it('prices have at least two decimals, and more where there are more', () => {
    expect([showPrice('8.1'), showPrice('1585'), showPrice('0.1234')]).toEqual(['8.10', '1,585.00', '0.1234']);
  });

  it.each([
    ['4 box', '100'],
    ['4box', '100'],
    ['1,200 B', '30000'],
    ['3 Cone', '1.5'],
    ['7 kg', '7'],
    ['7', '7'],
    ['1 240,5', '1240.5'],
    ['3*4', '12'],
    ['1,5 box', ['37.5', '375']],
    ['2 c', undefined],
    ['2 crate', '2000'],
    ['2 pallet', undefined],
    ['box', undefined],
  ])('%j of goods in packs is %j in stock', (typed, sent) => {
    const packs = [
      { unit: 'box', size: '25' },
      { unit: 'cone', size: '0.5' },
      { unit: 'crate', size: '1000' },
    ];
    const found = typedQuantity(typed, { unit: 'kg', packs });
    const read = found.is === 'figure' ? found.figure : found.is === 'doubtful' ? found.readings : undefined;
    expect(read).toEqual(sent);
  });
});

describe('reckoning on the screen', () => {
  it('makes line amounts as the core does, and none while a figure is unfinished', () => {
    expect(amountOfLine('7', '8.1', '', 'USD')).toBe('56.70');
    expect(amountOfLine('240', '23.40', '2.5', 'NZD')).toBe('5475.60');
    expect(amountOfLine('3', '2150.5', '', 'JPY')).toBe('6452');
    for (const unfinished of [
      amountOfLine('', '1', '', 'USD'),
      amountOfLine('1', '1.', 'x', 'USD'),
      amountOfLine('1', '1', '', 'XX'),
    ])
      expect(unfinished).toBeUndefined();
  });

  it('sums and compares exactly', () => {
    expect(sumOf(['0.1', '0.2', undefined, '9007199254740993.01'], 'USD')).toBe('9007199254740993.31');
    expect(difference('0.3', '0.1')).toBe('0.2');
    expect(difference('x', '1')).toBeUndefined();
    expect(['10', '9', '-1', '9.0'].sort(compareFigures)).toEqual(['-1', '9', '9.0', '10']);
  });

  it('knows nothing, less than nothing, and a part of a whole', () => {
    expect([isZero(undefined), isZero('0.00'), isZero('-0'), isZero('0.01')]).toEqual([true, true, true, false]);
    expect([isNegative('-0.01'), isNegative('1')]).toEqual([true, false]);
    expect([portion('1', '4'), portion('5', '4'), portion('-1', '4'), portion('1', '0'), portion('x', '4')]).toEqual([
      0.25, 1, 0, 0, 0,
    ]);
  });
});

describe('lines by vendor', () => {
  it('keep their order, and the order in which vendors first appear', () => {
    const line = (id: string, n: number) => ({ vendor: { id, name: `Vendor ${id}` }, n });
    const groups = [...byVendor([line('2', 1), line('1', 2), line('2', 3)]).values()];
    expect(groups.map((group) => [group.id, group.lines.map(({ n }) => n)])).toEqual([
      ['2', [1, 3]],
      ['1', [2]],
    ]);
  });
});

describe('two parts of a line', () => {
  it('make one price together, as exactly as a price can say it', () => {
    expect(priceOfBoth({ quantity: '2', price: '10' }, { quantity: '6', price: '11' })).toBe('10.75');
    expect(priceOfBoth({ quantity: '1', price: '1' }, { quantity: '2', price: '1.01' })).toBe('1.006667');
    expect(priceOfBoth({ quantity: '', price: '1' }, { quantity: '', price: '2' })).toBe('2');
  });

  it('of a paper are counted as the order counts them', () => {
    const line = {
      price: '206.25',
      per: '25',
      discount: '',
      item: { unit: 'each', packs: [{ unit: 'box', size: '25' }] },
    };
    expect(askedOf({ quantity: '2', unit: 'box', price: '210', per: '1', amount: '420.00' }, line, 'USD')).toEqual({
      quantity: '50',
      price: '210.00',
    });
    expect(askedOf({ quantity: '50', unit: '', price: '8.25', per: '1', amount: '412.50' }, line, 'USD')).toEqual({
      quantity: '50',
      price: '206.25',
    });
    expect(
      askedOf({ quantity: '2', unit: 'crate', price: '1', per: '1', amount: '2.00' }, line, 'USD'),
    ).toBeUndefined();
  });
});
