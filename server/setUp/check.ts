import type { EntityManager } from 'typeorm';
import {
  partsOf,
  writeParts,
  type EntryFields,
  type RegisterField,
  type RegisterName,
} from '@obolus/contract/registers/register';
import { REGISTERS } from '@obolus/contract/registers/registers';
import { isDay } from '@obolus/core/exact/calendar';
import { isCurrency } from '@obolus/core/exact/currencies';
import { formatDecimal, parseDecimal } from '@obolus/core/exact/decimal';
import { baseCurrency } from './baseCurrency.ts';
import { fold, type Known } from './kept.ts';
import { notAFigure } from '../asking/wording.ts';

export interface FieldProblem {
  readonly field: string;
  readonly says: string;
}

const says = (field: string, text: string): FieldProblem => ({ field, says: text });

/** Fields in the form in which they are kept: nothing around the words, figures without zeros that say nothing. What cannot be read stays. */
export const tidy = (register: RegisterName, fields: EntryFields): EntryFields =>
  Object.fromEntries(
    REGISTERS[register].fields.flatMap((field) =>
      fields[field.name] === undefined ? [] : [[field.name, tidied(field, fields[field.name] ?? '')]],
    ),
  );

function tidied({ as, places = 0, parts = [] }: RegisterField, text: string): string {
  if (as === 'parts')
    return writeParts(
      partsOf(text).map((words) => words.map((word, at) => (parts[at] ? tidied(parts[at], word) : word))),
    );
  const parsed = as === 'figure' ? parseDecimal(text, places) : undefined;
  return parsed?.ok ? formatDecimal(parsed.scaled, places) : text.trim();
}

/** What is wrong with the fields of an entry, each at its field; `id` where the entry is there already. */
export async function checkEntry(
  manager: EntityManager,
  register: RegisterName,
  id: string | undefined,
  fields: EntryFields,
  known: Known,
): Promise<FieldProblem[]> {
  const alone = REGISTERS[register].fields.flatMap((field) => checkField(field, fields[field.name] ?? '', known));
  const together = TOGETHER[register]?.(fields) ?? [];
  const wrong = [...alone, ...together];
  return wrong.length > 0 ? wrong : ((await BESIDE[register]?.(manager, id, fields, known)) ?? []);
}

function checkField(field: RegisterField, text: string, known: Known): FieldProblem[] {
  if (text === '') return field.required ? [says(field.name, 'fill this in')] : [];
  return problemsOf(field, text, known).map((problem) => says(field.name, problem));
}

function problemsOf(
  { as, most = 400, places = 0, choices = [], of, parts = [], positive }: RegisterField,
  text: string,
  known: Known,
): string[] {
  if (as === 'parts') return partsOf(text).flatMap((written) => checkPart(parts, written, known));
  if (text.length > most) return [`at most ${most} characters`];
  switch (as) {
    case 'figure':
      return problemOfFigure(text, places, positive === true);
    case 'day':
      return isDay(text) ? [] : ['write the day as year-month-day'];
    case 'yes':
      return text === 'yes' ? [] : ['write yes, or leave this empty'];
    case 'choice':
      return choices.includes(text) ? [] : [`write ${choices.join(', ')}`];
    case 'currency':
      return isCurrency(text) ? [] : ['write a currency of ISO 4217, like USD'];
    case 'country':
      return /^[A-Z]{2}$/.test(text) ? [] : ['write the two letters of the country, like NZ'];
    case 'entry':
      return of !== undefined && known.get(of)?.has(fold(text))
        ? []
        : [`there is no ${of === undefined ? 'entry' : REGISTERS[of].one} “${text}”: set it up first or correct this`];
    case 'text':
    case 'lines':
      return [];
  }
}

function problemOfFigure(text: string, places: number, positive: boolean): string[] {
  const parsed = parseDecimal(text, places);
  if (parsed.ok && positive && parsed.scaled === 0n) return ['must be more than zero'];
  if (parsed.ok) return parsed.scaled < 0n ? ['cannot be negative'] : [];
  if (parsed.problem === 'too_many_decimals')
    return [places === 0 ? 'write a whole number' : `at most ${places} decimals`];
  return [parsed.problem === 'too_large' ? 'is too large' : notAFigure(text)];
}

function checkPart(parts: readonly RegisterField[], written: readonly string[], known: Known): string[] {
  if (written.length > parts.length)
    return [
      `“${written.join(' = ')}” says too much: write each as ${parts.map(({ label }) => label.toLowerCase()).join(' = ')}`,
    ];
  return parts.flatMap((part, at) => {
    const word = written[at] ?? '';
    if (word === '') return part.required ? [`${part.label}: fill this in`] : [];
    return problemsOf(part, word, known).map((problem) => `${part.label}: ${problem}`);
  });
}

const twice = (words: readonly string[]): string | undefined => words.find((word, at) => words.indexOf(word) !== at);

