import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { readFigure, type Separators } from './figure.ts';

const HERE: Readonly<Record<string, Separators>> = {
  'en-US': { decimal: '.', group: ',', size: 3 },
  'en-IN': { decimal: '.', group: ',', size: 2 },
  'de-DE': { decimal: ',', group: '.', size: 3 },
  'de-CH': { decimal: '.', group: '’', size: 3 },
  'fr-FR': { decimal: ',', group: ' ', size: 3 },
  'sv-SE': { decimal: ',', group: ' ', size: 3 },
};
const of = (locale: string): Separators => HERE[locale] as Separators;
const read = (locale: string, text: string) => {
  const understood = readFigure(text, of(locale));
  return understood.is === 'figure' ? understood.figure : understood.is === 'doubtful' ? understood.readings : null;
};

describe('a figure as it is typed', () => {
  it.each([
    ['en-US', '1,234.5', '1234.5'],
    ['en-US', '1234.5', '1234.5'],
    ['en-US', '1,234', '1234'],
    ['en-IN', '12,34,567.25', '1234567.25'],
    ['de-DE', '1.234,5', '1234.5'],
    ['de-DE', '1.234', '1234'],
    ['de-DE', '0,75', '0.75'],
    ['de-CH', '1’234.5', '1234.5'],
    ['de-CH', "1'234.5", '1234.5'],
    ['fr-FR', '1 234,5', '1234.5'],
    ['fr-FR', '1\u202f234,5', '1234.5'],
    ['sv-SE', '1\u00a0234,5', '1234.5'],
    ['sv-SE', '−12,50', '-12.50'],
    ['en-US', '(1,240.00)', '-1240.00'],
    ['en-US', '.5', '0.5'],
    ['en-US', '5.', '5'],
    ['de-DE', ',5', '0.5'],
    ['en-US', '007', '7'],
    ['en-US', '+3', '3'],
    ['en-US', '', ''],
    ['en-IN', '1,23,456', '123456'],
  ])('%s: %s, well formed there, is %s', (locale, text, figure) => {
    expect(read(locale, text)).toBe(figure);
  });

  it.each([
    ['en-US', '1.234,5', ['1234.5', '1.2345']],
    ['en-US', '1,5', ['1.5', '15']],
    ['en-US', '12,50', ['12.50', '1250']],
    ['de-DE', '1,234.5', ['1234.5', '1.2345']],
    ['de-DE', '1.5', ['1.5', '15']],
    ['fr-FR', '1.234', ['1.234', '1234']],
    ['de-CH', '1,234', ['1234', '1.234']],
  ])('%s: %s may be %j: whoever typed it is asked', (locale, text, readings) => {
    expect(read(locale, text)).toEqual(readings);
  });

  it.each([
    ['en-US', '1 234,5', '1234.5'],
    ['en-US', "1'234.5", '1234.5'],
    ['en-US', '1.234.567', '1234567'],
    ['en-IN', '1,234,567', '1234567'],
    ['de-CH', '1.234,5', '1234.5'],
    ['sv-SE', '12.5', '12.5'],
    ['en-US', '0,00', '0'],
  ])('%s: %s can be nothing but %s', (locale, text, figure) => {
    expect(read(locale, text)).toBe(figure);
  });

  it.each([
    ['en-US', '12*4.5', '54'],
    ['en-US', '1200/1.2', '1000'],
    ['de-DE', '1.200/1,2', '1000'],
    ['fr-FR', '12 × 4,5', '54'],
    ['en-US', '2+3*4', '14'],
    ['en-US', '(2+3)*4-1', '19'],
    ['en-US', '10-2-3', '5'],
    ['en-US', '3*-2', '-6'],
    ['en-US', '100/7', '14.285714'],
    ['en-US', '-10/4', '-2.5'],
    ['en-US', '10/-4', '-2.5'],
  ])('%s: %s is the sum %s', (locale, text, figure) => {
    expect(read(locale, text)).toBe(figure);
  });

  it('rounds a sum to the places that its field has', () => {
    expect(readFigure('100/7', of('en-US'), 2)).toEqual({ is: 'figure', figure: '14.29' });
  });

  it.each(['much', '1/0', '2*', '(2', '1..2', '4 box', '12*1,5', '5%', '-', '.', '1'.repeat(101)])(
    'does not understand %s',
    (text) => {
      expect(read('en-US', text)).toBeNull();
    },
  );

  it('is never another figure than the one that was shown, wherever that is', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(HERE)),
        fc.bigInt({ min: -(10n ** 15n), max: 10n ** 15n }),
        fc.integer({ min: 0, max: 6 }),
        (locale, whole, places) => {
          const figure = `${whole}${places === 0 ? '' : `.${'7'.repeat(places)}`}`;
          const shown = new Intl.NumberFormat(locale, {
            minimumFractionDigits: places,
            maximumFractionDigits: places,
          }).format(figure as `${number}`);
          expect(read(locale, shown)).toBe(figure.replace(/^-0(?!\.)/, '0'));
        },
      ),
    );
  });

  it('is never taken silently where two places write it for different figures', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(HERE)),
        fc.stringMatching(/^[1-9]\d?[.,]\d{0,3}[1-9]$/),
        (locale, text) => {
          const found = read(locale, text);
          const { decimal, group } = of(locale);
          const [, mark = '', after = ''] = /([.,])(\d+)$/.exec(text) ?? [];
          if (mark === decimal) expect(found).toBe(text.replace(',', '.'));
          else if (mark === group && after.length === 3) expect(found).toBe(text.replace(mark, ''));
          else if (mark === group || after.length === 3) expect(found).toHaveLength(2);
        },
      ),
    );
  });
});
