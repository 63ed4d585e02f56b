import { describe, expect, it } from '@jest/globals';
import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { de } from './de.ts';
import { en } from './en.ts';
import type { MessageId } from './message.ts';
import { AFTER, BEFORE, pseudoOf } from './pseudo.ts';
import { type Catalogue, languageAmong, speakerOf } from './speaker.ts';
import { figureIn, writingOf } from './writing.ts';

const IDS = Object.keys(en) as MessageId[];
const LANGUAGES: readonly (readonly [string, Catalogue])[] = [
  ['en', en],
  ['de', de],
  ['pseudo', pseudoOf(en)],
];

/** What a message takes: arguments with how each is used, and tags. */
function takes(elements: readonly MessageFormatElement[]): string[] {
  return elements.flatMap((element): string[] => {
    if (element.type === TYPE.literal || element.type === TYPE.pound) return [];
    if (element.type === TYPE.tag) return [`<${element.value}>`, ...takes(element.children)];
    if (element.type !== TYPE.plural && element.type !== TYPE.select) return [element.value];
    return [
      `${element.value} ${element.type === TYPE.plural ? 'counted' : 'chosen by'}`,
      ...Object.values(element.options).flatMap(({ value }) => takes(value)),
    ];
  });
}
const allTaken = (text: string): string[] => [...new Set(takes(parse(text)))].sort();

describe('the catalogue', () => {
  it.each(LANGUAGES)('says every message in %s, of the same arguments', (_, catalogue) => {
    expect(Object.keys(catalogue).sort()).toEqual([...IDS].sort());
    const others = IDS.filter((id) => allTaken(catalogue[id]).join() !== allTaken(en[id]).join());
    expect(others).toEqual([]);
  });

  it('has words for every plural and every other choice', () => {
    for (const [language, catalogue] of LANGUAGES)
      for (const id of IDS) {
        const wrong = parse(catalogue[id]).filter(
          (element) => (element.type === TYPE.plural || element.type === TYPE.select) && !('other' in element.options),
        );
        expect([language, id, wrong]).toEqual([language, id, []]);
      }
  });

  it('is typeset: no straight quotes, no double blanks, nothing empty', () => {
    for (const [, catalogue] of LANGUAGES.slice(0, 2))
      for (const id of IDS) {
        expect([id, catalogue[id]]).toEqual([id, catalogue[id].trim()]);
        expect([id, /["']| {2}(?!\/)/.test(catalogue[id].replace('it   /', '').replace('suchen   /', ''))]).toEqual([
          id,
          false,
        ]);
      }
  });
});

describe('what is said', () => {
  const german = speakerOf('de', de, writingOf('de'));
  const english = speakerOf('en', en, writingOf('en'));

  it('writes figures, days and counts as its language does', () => {
    const values = { missing: { figure: '1234.50' }, allowed: { figure: '2' } };
    expect(english.say('refusal.short_beyond_tolerance', values)).toContain('1,234.50 are missing');
    expect(german.say('refusal.short_beyond_tolerance', values)).toContain('1.234,50 fehlen');
    expect(german.say('bench.posts_on', { postOn: { day: '2026-11-27' } })).toBe('bucht am 27.11.2026');
    expect([1, 2, 12_345].map((count) => english.say('rows.deliveries', { count }))).toEqual([
      '1 delivery',
      '2 deliveries',
      '12,345 deliveries',
    ]);
  });

  it('puts words of the catalogue and lists into sentences', () => {
    const values = {
      role: { word: 'role.buyer' },
      roles: { list: [{ word: 'role.accountant' }, { word: 'role.approver' }] },
    } as const;
    expect(english.say('problem.not_for_role', values)).toBe(
      'As Buyer you may not do this; it is for: Accountant and Approver.',
    );
    expect(german.say('problem.not_for_role', values)).toContain('Buchhaltung und Freigabe');
  });

  it('gives parts to whoever shows more than text', () => {
    const parts = english.parts<{ bold: unknown }>('bench.bills_waiting', {
      count: 2,
      b: (within) => ({ bold: within }),
    });
    expect(parts).toEqual([{ bold: ['2 bills'] }, ' waiting']);
  });

  it('of a message that is not there is its name', () => {
    expect(english.say('nothing.of_this' as MessageId)).toBe('nothing.of_this');
  });

  it('in the pseudo-language is longer, and marked', () => {
    const { say } = speakerOf('en-XA', pseudoOf(en), writingOf('en'));
    const said = say('rows.deliveries', { count: 2 });
    expect([said.startsWith(BEFORE ?? ''), said.endsWith(AFTER ?? '')]).toEqual([true, true]);
    expect(said.length).toBeGreaterThan('2 deliveries'.length * 1.3);
  });
});

describe('a language', () => {
  it('is the first that somebody reads and the catalogue has', () => {
    expect(languageAmong(['fr-CH', 'de-CH', 'en-US'])).toBe('de');
    expect(languageAmong(['fr', 'it'])).toBe('en');
    expect(languageAmong([])).toBe('en');
  });

  it('never makes a figure a binary number', () => {
    expect(figureIn('de-DE', '-12345678901234567890.123456')).toBe('-12.345.678.901.234.567.890,123456');
  });
});
