import { isDay } from '@obolus/core/exact/calendar';
import { readDay } from '@obolus/core/reading/day';
import type { Understood } from '@obolus/core/reading/figure';
import { formats } from './formats.ts';
import { asTyped, doubtIn, heldOf, markedDoubt, understood } from './typed.ts';

/* What a field holds as it goes to a spreadsheet, and what comes from one, through the same readers as what is typed. */

/** A figure, without groups, so that a spreadsheet of the same locale takes it for one. */
export const figureText = (held: string | null | undefined): string =>
  held == null ? '' : (doubtIn(held) ?? asTyped(held));

/** A figure that was pasted: signs of currencies and of percent stand beside it in a spreadsheet. */
export function figureWritten(text: string, read: (typed: string) => Understood = understood): string {
  const bare = text.replace(/[\p{Sc}%]/gu, '').trim();
  return heldOf(bare, read(bare));
}

/** A day as it is typed, whole. */
export function dayText(held: string | null | undefined): string {
  if (!held) return '';
  if (!isDay(held)) return doubtIn(held) ?? held;
  const [year = '', month = '', date = ''] = held.split('-');
  const { dateOrder, locale } = formats();
  if (dateOrder === 'ymd') return held;
  if (dateOrder === 'mdy') return `${Number(month)}/${Number(date)}/${year}`;
  // With the mark that is usual there.
  const mark = /^\d+([./-])/.exec(new Intl.DateTimeFormat(locale, { timeZone: 'UTC' }).format(0))?.[1] ?? '.';
  return [Number(date), Number(month), year].join(mark);
}

export const dayWritten = (text: string, today: string): string =>
  text.trim() === '' ? '' : (readDay(text, formats().dateOrder, today) ?? markedDoubt(text));

/** The key of a choice that is named by its word, or by itself; undefined for none. */
export const choiceWritten = (
  text: string,
  options: readonly (readonly [key: string, word: string])[],
): string | undefined => {
  const spelt = (one: string) => one.trim().toLocaleLowerCase();
  return options.find(([key, word]) => spelt(word) === spelt(text) || spelt(key) === spelt(text))?.[0];
};
