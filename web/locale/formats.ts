import type { Preferences } from '@obolus/contract/views/me';
import type { DateOrder } from '@obolus/core/reading/day';
import type { Separators } from '@obolus/core/reading/figure';

/** How whoever is signed in writes figures and days. */
export interface Formats {
  /** Undefined where it is as the browser has it. */
  readonly locale: string | undefined;
  readonly separators: Separators;
  readonly dateOrder: DateOrder;
  /** Whether they said the order of days themselves; else their locale shows days in its own way. */
  readonly hasOwnOrder: boolean;
  readonly weekStart: 0 | 1 | 6;
}

/** What follows from what somebody chose, and for the rest from their browser's locale. */
export function formatsOf({ locale, dateOrder, weekStart }: Preferences): Formats {
  const chosen = locale === '' || !isKnown(locale) ? undefined : locale;
  return {
    locale: chosen,
    separators: separatorsOf(chosen),
    dateOrder: dateOrder === '' ? orderOf(chosen) : dateOrder,
    hasOwnOrder: dateOrder !== '',
    weekStart: weekStart === '' ? weekOf(chosen) : (Number(weekStart) as Formats['weekStart']),
  };
}

function isKnown(locale: string): boolean {
  try {
    return Intl.NumberFormat.supportedLocalesOf(locale).length > 0;
  } catch {
    return false;
  }
}

/** As the locale writes a large figure. */
function separatorsOf(locale: string | undefined): Separators {
  const parts = new Intl.NumberFormat(locale, { useGrouping: true }).formatToParts(123_456_789.5);
  const group = parts.find(({ type }) => type === 'group')?.value ?? '';
  const integers = parts.filter(({ type }) => type === 'integer');
  return {
    decimal: parts.find(({ type }) => type === 'decimal')?.value === ',' ? ',' : '.',
    group: group === ',' || group === '.' ? group : /^\s$/.test(group) ? ' ' : /^['’]$/.test(group) ? '’' : '',
    size: integers.at(-2)?.value.length === 2 ? 2 : 3,
  };
}

function orderOf(locale: string | undefined): DateOrder {
  const parts = new Intl.DateTimeFormat(locale, { timeZone: 'UTC' }).formatToParts(new Date(0));
  const order = parts.flatMap(({ type }) => (type === 'day' || type === 'month' || type === 'year' ? [type[0]] : []));
  return order[0] === 'y' ? 'ymd' : order[0] === 'm' ? 'mdy' : 'dmy';
}

const SUNDAY = ['US', 'CA', 'MX', 'BR', 'JP', 'IN', 'KR', 'TW', 'HK', 'ZA', 'IL', 'AU'];

/** As the browser knows it of the locale; by the land where it does not. */
function weekOf(locale: string | undefined): Formats['weekStart'] {
  const tag = new Intl.Locale(locale ?? new Intl.NumberFormat().resolvedOptions().locale);
  const known = tag as unknown as { getWeekInfo?(): { firstDay: number }; weekInfo?: { firstDay: number } };
  const first = (known.getWeekInfo?.() ?? known.weekInfo)?.firstDay;
  if (first !== undefined) return first === 7 ? 0 : first === 6 ? 6 : 1;
  return SUNDAY.includes(tag.maximize().region ?? '') ? 0 : 1;
}

let current = formatsOf({ language: '', locale: '', dateOrder: '', weekStart: '', keysAlone: '' });

/** The formats in which everything is shown and read. */
export const formats = (): Formats => current;

/** Everything is drawn anew by whoever calls this. */
export function setFormats(preferences: Preferences): void {
  current = formatsOf(preferences);
}
