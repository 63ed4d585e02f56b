import { describe, expect, it } from '@jest/globals';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { amountAt, countOf, RATED_BY } from './chargeRates.ts';

const line = (receipt: string, received: string, item: object, entries: string[] = []) =>
  ({ receipt: { id: receipt }, received, item, entries }) as Pick<LandedGoods, 'received' | 'entries'> as LandedGoods;
const yarn = { unit: 'kg', weight: '1', volume: '0.004' };
const loom = { unit: 'each', weight: '42.5', volume: '0.61' };

describe('a charge of so much for each of something', () => {
  it('counts the goods that it is for', () => {
    const goods = [line('1', '120', yarn), line('1', '12.5', yarn), line('2', '30', yarn)];
    expect(RATED_BY.map((by) => countOf(by, goods))).toEqual(['162.5', '162.5', '0.65', '2', '1']);
  });

  it('counts the customs entries that declare the goods, each once; what none declares yet will be of one', () => {
    const entered = [line('1', '1', yarn, ['7']), line('1', '2', loom, ['7', '9']), line('2', '1', yarn)];
    expect(countOf('entry', entered)).toBe('2');
    expect(countOf('entry', entered.slice(2))).toBe('1');
  });

  it('has to be told where goods are kept in different units, or do not say what they weigh or fill', () => {
    const mixed = [line('1', '120', yarn), line('1', '4', loom)];
    expect(RATED_BY.map((by) => countOf(by, mixed))).toEqual([undefined, '290', '2.92', '1', '1']);
    expect(countOf('weight', [...mixed, line('1', '3', { ...loom, weight: null })])).toBeUndefined();
  });

  it('comes to quantity × rate, rounded once, in the currency of the bill', () => {
    const rated = (rate: string) => ({ by: 'weight', rate, count: '' }) as const;
    expect(amountAt(rated('0.1255'), '162.5', 'USD')).toBe('20.39');
    expect(amountAt(rated('45'), '3', 'JPY')).toBe('135');
    expect([amountAt(rated(''), '3', 'USD'), amountAt(rated('2'), '', 'USD')]).toEqual([undefined, undefined]);
  });
});
