const grouped = new Map<number, Intl.NumberFormat>();

/** A decimal text grouped in the user's locale, without ever becoming a binary number. */
export function showFigure(text: string | null | undefined, decimals?: number): string {
  if (text === null || text === undefined || text === '') return '';
  const places = decimals ?? (text.split('.')[1] ?? '').length;
  let format = grouped.get(places);
  if (!format) {
    format = new Intl.NumberFormat(undefined, {
      minimumFractionDigits: places,
      maximumFractionDigits: Math.max(places, 0),
    });
    grouped.set(places, format);
  }
  return format.format(text as `${number}`).replace('-', '−');
}

/** A price: at least two decimals, more where there are more. */
export const showPrice = (text: string): string => showFigure(text, Math.max(2, (text.split('.')[1] ?? '').length));

/** A count with its word: 1 line, 2 lines. */
export const count = (n: number, word: string): string => `${n} ${n === 1 ? word : manyOf(word)}`;

/** Orders, kinds of charge, terms of payment. */
function manyOf(word: string): string {
  const [noun = '', ...rest] = word.split(' of ');
  return [noun.endsWith('s') ? noun : `${noun}s`, ...rest].join(' of ');
}

const dayFormat = new Intl.DateTimeFormat(undefined, {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});

export const showDay = (day: string | null | undefined): string =>
  day ? dayFormat.format(new Date(`${day}T00:00:00Z`)) : '';

const instantFormat = new Intl.DateTimeFormat(undefined, {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
});

const monthFormat = new Intl.DateTimeFormat(undefined, { month: 'long', year: 'numeric', timeZone: 'UTC' });

/** A month, year-month. */
export const showMonth = (month: string): string => monthFormat.format(new Date(`${month}-01T00:00:00Z`));

/** A moment as the server tells it, in universal time, where the user is. */
export const showInstant = (instant: string): string =>
  instantFormat.format(new Date(`${instant.replace(' ', 'T').replace(/(\.\d{3})\d*$/, '$1')}Z`));

/** What people type as a figure, as the contract wants it: no grouping, no blanks, a point. */
export const typedFigure = (text: string): string =>
  text
    .replace(/[\s'\u00a0\u202f]/g, '')
    .replace(/,(?=\d{3}(\D|$))/g, '')
    .replace(',', '.');
