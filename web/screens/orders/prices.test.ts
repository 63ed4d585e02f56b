import { describe, expect, it } from '@jest/globals';
import type { PriceView } from '@obolus/contract/views/setUp';
import { knownPrice, priceFrom, usualUnit } from './prices.ts';

const yarn: PriceView = {
  item: '1',
  number: 'HH-220',
  list: [
    { unit: '', least: '0', from: '0001-01-01', to: null, price: '14.20' },
    { unit: '', least: '100', from: '0001-01-01', to: null, price: '13.80' },
    { unit: '', least: '100', from: '2026-06-01', to: '2026-06-30', price: '13.00' },
  ],
  last: { order: 'PO-1009', unit: 'cone', price: '7.20' },
};
const asked = (quantity: string, unit = '', date = '2026-03-02') => knownPrice(yarn, { unit, quantity, date });

describe('the price of a line', () => {
  it('is the one listed for its quantity on its day, and says so', () => {
    expect(asked('99')).toEqual({ price: '14.20', source: 'price list' });
    expect(asked('100')).toEqual({ price: '13.80', source: 'price list, from 100' });
    const dated = asked('100', '', '2026-06-15');
    expect(dated?.price).toBe('13.00');
    expect(dated?.source).toMatch(/^price list, from 100, until .*30/);
  });

  it('before a quantity is typed is the one for the first', () => {
    expect(asked('')?.price).toBe('14.20');
  });

  it('without a listed one is that of the last order in the same unit', () => {
    expect(asked('10', 'cone')).toEqual({ price: '7.20', source: 'last order, PO-1009' });
    expect(asked('10', 'box')).toBeUndefined();
    expect(knownPrice(undefined, { unit: '', quantity: '1', date: '2026-03-02' })).toBeUndefined();
  });

  it('says where it comes from, also where it is not the known one', () => {
    expect(priceFrom('14.20', asked('1'), undefined)).toBe('price list');
    expect(priceFrom('14.00', asked('1'), undefined)).toBe('not the price list: 14.20');
    expect(priceFrom('9', undefined, undefined)).toBe('typed');
    expect(priceFrom('', undefined, undefined)).toBe('');
  });
});

it('an item is bought in the unit of its last order, else of its list', () => {
  expect(usualUnit(yarn)).toBe('cone');
  expect(usualUnit({ ...yarn, last: null })).toBe('');
  expect(usualUnit(undefined)).toBe('');
});
