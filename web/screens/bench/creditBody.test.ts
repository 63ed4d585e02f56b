import { describe, expect, it } from '@jest/globals';
import type { CreditableView } from '@obolus/contract/views/bench';
import { amountOf, type Body, toOf, usual } from './creditBody.ts';

const line = (more: Partial<CreditableView> = {}): CreditableView => ({
  line: '7/1',
  kind: 'bill',
  document: { id: '7', number: 'VB-1001', reference: 'A-1', date: '2026-11-01' },
  lastNote: null,
  vendor: { id: '1', name: 'Tarnside Fibres' },
  label: 'Merino yarn',
  item: '1',
  unit: 'kg',
  currency: 'USD',
  quantity: null,
  price: null,
  amount: '100.00',
  expected: '0.00',
  ...more,
});
const body = (credited: Body['credited']): Body => ({
  vendor: '1',
  date: '2026-11-20',
  currency: 'USD',
  reference: 'CM-1',
  tax: '',
  credited,
});

describe('what a credit memo says of a line', () => {
  it('is so many at a price of goods that went back, an amount of all else', () => {
    const back = line({ kind: 'return', quantity: '4', price: '12.5' });
    expect(usual(back)).toEqual({ price: '12.5' });
    expect(amountOf(body({ '7/1': { ...usual(back), quantity: '3' } }), back)).toBe('37.50');
    expect(amountOf(body({ '7/1': { amount: '20', to: 'cost' } }), line())).toBe('20');
    expect(amountOf(body({}), line())).toBeUndefined();
    expect(amountOf(body({ '7/1': { quantity: '3', price: 'dear' } }), back)).toBeUndefined();
  });

  it('goes against a credit that was requested where there is one, else into the goods or to variance', () => {
    const asked = line({ expected: '15.00' });
    expect([usual(asked).to, usual(line()).to]).toEqual(['expected', 'cost']);
    expect(toOf(asked).map(([to]) => to)).toEqual(['expected', 'cost', 'variance']);
    expect(toOf(line()).map(([to]) => to)).toEqual(['cost', 'variance']);
    expect(toOf(line({ kind: 'disputed', expected: '15.00' })).map(([to]) => to)).toEqual(['expected']);
  });
});
