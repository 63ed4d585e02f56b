import { describe, expect, it } from '@jest/globals';
import { asOrdered, estimateInWords, isBlank, NO_EXPENSE, NO_LINE, saidBeside } from './orderLine.ts';

const ordered: Parameters<typeof asOrdered>[0] = {
  line: '5/1',
  asked: '4',
  unit: 'box',
  price: '12.50',
  discount: '',
  due: null,
  department: '',
  location: '',
  project: 'WINTER',
  estimates: [{ kind: 'freight', by: 'percent', figure: '2.5' }],
  warehouse: '',
  taxCode: 'S6',
  shipment: '',
  item: { unit: 'each' },
} as unknown as Parameters<typeof asOrdered>[0];

describe('a line of an order', () => {
  it('is blank until something is said of it; one of an expense is one from the start', () => {
    expect([isBlank(NO_LINE), isBlank(NO_EXPENSE)]).toEqual([true, true]);
    for (const said of [{ item: '1' }, { quantity: '2' }, { price: '3' }, { of: '5/1' }, { expense: 'storage' }])
      expect(isBlank({ ...NO_LINE, ...said })).toBe(false);
    // A discount or a day alone is nothing to order.
    expect(isBlank({ ...NO_LINE, discount: '2', due: '2026-12-01' })).toBe(true);
  });

  it('comes back to be changed as it is ordered, in the unit that it was ordered in', () => {
    expect(asOrdered(ordered)).toMatchObject({
      of: '5/1',
      item: '',
      quantity: '4',
      unit: 'box',
      due: '',
      project: 'WINTER',
    });
    expect(asOrdered({ ...ordered, unit: 'each' }).unit).toBe('');
  });

  it('counts what is said of it beside the rest', () => {
    expect([saidBeside(NO_LINE), saidBeside(asOrdered(ordered))]).toEqual([0, 3]);
  });

  it('says what is expected with it in words', () => {
    const words = (['percent', 'unit'] as const).map((by) =>
      estimateInWords({ kind: 'freight', by, figure: '1240.5' }),
    );
    expect(words.every((said) => said.includes('freight') && said.includes('1,240.5'))).toBe(true);
    expect(words[0]).toContain('%');
  });
});
