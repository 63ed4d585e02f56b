import { addDays, isDay } from '../exact/calendar.ts';
import type { Day } from '../exact/calendar.ts';

/** In which order day, month and year are written. */
export type DateOrder = 'dmy' | 'mdy' | 'ymd';

/**
 * Reads a day as it is typed: `t` for today, `+7` and `-3` in days from today, a day of this month, day and month in their order (the
 * year is the one that comes nearest), a whole date with any of `. / -` or blanks between its parts, or none (`20261114`).
 *
 * @returns undefined where it is no day
 */
export function readDay(text: string, order: DateOrder, today: Day): Day | undefined {
  const typed = text.trim().toLowerCase();
  if (/^(t|today)$/.test(typed)) return today;
  const [, sign, days] = /^([+-])\s*(\d{1,4})$/.exec(typed) ?? [];
  if (days !== undefined) return addDays(today, Number(days) * (sign === '-' ? -1 : 1));
  const whole = /^(\d{4})(\d{2})(\d{2})$/.exec(typed);
  if (whole) return dayOf(whole.slice(1));
  const parts = typed.replace(/\.$/, '').split(/[./\-\s]+/);
  if (!parts.every((part) => /^\d{1,4}$/.test(part))) return undefined;
  const [first = '', second = '', third = ''] = parts;
  if (parts.length === 1) return dayOf([...today.split('-').slice(0, 2), first]);
  // A year is told by its four digits, wherever the order puts it.
  if (parts.length === 3 && first.length === 4) return dayOf(parts);
  if (parts.length === 3)
    return order === 'mdy' ? dayOf([third, first, second]) : dayOf(order === 'dmy' ? [third, second, first] : parts);
  if (parts.length !== 2) return undefined;
  return nearest(order === 'dmy' ? [second, first] : [first, second], today);
}

/** A day from its year, month and day; a year of two digits is of this century. */
function dayOf([year = '', month = '', day = '']: readonly string[]): Day | undefined {
  if (year.length === 3 || year.length === 1 || month.length > 2 || day.length > 2) return undefined;
  const written = `${year.length === 2 ? `20${year}` : year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  return isDay(written) ? written : undefined;
}

function nearest(monthAndDay: readonly string[], today: Day): Day | undefined {
  const year = Number(today.slice(0, 4));
  const distance = (day: Day) => Math.abs(Date.parse(day) - Date.parse(today));
  return [year - 1, year, year + 1]
    .flatMap((each) => dayOf([String(each), ...monthAndDay]) ?? [])
    .sort((a, b) => distance(a) - distance(b))[0];
}