/** What fields say of each other. */
const TOGETHER: Partial<Record<RegisterName, (fields: EntryFields) => FieldProblem[]>> = {
  items({ method = '', standard = '', packs = '', codes = '', unit = '' }) {
    const units = partsOf(packs).map(([pack = '']) => pack);
    const unknown = partsOf(codes).find(([, of = '']) => of !== '' && !units.includes(of))?.[1];
    const again = twice([unit, ...units]);
    return [
      ...(method === 'standard' && standard === '' ? [says('standard', 'fill in the standard cost')] : []),
      ...(method !== 'standard' && standard !== ''
        ? [says('standard', 'only goods at standard cost have one: leave this empty')]
        : []),
      ...(again === undefined || again === ''
        ? []
        : [says('packs', `“${again}” is there twice: each pack needs a name of its own, and not the stock unit’s`)]),
      ...(partsOf(packs).some(([, size = '']) => /^0*\.?0*$/.test(size))
        ? [says('packs', 'a pack holds more than nothing')]
        : []),
      ...(unknown === undefined ? [] : [says('codes', `“${unknown}” is not among the packs`)]),
    ];
  },
  prices: ({ from = '', to = '' }) => (to !== '' && to < from ? [says('to', 'must not be before the first day')] : []),
  warehouses({ bins = '' }) {
    const again = twice(partsOf(bins).map(([code = '']) => fold(code)));
    return again === undefined ? [] : [says('bins', `“${again}” is there twice`)];
  },
  terms({ days = '', discount = '', discount_days: within = '' }) {
    if ((discount === '') !== (within === ''))
      return [says(discount === '' ? 'discount' : 'discount_days', 'a discount needs both its percent and its days')];
    return Number(days) > 999 || Number(within) > 999 ? [says('days', 'at most 999 days')] : [];
  },
  tariff: ({ from = '', to = '', percent = '', per_unit: perUnit = '' }) => [
    ...(to !== '' && to < from ? [says('to', 'must not be before the first day')] : []),
    ...(percent === '' && perUnit === ''
      ? [says('percent', 'fill in a percentage, an amount per unit, or both; 0 for none')]
      : []),
  ],
  company({ alike_within: days = '', gln = '' }) {
    return [...(Number(days) > 999 ? [says('alike_within', 'at most 999 days')] : []), ...checkGln(gln)];
  },
  vendors: ({ gln = '' }) => checkGln(gln),
  customers: ({ gln = '' }) => checkGln(gln),
};

type BesideCheck = (
  manager: EntityManager,
  id: string | undefined,
  fields: EntryFields,
  known: Known,
) => Promise<FieldProblem[]>;

/** What fields say of other entries. */
const BESIDE: Partial<Record<RegisterName, BesideCheck>> = {
  async rates(manager, _, { currency = '' }) {
    return currency === (await baseCurrency(manager))
      ? [says('currency', `${currency} is the books’ own currency: one of it is one`)]
      : [];
  },
  async company(manager, _, { charge_limits: limits = '' }) {
    const named = partsOf(limits).flatMap(([kind = '']) => (kind === 'tax' ? [] : [kind]));
    const rows = (await manager.query('SELECT code FROM charge_kind')) as { code: string }[];
    const unknown = named.find((kind) => !rows.some(({ code }) => code === kind));
    return unknown === undefined ? [] : [says('charge_limits', `there is no kind of charge “${unknown}”`)];
  },
  async items(manager, id, { codes = '' }) {
    const written = partsOf(codes).map(([code = '']) => code);
    if (written.length === 0) return [];
    const [taken] = (await manager.query('SELECT code FROM item_code WHERE code IN (?) AND item_id <> ? LIMIT 1', [
      written,
      id ?? '0',
    ])) as { code: string }[];
    return taken ? [says('codes', `the code ${taken.code} is on another item already`)] : [];
  },
  async prices(manager, _, { item = '', unit = '' }, known) {
    if (unit === '') return [];
    const rows = (await manager.query(
      'SELECT unit FROM item WHERE id = ? UNION ALL SELECT unit FROM item_pack WHERE item_id = ?',
      [known.get('items')?.get(fold(item)), known.get('items')?.get(fold(item))],
    )) as { unit: string }[];
    const units = rows.map((row) => row.unit);
    return units.includes(unit) ? [] : [says('unit', `“${unit}” is no unit of this item: write ${units.join(' or ')}`)];
  },
};

/** A global location number has 13 digits, the last of them a check digit (GS1 General Specifications, 7.9). */
function checkGln(gln: string): FieldProblem[] {
  if (gln === '') return [];
  const check = [...gln].map(Number).reduce((weighed, digit, at) => weighed + digit * (at % 2 === 0 ? 1 : 3), 0);
  return /^\d{13}$/.test(gln) && check % 10 === 0
    ? []
    : [says('gln', 'is no global location number: write its 13 digits')];
}
