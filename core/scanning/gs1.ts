import { isDay, type Day } from '../exact/calendar.ts';
import { formatDecimal } from '../exact/decimal.ts';

/** What a code on goods says, as far as receiving asks for it. Figures as decimal text. */
export interface Scanned {
  /** The number of the goods: a GTIN of 14 digits, or whatever else was read. */
  readonly code: string;
  readonly lot?: string;
  readonly serial?: string;
  readonly expires?: Day;
  /** How many of what the code names. */
  readonly count?: string;
  /** Kilograms. */
  readonly weight?: string;
  /** The customer's order. */
  readonly order?: string;
}

/** Application identifiers of the GS1 General Specifications whose data are of a fixed length, by their first two digits. */
const FIXED: Readonly<Record<string, number>> = {
  '00': 18,
  '01': 14,
  '02': 14,
  '03': 14,
  '04': 16,
  '11': 6,
  '12': 6,
  '13': 6,
  '14': 6,
  '15': 6,
  '16': 6,
  '17': 6,
  '18': 6,
  '19': 6,
  '20': 2,
  '31': 6,
  '32': 6,
  '33': 6,
  '34': 6,
  '35': 6,
  '36': 6,
  '41': 13,
};
/** How long an identifier is, by its first two digits; two where it is not said. */
const LENGTHS: Readonly<Record<string, number>> = {
  '31': 4,
  '32': 4,
  '33': 4,
  '34': 4,
  '35': 4,
  '36': 4,
  '39': 4,
  '70': 4,
  '80': 4,
  '81': 4,
  '23': 3,
  '24': 3,
  '25': 3,
  '40': 3,
  '41': 3,
  '42': 3,
  '71': 3,
};
const SEPARATOR = '\u001d';
/** What a scanner sends first where it says what kind of symbol it read (ISO/IEC 15424). */
const SYMBOLOGY = /^\](?:C1|e0|d2|Q3|J1)/;

/**
 * Reads a code from goods: a GS1 element string with separators (FNC1) as scanners send it, the same in brackets as it is printed
 * below the symbol, or a plain number. Undefined where it is none of these.
 */
export function readScan(typed: string): Scanned | undefined {
  const text = typed.trim();
  if (text === '') return undefined;
  const elements = text.startsWith('(')
    ? bracketed(text)
    : SYMBOLOGY.test(text)
      ? elementString(text.replace(SYMBOLOGY, ''))
      : undefined;
  if (elements) return fromElements(elements);
  // A scanner that names no symbol: an element string is known by its GTIN that is followed by more.
  const bare = /^01\d{14}./.test(text) ? elementString(text) : undefined;
  return (bare && fromElements(bare)) ?? { code: asGtin(text) };
}

type Elements = ReadonlyMap<string, string>;

function bracketed(text: string): Elements | undefined {
  const parts = [...text.matchAll(/\((\d{2,4})\)([^(]*)/g)];
  return parts.map(([whole]) => whole).join('') === text
    ? new Map(parts.map(([, identifier = '', data = '']) => [identifier, data.trim()]))
    : undefined;
}

function elementString(text: string): Elements | undefined {
  const found = new Map<string, string>();
  let rest = text.startsWith(SEPARATOR) ? text.slice(1) : text;
  while (rest !== '') {
    const start = rest.slice(0, 2);
    const identifier = rest.slice(0, LENGTHS[start] ?? 2);
    if (!/^\d{2,4}$/.test(identifier)) return undefined;
    const data = rest.slice(identifier.length);
    const length = FIXED[start] ?? (data.includes(SEPARATOR) ? data.indexOf(SEPARATOR) : data.length);
    if (data.length < length || length === 0) return undefined;
    found.set(identifier, data.slice(0, length));
    rest = data.slice(length);
    if (rest.startsWith(SEPARATOR)) rest = rest.slice(1);
  }
  return found;
}

function fromElements(elements: Elements): Scanned | undefined {
  const code = elements.get('01') ?? elements.get('02');
  const weighed = [...elements].find(([identifier]) => /^310\d$/.test(identifier));
  if (code === undefined && !elements.has('10') && !elements.has('21') && !elements.has('400')) return undefined;
  const expires = dayOf(elements.get('17') ?? elements.get('15') ?? '');
  return {
    code: code === undefined ? '' : asGtin(code),
    ...given('lot', elements.get('10')),
    ...given('serial', elements.get('21')),
    ...given('expires', expires),
    ...given('count', plain(elements.get('30') ?? elements.get('37'))),
    ...given('weight', weighed && formatDecimal(BigInt(weighed[1]), Number(weighed[0][3]))),
    ...given('order', elements.get('400')),
  };
}

const given = <Name extends string>(name: Name, value: string | undefined): Partial<Record<Name, string>> =>
  value === undefined || value === '' ? {} : ({ [name]: value } as Record<Name, string>);

const plain = (digits: string | undefined): string | undefined =>
  digits !== undefined && /^\d+$/.test(digits) ? BigInt(digits).toString() : undefined;

/** YYMMDD; the day 00 is the last of its month. Years are of this century, as on anything that is received now. */
function dayOf(digits: string): Day | undefined {
  if (!/^\d{6}$/.test(digits)) return undefined;
  const [year, month, day] = [`20${digits.slice(0, 2)}`, digits.slice(2, 4), digits.slice(4)];
  if (day !== '00') return isDay(`${year}-${month}-${day}`) ? `${year}-${month}-${day}` : undefined;
  return ['31', '30', '29', '28'].map((last) => `${year}-${month}-${last}`).find(isDay);
}

/** Numbers of 8, 12 and 13 digits are GTINs with zeros before them. */
export const asGtin = (code: string): string => (/^\d{8}$|^\d{12,13}$/.test(code) ? code.padStart(14, '0') : code);
