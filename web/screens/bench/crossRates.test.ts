import { describe, expect, it } from '@jest/globals';
import { agreedToSend, otherCurrencies, priceIn, rateOf, usuallyMeant } from './crossRates.ts';

const ofDay = [
  { currency: 'EUR', rate: '0.9090909091' },
  { currency: 'GBP', rate: '0.787402' },
];

describe('the rate between a paper and what was ordered in another currency', () => {
  it('is the agreed one where one can be read, else the day’s', () => {
    expect(rateOf('EUR', [{ currency: 'EUR', rate: '0.92' }], ofDay)).toBe('0.92');
    expect(rateOf('GBP', [{ currency: 'EUR', rate: '0.92' }], ofDay)).toBe('0.787402');
    for (const rate of ['', '0', 'about one', '-1']) {
      expect(rateOf('EUR', [{ currency: 'EUR', rate }], ofDay)).toBe('0.9090909091');
    }
    expect(rateOf('CHF', [], ofDay)).toBeUndefined();
  });

  it('puts prices into the paper’s currency, and leaves them where there is none', () => {
    expect(priceIn('10.00', '0.9090909091')).toBe('11.00');
    expect(priceIn('18.50', '0.92')).toBe('20.108696');
    expect(priceIn('10.00', undefined)).toBe('10.00');
    expect(priceIn('', '0.92')).toBe('');
  });
});

it('what a paper is usually for was ordered in its own currency, and in others where nothing else is open', () => {
  const lines = ['USD', 'EUR', 'USD'].map((currency) => ({ currency }));
  expect(usuallyMeant(lines, 'USD')).toHaveLength(2);
  expect(usuallyMeant(lines, 'GBP')).toEqual(lines);
});

describe('what a paper states of rates', () => {
  const lines = [
    { line: '1/1', currency: 'EUR' },
    { line: '2/1', currency: 'USD' },
    { line: '3/1', currency: 'GBP' },
  ];
  const billed = { '1/1': { quantity: '5' }, '2/1': { quantity: '3' }, '3/1': { quantity: '' } };

  it('is of the currencies in which something that it is for was ordered', () => {
    const cited = otherCurrencies('USD', lines, billed);
    expect([...cited]).toEqual(['EUR']);
    const agreed = [
      { currency: 'EUR', rate: '0.92' },
      { currency: 'GBP', rate: '0.8' },
    ];
    expect(agreedToSend(agreed, cited)).toEqual({ agreedRates: [{ currency: 'EUR', rate: '0.92' }] });
  });

  it('is nothing while no rate is typed', () => {
    expect(agreedToSend([{ currency: 'EUR', rate: '' }], new Set(['EUR']))).toEqual({});
    expect(agreedToSend(undefined, new Set(['EUR']))).toEqual({});
  });
});
