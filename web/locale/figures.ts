import { formats } from './formats.ts';

const kept = new Map<string, Intl.NumberFormat | Intl.DateTimeFormat>();

/** A format of the locale in which everything is shown, made once. */
function once<Format extends Intl.NumberFormat | Intl.DateTimeFormat>(
  name: string,
  make: (locale: string | undefined) => Format,
): Format {
  const { locale } = formats();
  const key = `${locale ?? ''} ${name}`;
  const found = (kept.get(key) as Format | undefined) ?? make(locale);
  kept.set(key, found);
  return found;
}

/** A decimal text grouped as whoever is signed in writes figures, without ever becoming a binary number; what is no decimal as it is. */
export function showFigure(text: string | null | undefined, decimals?: number): string {
  if (text === null || text === undefined || text === '') return '';
  if (!/^-?\d+(\.\d*)?$/.test(text)) return text;
  const places = decimals ?? (text.split('.')[1] ?? '').length;
  const format = once(
    `figure ${places}`,
    (locale) =>
      new Intl.NumberFormat(locale, { minimumFractionDigits: places, maximumFractionDigits: Math.max(places, 0) }),
  );
  return format.format(text as `${number}`).replace('-', '−');
}

/** A price: at least two decimals, more where there are more. */
export const showPrice = (text: string): string => showFigure(text, Math.max(2, (text.split('.')[1] ?? '').length));

const DAY = { day: 'numeric', month: 'short', year: 'numeric' } as const;

/** A day with its month in words, in the order in which whoever is signed in writes days. */
export function showDay(day: string | null | undefined): string {
  if (!day) return '';
  const at = new Date(`${day}T00:00:00Z`);
  const format = once('day', (locale) => new Intl.DateTimeFormat(locale, { ...DAY, timeZone: 'UTC' }));
  const { hasOwnOrder, dateOrder } = formats();
  if (!hasOwnOrder) return format.format(at);
  if (dateOrder === 'ymd') return day;
  const parts = new Map(format.formatToParts(at).map(({ type, value }) => [type, value]));
  const [date, month, year] = [parts.get('day'), parts.get('month'), parts.get('year')];
  return dateOrder === 'dmy' ? `${date} ${month} ${year}` : `${month} ${date}, ${year}`;
}

/** A month, year-month. */
export const showMonth = (month: string): string =>
  once(
    'month',
    (locale) => new Intl.DateTimeFormat(locale, { month: 'long', year: 'numeric', timeZone: 'UTC' }),
  ).format(new Date(`${month}-01T00:00:00Z`));

/** A moment as the server tells it, in universal time, where the user is. */
export const showInstant = (instant: string): string =>
  once('instant', (locale) => new Intl.DateTimeFormat(locale, { ...DAY, hour: '2-digit', minute: '2-digit' })).format(
    new Date(`${instant.replace(' ', 'T').replace(/(\.\d{3})\d*$/, '$1')}Z`),
  );
