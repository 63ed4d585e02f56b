import { describe, expect, it } from '@jest/globals';
import { base, fraction, ONE_TO_ONE, priceOrThrow, quantityOrThrow, rateOrThrow } from '../exact/amounts.ts';
import { companyOf } from '../state/company.ts';
import { type Books, emptyBooks } from '../state/books.ts';
import type { Item } from '../state/stock.ts';
import type { Bought, Statement } from '../state/purchasing.ts';
import { tariffRate } from '../testing/tariffRate.ts';
import { expectedCosts } from './expected.ts';

const yarn: Item = {
  id: '1',
  method: 'fifo',
  tracking: 'none',
  unit: 'kg',
  packs: [],
  weight: undefined,
  volume: undefined,
  tariffCode: '5107.10',
  origin: 'NZ',
  standards: [],
};
const books: Books = {
  ...emptyBooks(companyOf({ currency: 'USD', firstOpenDay: '2026-01-01' })),
  items: new Map([['1', yarn]]),
  tariff: [tariffRate('5107', { percent: fraction(60_000n), perUnit: priceOrThrow('0.20') })],
};
const expectedCost = (bought: Bought, line: Statement, order: Parameters<typeof expectedCosts>[2]) =>
  expectedCosts(books, [{ bought, stated: line }], order)[0];
const stated = (more: Partial<Statement> = {}): Statement => ({
  by: '9',
  quantity: quantityOrThrow('100'),
  unit: '',
  price: priceOrThrow('20'),
  per: quantityOrThrow('1'),
  discount: fraction(0n),
  due: undefined,
  estimates: [],
  dimensions: undefined,
  warehouse: undefined,
  taxCode: '',
  shipment: '',
  ...more,
});

describe('what ordered goods should cost once they are here', () => {
  it('is their price in base currency where nothing else is expected', () => {
    const expected = expectedCost({ item: '1' }, stated(), {
      currency: 'EUR',
      rate: rateOrThrow('1.1'),
      date: '2026-03-01',
    });
    // 100 × 20.00 EUR × 1.1.
    expect(expected).toMatchObject({ goods: base(220_000n), charges: [], landed: base(220_000n) });
  });

  it('has the charges for each unit, in percent, for the line and by the tariff on it', () => {
    const estimates = [
      { kind: 'freight', by: 'unit', amount: priceOrThrow('0.35') },
      { kind: 'insurance', by: 'percent', percent: fraction(5_000n) },
      { kind: 'handling', by: 'flat', amount: base(1_250n) },
      { kind: 'duty', by: 'tariff' },
    ] as const;
    const expected = expectedCost({ item: '1' }, stated({ estimates }), {
      currency: 'USD',
      rate: ONE_TO_ONE,
      date: '2026-03-01',
    });
    // 100 × 0.35; 0.5 % of 2,000.00; 12.50; 6 % of 2,000.00 and 100 × 0.20.
    expect(expected?.charges).toEqual([
      { kind: 'freight', amount: 3_500n },
      { kind: 'insurance', amount: 1_000n },
      { kind: 'handling', amount: 1_250n },
      { kind: 'duty', amount: 14_000n },
    ]);
    expect(expected?.landed).toBe(219_750n);
  });

  it('is not asked of an expense', () => {
    expect(
      expectedCost({ expense: 'cleaning' }, stated(), { currency: 'USD', rate: ONE_TO_ONE, date: '2026-03-01' }),
    ).toBeUndefined();
  });
});
