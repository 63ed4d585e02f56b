import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { fraction, lineAmount, ONE_UNIT, price, priceOrThrow, quantity, quantityOrThrow } from '../exact/amounts.ts';
import { inWords, item } from '../testing/make.ts';
import { checkUnit, inStockUnits } from './packs.ts';
import { listPrice } from './priceList.ts';

const shuttle = item('SHUTTLE', 'standard', { packs: [{ unit: 'box', size: quantityOrThrow('25') }] });
const yarn = item('YARN', 'fifo', { unit: 'kg', packs: [{ unit: 'cone', size: quantityOrThrow('0.5') }] });
const said = (of: string, unit?: string) => ({ quantity: quantityOrThrow(of), unit });

describe('what is bought in packs', () => {
  it('is so many stock units, priced by the pack', () => {
    expect(inStockUnits(shuttle, said('4', 'box'))).toEqual({
      quantity: quantityOrThrow('100'),
      unit: 'box',
      per: quantityOrThrow('25'),
    });
    expect(inStockUnits(yarn, said('3', 'cone'))).toEqual({
      quantity: quantityOrThrow('1.5'),
      unit: 'cone',
      per: quantityOrThrow('0.5'),
    });
  });

  it('in its stock unit, named or not, is what is said', () => {
    for (const unit of [undefined, '', 'kg'])
      expect(inStockUnits(yarn, said('1.25', unit))).toEqual({
        quantity: quantityOrThrow('1.25'),
        unit: '',
        per: ONE_UNIT,
      });
    expect(checkUnit(yarn, said('1.25', 'kg'), '/lines/0')).toEqual([]);
  });

  it('comes in whole packs', () => {
    expect(checkUnit(shuttle, said('4'), '/lines/0')).toEqual([]);
    expect(checkUnit(shuttle, said('4.5', 'box'), '/lines/0').map(inWords)).toEqual([
      'pack_not_whole /lines/0/quantity unit=box stockUnit=each',
    ]);
  });

  it('is refused where it is more than can be kept', () => {
    expect(checkUnit(shuttle, said('9000000000000', 'box'), '/lines/0').map(inWords)).toEqual([
      'too_large /lines/0/quantity',
    ]);
  });

  it('is refused in a unit that nobody has set up, and an expense in any', () => {
    expect(checkUnit(shuttle, said('4', 'crate'), '/lines/2').map(inWords)).toEqual([
      'unit_unknown /lines/2/unit unit=crate units=each, box',
    ]);
    expect(checkUnit(undefined, said('4', 'box'), '/lines/2').map(inWords)).toEqual([
      'unit_unknown /lines/2/unit unit=box units=',
    ]);
  });

  it('a box of three at 10.00 is 10.00, though a third has no price', () => {
    const pricing = { price: priceOrThrow('10'), per: quantityOrThrow('3'), discount: fraction(0n) };
    expect(lineAmount(quantityOrThrow('3'), pricing, 'USD')).toBe(1000n);
    expect(lineAmount(quantityOrThrow('1'), pricing, 'USD')).toBe(333n);
  });

  it('costs as much as so many packs cost', () => {
    fc.assert(
      fc.property(
        fc.bigInt(1n, 10_000n),
        fc.bigInt(1n, 999_999_999n),
        fc.bigInt(0n, 10n ** 12n),
        (packs, size, asked) => {
          const goods = item('G', 'fifo', { packs: [{ unit: 'box', size: quantity(size) }] });
          const { quantity: ordered, per } = inStockUnits(goods, { quantity: quantity(packs * ONE_UNIT), unit: 'box' });
          const [byPack, byUnit] = [
            { price: price(asked), per, discount: fraction(0n) },
            { price: price(asked), per: ONE_UNIT, discount: fraction(0n) },
          ];
          expect(lineAmount(ordered, byPack, 'USD')).toBe(lineAmount(quantity(packs * ONE_UNIT), byUnit, 'USD'));
        },
      ),
    );
  });
});

describe('a price list', () => {
  const entry = (unit: string, least: string, from: string, to: string | undefined, asked: string) => ({
    unit,
    least: quantityOrThrow(least),
    from,
    to,
    price: priceOrThrow(asked),
  });
  const list = [
    entry('', '0', '2026-01-01', undefined, '14.20'),
    entry('', '100', '2026-01-01', undefined, '13.80'),
    entry('', '0', '2026-06-01', '2026-06-30', '12.00'),
    entry('cone', '0', '2026-01-01', undefined, '7.25'),
  ];
  const asked = (quantityOf: string, date: string, unit = '') =>
    listPrice(list, unit, quantityOrThrow(quantityOf), date)?.price;

  it('gives the price of the largest quantity that is reached', () => {
    expect(asked('99.999999', '2026-03-01')).toBe(priceOrThrow('14.20'));
    expect(asked('100', '2026-03-01')).toBe(priceOrThrow('13.80'));
  });

  it('of several for that quantity, the one that began last and still holds', () => {
    expect(asked('1', '2026-06-30')).toBe(priceOrThrow('12.00'));
    expect(asked('1', '2026-07-01')).toBe(priceOrThrow('14.20'));
    expect(asked('150', '2026-06-15')).toBe(priceOrThrow('13.80'));
  });

  it('knows a unit apart from another, and no price before the first day', () => {
    expect(asked('1', '2026-03-01', 'cone')).toBe(priceOrThrow('7.25'));
    expect(asked('1', '2026-03-01', 'box')).toBeUndefined();
    expect(asked('1', '2025-12-31')).toBeUndefined();
  });
});
