import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  documentAmountOrThrow,
  formatPrice,
  formatQuantity,
  fraction,
  lineAmount,
  NO_DISCOUNT,
  price,
  priceOrThrow,
  quantity,
  quantityOrThrow,
} from '../exact/amounts.ts';
import { askedOfLine, type Asked } from './asOrdered.ts';

const asked = (units: string, each: string, comesTo: string, more: Partial<Asked> = {}): Asked => ({
  quantity: quantityOrThrow(units),
  unit: '',
  price: priceOrThrow(each),
  per: quantityOrThrow('1'),
  amount: documentAmountOrThrow(comesTo, 'USD'),
  ...more,
});
const line = (each: string, per = '1', discount = NO_DISCOUNT) => ({
  price: priceOrThrow(each),
  per: quantityOrThrow(per),
  discount,
  unit: 'kg',
  packs: [
    { unit: 'cone', size: quantityOrThrow('0.5') },
    { unit: 'box', size: quantityOrThrow('25') },
  ],
});
const said = (found: ReturnType<typeof askedOfLine>) =>
  found && [formatQuantity(found.quantity), formatPrice(found.price)];

describe('what a paper asks, as the order counts it', () => {
  it('is the order’s own price where that makes the amount, whatever the paper rounds', () => {
    expect(said(askedOfLine(asked('3', '3.33', '10.00'), line('3.333333'), 'USD'))).toEqual(['3', '3.333333']);
  });

  it('turns packs into stock units and back into the order’s pack, before its discount', () => {
    expect(said(askedOfLine(asked('6', '4.10', '24.60', { unit: 'Cone' }), line('8.00'), 'USD'))).toEqual([
      '3',
      '8.20',
    ]);
    expect(
      said(askedOfLine(asked('2', '190', '380.00', { unit: 'box' }), line('200', '25', fraction(50_000n)), 'USD')),
    ).toEqual(['50', '200.00']);
    expect(
      said(askedOfLine(asked('2', '180.5', '361.00', { unit: 'box' }), line('200', '25', fraction(50_000n)), 'USD')),
    ).toEqual(['50', '190.00']);
  });

  it('is nothing in a unit that the goods do not have, and the order’s price where the discount takes all', () => {
    expect(askedOfLine(asked('1', '1', '1.00', { unit: 'pallet' }), line('1'), 'USD')).toBeUndefined();
    expect(said(askedOfLine(asked('1', '5', '5.00'), line('7', '1', fraction(1_000_000n)), 'USD'))).toEqual([
      '1',
      '7.00',
    ]);
  });

  it('comes to what the paper says wherever the price can say it', () => {
    const figure = fc.bigInt({ min: 1n, max: 9_999n });
    fc.assert(
      fc.property(figure, figure, figure, (units, cents, ordered) => {
        const of = { ...line('1'), price: price(ordered * 10_000n) };
        const comesTo = lineAmount(quantity(units * 1_000_000n), { ...of, price: price(cents * 10_000n) }, 'USD');
        const paper = {
          ...asked('1', '1', '1.00'),
          quantity: quantity(units * 1_000_000n),
          price: price(cents * 10_000n),
          amount: comesTo,
        };
        const found = askedOfLine(paper, of, 'USD');
        expect(found && lineAmount(found.quantity, { ...of, price: found.price }, 'USD')).toBe(comesTo);
      }),
    );
  });
});
