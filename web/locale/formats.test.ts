import { afterEach, describe, expect, it } from '@jest/globals';
import { showDay, showFigure } from './figures.ts';
import { formats, formatsOf, setFormats } from './formats.ts';
import { asTyped, doubtIn, heldOf, understood } from './typed.ts';

const as = (locale: string, more = {}) => ({
  language: '' as const,
  locale,
  dateOrder: '' as const,
  weekStart: '' as const,
  keysAlone: '' as const,
  ...more,
});
afterEach(() => setFormats(as('en-US')));

describe('how figures and days are written', () => {
  it.each([
    ['en-US', { decimal: '.', group: ',', size: 3 }, 'mdy', 0, '1,234,567.50', 'Nov 27, 2026'],
    ['en-IN', { decimal: '.', group: ',', size: 2 }, 'dmy', 0, '12,34,567.50', '27 Nov 2026'],
    ['de-DE', { decimal: ',', group: '.', size: 3 }, 'dmy', 1, '1.234.567,50', '27. Nov. 2026'],
    ['de-CH', { decimal: '.', group: '’', size: 3 }, 'dmy', 1, '1’234’567.50', '27. Nov. 2026'],
    ['fr-FR', { decimal: ',', group: ' ', size: 3 }, 'dmy', 1, '1\u202f234\u202f567,50', '27 nov. 2026'],
    ['sv-SE', { decimal: ',', group: ' ', size: 3 }, 'ymd', 1, '1\u00a0234\u00a0567,50', '27 nov. 2026'],
  ] as const)('in %s follows the locale', (locale, separators, dateOrder, weekStart, figure, day) => {
    setFormats(as(locale));
    expect(formats()).toMatchObject({ separators, dateOrder, weekStart });
    // Which apostrophe stands between groups depends on the browser.
    expect([showFigure('1234567.50').replaceAll("'", '’'), showDay('2026-11-27')]).toEqual([figure, day]);
  });

  it.each(['en-US', 'en-IN', 'de-DE', 'de-CH', 'fr-FR', 'sv-SE'])(
    'in %s what is shown is read as what it is',
    (locale) => {
      setFormats(as(locale));
      for (const figure of ['0', '1234567.50', '-12.345', '1000', '0.75'])
        expect([understood(showFigure(figure)), understood(asTyped(figure))]).toEqual([
          { is: 'figure', figure },
          { is: 'figure', figure },
        ]);
    },
  );

  it('is as somebody says, whatever their locale', () => {
    setFormats(as('en-US', { dateOrder: 'dmy', weekStart: '6' }));
    expect([showDay('2026-11-27'), formats().weekStart]).toEqual(['27 Nov 2026', 6]);
    setFormats(as('de-DE', { dateOrder: 'ymd' }));
    expect(showDay('2026-11-27')).toBe('2026-11-27');
  });

  it('is as the browser has it where a locale is not known', () => {
    expect(formatsOf(as('xx-unknown-1234567')).locale).toBeUndefined();
  });
});

describe('what a field holds', () => {
  it('is the same figure for two people of two locales, and what was typed where it is none', () => {
    setFormats(as('de-DE'));
    const held = heldOf('1.234,5', understood('1.234,5'));
    setFormats(as('en-US'));
    expect([held, showFigure(held)]).toEqual(['1234.5', '1,234.5']);
    const doubt = heldOf('1.234,5', understood('1.234,5'));
    // Nobody and nothing takes it for a figure before somebody said which.
    expect([doubt, doubtIn(doubt), doubtIn(held)]).toEqual(['?1.234,5', '1.234,5', undefined]);
    expect(heldOf('a few', understood('a few'))).toBe('?a few');
    expect(heldOf('  ', understood('  '))).toBe('');
  });
});
