import { describe, expect, it } from '@jest/globals';
import { quantityOrThrow } from '../exact/amounts.ts';
import { matchDespatch, type AdvisedLine, type AwaitedLine } from './despatch.ts';

const shuttles = (order: string, line: string, open: string, due: string): AwaitedLine => ({
  line: `${order}/${line}`,
  order: `PO-${order}`,
  orderLine: line,
  unit: 'each',
  open: quantityOrThrow(open),
  due,
  names: [
    { name: 'BS-25', pack: '' },
    { name: 'DSW 25', pack: '' },
    { name: '02000000000800', pack: '' },
    { name: '12000000000807', pack: 'box' },
  ],
  packs: [{ unit: 'box', size: quantityOrThrow('25') }],
});
const yarn: AwaitedLine = {
  line: '1002/2',
  order: 'PO-1002',
  orderLine: '2',
  unit: 'kg',
  open: quantityOrThrow('60'),
  due: undefined,
  packs: [],
  names: [{ name: 'YM-EC', pack: '' }],
};
const AWAITED = [shuttles('1002', '1', '500', '2026-12-10'), shuttles('1001', '1', '100', '2026-11-30'), yarn];
const says = (more: Partial<AdvisedLine>): AdvisedLine => ({
  order: '',
  orderLine: '',
  names: ['BS-25'],
  unit: '',
  ...more,
  quantity: more.quantity ?? quantityOrThrow('10'),
});
const found = (...lines: Partial<AdvisedLine>[]) =>
  matchDespatch(lines.map(says), AWAITED).map((entry) =>
    entry.ok ? [entry.line, entry.quantity / 1_000_000n] : entry.why,
  );

describe('an announced delivery', () => {
  it('is for the order that it names, by our number, the vendor’s or a code on the goods', () => {
    expect(
      found(
        { order: 'PO-1002' },
        { order: 'po-1002', names: ['dsw 25'] },
        { order: 'PO-1002/2', names: ['2000000000800'] },
      ),
    ).toEqual([
      ['1002/1', 10n],
      ['1002/1', 10n],
      ['1002/1', 10n],
    ]);
  });

  it('without an order is for what is due first, and goes on to the next once that is full', () => {
    const hundred = quantityOrThrow('100');
    expect(found({ quantity: hundred }, { quantity: hundred }, { names: ['YM-EC'] })).toEqual([
      ['1001/1', 100n],
      ['1002/1', 100n],
      ['1002/2', 10n],
    ]);
  });

  it('is in stock units, also where it is told in packs or by the code of a pack', () => {
    expect(found({ unit: 'box' }, { names: ['12000000000807'] }, { unit: 'each', names: ['12000000000807'] })).toEqual([
      ['1001/1', 250n],
      ['1002/1', 250n],
      ['1002/1', 10n],
    ]);
    expect(found({ unit: 'box', quantity: quantityOrThrow('1.5') }, { unit: 'crate' })).toEqual([
      'pack_not_whole',
      'unit_unknown',
    ]);
  });

  it('takes the order’s line where that is said and fits, and says what it does not know', () => {
    expect(found({ order: 'PO-1002', orderLine: '2', names: ['YM-EC'] }, { order: 'PO-1002', orderLine: '9' })).toEqual(
      [
        ['1002/2', 10n],
        ['1002/1', 10n],
      ],
    );
    expect(found({ order: 'PO-7' }, { names: ['YM-XX'] }, { names: [''] })).toEqual([
      'order_unknown',
      'goods_unknown',
      'goods_unknown',
    ]);
  });

  it('that is more than what is open stays with the last line that waits for it', () => {
    expect(found({ order: 'PO-1001', quantity: quantityOrThrow('120') }, { order: 'PO-1001' })).toEqual([
      ['1001/1', 120n],
      ['1001/1', 10n],
    ]);
  });
});
