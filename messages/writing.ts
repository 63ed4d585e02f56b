import type { Language, Writing } from './speaker.ts';

/** As a language writes figures and days where its reader says nothing else. */
const LOCALES: Readonly<Record<Language, string>> = { en: 'en-US', de: 'de-DE' };

export function writingOf(language: Language): Writing {
  const locale = LOCALES[language];
  const day = new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeZone: 'UTC' });
  return {
    figure: (plain) => figureIn(locale, plain),
    day: (date) => day.format(new Date(`${date}T00:00:00Z`)),
    count: (count) => new Intl.NumberFormat(locale).format(count),
  };
}

/** A plain decimal with its own decimals, grouped, without ever becoming a binary number. */
export function figureIn(locale: string, plain: string): string {
  const places = (plain.split('.')[1] ?? '').length;
  const format = new Intl.NumberFormat(locale, { minimumFractionDigits: places, maximumFractionDigits: places });
  return format.format(plain as `${number}`);
}
