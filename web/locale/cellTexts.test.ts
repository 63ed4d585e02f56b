import { afterEach, describe, expect, it } from '@jest/globals';
import { choiceWritten, dayText, dayWritten, figureText, figureWritten } from './cellTexts.ts';
import { setFormats } from './formats.ts';

const as = (locale: string) => setFormats({ language: '', locale, dateOrder: '', weekStart: '', keysAlone: '' });
afterEach(() => as('en-US'));

const LOCALES = ['en-US', 'en-IN', 'de-DE', 'de-CH', 'fr-FR', 'sv-SE'];

describe('what goes to a spreadsheet comes back as it was', () => {
  it.each(LOCALES)('figures and days in %s', (locale) => {
    as(locale);
    for (const figure of ['1234567.5', '0', '-12.345', '1000']) expect(figureWritten(figureText(figure))).toBe(figure);
    for (const day of ['2026-03-04', '2026-12-31', '2024-02-29'])
      expect(dayWritten(dayText(day), '2026-11-23')).toBe(day);
  });

  it('figures have no groups, days the marks that are usual', () => {
    as('de-DE');
    expect([figureText('1234567.50'), dayText('2026-03-04')]).toEqual(['1234567,50', '4.3.2026']);
    as('en-US');
    expect([figureText('1234567.50'), dayText('2026-03-04')]).toEqual(['1234567.50', '3/4/2026']);
    as('sv-SE');
    expect(dayText('2026-03-04')).toBe('2026-03-04');
  });

  it('nothing stays nothing, and what nobody understood stays as it was typed', () => {
    expect([figureText(null), figureText(undefined), dayText(''), dayWritten('  ', '2026-11-23')]).toEqual([
      '',
      '',
      '',
      '',
    ]);
    expect(figureText(figureWritten('about twelve'))).toBe('about twelve');
    expect(dayText(dayWritten('next week', '2026-11-23'))).toBe('next week');
  });
});

it('signs of money and of percent beside a figure are no part of it', () => {
  expect(['$1,240.50', '12.5 %', '€ 3'].map((text) => figureWritten(text))).toEqual(['1240.50', '12.5', '3']);
});

it('a choice is named by its word or its key, however it is spelt', () => {
  const options = [
    ['credit', 'Request a credit'],
    ['not-ours', 'Not ours'],
  ] as const;
  expect(choiceWritten(' request a CREDIT', options)).toBe('credit');
  expect(choiceWritten('not-ours', options)).toBe('not-ours');
  expect(choiceWritten('something else', options)).toBeUndefined();
});
