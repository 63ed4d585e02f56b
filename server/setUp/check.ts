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
import { powerOfTen } from '@obolus/core/exact/rounding';
import { isCurrency } from '@obolus/core/exact/currencies';
import { formatDecimal, parseDecimal } from '@obolus/core/exact/decimal';
import { problemOfAccount, problemOfBankCode } from '../transfers/accountNumbers.ts';
import { baseCurrency } from './baseCurrency.ts';
import { PERCENT_PLACES } from './columns.ts';
import { fold } from './fold.ts';
import type { Known } from './kept.ts';
import { crossing } from './periods.ts';
import { notAFigure } from '../asking/wording.ts';
import { type Message, message, type MessageId, type Values } from '@obolus/messages/message';

export interface FieldProblem {
  readonly field: string;
  readonly says: readonly Message[];
}

/** Percent as they are kept; nothing where they cannot be read. */
function percentIn(text: string): bigint {
  const read = parseDecimal(text, PERCENT_PLACES);
  return read.ok ? read.scaled : 0n;
}

const WHOLE = 100n * powerOfTen(PERCENT_PLACES);

const says = (field: string, id: MessageId, values?: Values): FieldProblem => ({ field, says: [message(id, values)] });

/** What holds from one day to another does not end before it begins. */
const checkPeriod = ({ from = '', to = '' }: EntryFields): FieldProblem[] =>
  to !== '' && to < from ? [says('to', 'check.before_first')] : [];

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
  if (text === '') return field.required ? [says(field.name, 'check.fill_in')] : [];
  return problemsOf(field, text, known).map((problem) => ({ field: field.name, says: problem }));
}

function problemsOf(
  { as, most = 400, places = 0, choices = {}, of, parts = [], positive }: RegisterField,
  text: string,
  known: Known,
): Message[][] {
  if (as === 'parts') return partsOf(text).flatMap((written) => checkPart(parts, written, known));
  if (text.length > most) return wrong('check.most_characters', { most });
  switch (as) {
    case 'figure':
      return problemOfFigure(text, places, positive === true);
    case 'day':
      return isDay(text) ? [] : wrong('check.day');
    case 'yes':
      return text === 'yes' ? [] : wrong('check.yes');
    case 'choice':
      return Object.hasOwn(choices, text) ? [] : wrong('check.choice', { choices: Object.keys(choices).join(', ') });
    case 'currency':
      return isCurrency(text) ? [] : wrong('check.currency');
    case 'country':
      return /^[A-Z]{2}$/.test(text) ? [] : wrong('check.country');
    case 'entry':
      return of !== undefined && known.ids.get(of)?.has(fold(text))
        ? []
        : wrong('check.no_entry', { text, what: of === undefined ? '' : { word: REGISTERS[of].one } });
    case 'text':
    case 'lines':
      return [];
  }
}

const wrong = (id: MessageId, values?: Values): Message[][] => [[message(id, values)]];

function problemOfFigure(text: string, places: number, positive: boolean): Message[][] {
  const parsed = parseDecimal(text, places);
  if (parsed.ok && positive && parsed.scaled === 0n) return wrong('check.positive');
  if (parsed.ok) return parsed.scaled < 0n ? wrong('check.negative') : [];
  if (parsed.problem === 'too_many_decimals')
    return places === 0 ? wrong('check.whole') : wrong('check.most_decimals', { places });
  return parsed.problem === 'too_large' ? wrong('check.too_large') : [[notAFigure(text)]];
}

function checkPart(parts: readonly RegisterField[], written: readonly string[], known: Known): Message[][] {
  if (written.length > parts.length)
    return wrong('check.parts', {
      text: written.join(' = '),
      parts: { list: parts.map(({ label }) => ({ word: label })) },
    });
  return parts.flatMap((part, at) => {
    const word = written[at] ?? '';
    const which = message('check.of_part', { part: { word: part.label } });
    if (word === '') return part.required ? [[which, message('check.fill_in')]] : [];
    return problemsOf(part, word, known).map((problem) => [which, ...problem]);
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
      ...(method === 'standard' && standard === '' ? [says('standard', 'check.standard_missing')] : []),
      ...(method !== 'standard' && standard !== '' ? [says('standard', 'check.standard_not_here')] : []),
      ...(again === undefined || again === '' ? [] : [says('packs', 'check.pack_twice', { pack: again })]),
      ...(partsOf(packs).some(([, size = '']) => /^0*\.?0*$/.test(size)) ? [says('packs', 'check.pack_empty')] : []),
      ...(unknown === undefined ? [] : [says('codes', 'check.not_a_pack', { pack: unknown })]),
    ];
  },
  prices: checkPeriod,
  contracts: checkPeriod,
  warehouses({ bins = '' }) {
    const again = twice(partsOf(bins).map(([code = '']) => fold(code)));
    return again === undefined ? [] : [says('bins', 'check.twice', { text: again })];
  },
  terms({ days = '', discount = '', discount_days: within = '', earlier = '' }) {
    if ((discount === '') !== (within === ''))
      return [says(discount === '' ? 'discount' : 'discount_days', 'check.discount_both')];
    const parts = partsOf(earlier).map(([percent = '', on = '']) => ({ part: percentIn(percent), on: Number(on) }));
    if (parts.length > 0 && discount !== '') return [says('earlier', 'check.discount_or_parts')];
    if (parts.some(({ part }) => part <= 0n) || parts.reduce((sum, { part }) => sum + part, 0n) >= WHOLE)
      return [says('earlier', 'check.parts_whole')];
    if (parts.some(({ on }, at) => on >= (parts[at + 1]?.on ?? Number(days))))
      return [says('earlier', 'check.parts_order')];
    return Number(days) > 999 || Number(within) > 999 ? [says('days', 'check.most_days')] : [];
  },
  'estimate-rules': ({ by = '', figure = '', basis = '', item = '', group = '', ...period }) => [
    ...checkPeriod(period),
    ...((by === 'tariff') === (figure === '')
      ? []
      : [says('figure', by === 'tariff' ? 'check.by_tariff' : 'check.fill_in')]),
    ...((by === 'flat') === (basis !== '') ? [] : [says('basis', by === 'flat' ? 'check.fill_in' : 'check.only_flat')]),
    ...(item !== '' && group !== '' ? [says('group', 'check.item_or_group')] : []),
  ],
  tariff: ({ percent = '', per_unit: perUnit = '', ...period }) => [
    ...checkPeriod(period),
    ...(percent === '' && perUnit === '' ? [says('percent', 'check.tariff_empty')] : []),
  ],
  company({ alike_within: days = '', gln = '' }) {
    return [...(Number(days) > 999 ? [says('alike_within', 'check.most_days')] : []), ...checkGln(gln)];
  },
  vendors: ({ gln = '', bank_account: account = '', bank_code: bank = '', payee = '' }) => [
    ...(payee !== '' && account === '' ? [says('bank_account', 'check.payee_account')] : []),
    ...checkGln(gln),
    ...checkAccount('bank_account', account),
    ...checkBank(bank),
  ],
  'bank-accounts': ({ account = '', bank_code: bank = '' }) => [
    ...checkAccount('account', account),
    ...checkBank(bank),
  ],
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
    return currency === (await baseCurrency(manager)) ? [says('currency', 'check.own_currency', { currency })] : [];
  },
  async company(manager, _, { charge_limits: limits = '' }) {
    const named = partsOf(limits).flatMap(([kind = '']) => (kind === 'tax' ? [] : [kind]));
    const rows = (await manager.query('SELECT code FROM charge_kind')) as { code: string }[];
    const unknown = named.find((kind) => !rows.some(({ code }) => code === kind));
    return unknown === undefined ? [] : [says('charge_limits', 'check.charge_unknown', { kind: unknown })];
  },
  async items(manager, id, { codes = '' }) {
    const written = partsOf(codes).map(([code = '']) => code);
    if (written.length === 0) return [];
    const [taken] = (await manager.query('SELECT code FROM item_code WHERE code IN (?) AND item_id <> ? LIMIT 1', [
      written,
      id ?? '0',
    ])) as { code: string }[];
    return taken ? [says('codes', 'check.code_taken', { code: taken.code })] : [];
  },
  async prices(manager, _, { item = '', unit = '' }, known) {
    if (unit === '') return [];
    const rows = (await manager.query(
      'SELECT unit FROM item WHERE id = ? UNION ALL SELECT unit FROM item_pack WHERE item_id = ?',
      [known.ids.get('items')?.get(fold(item)), known.ids.get('items')?.get(fold(item))],
    )) as { unit: string }[];
    const units = rows.map((row) => row.unit);
    return units.includes(unit) ? [] : [says('unit', 'check.unit_unknown', { unit, units: units.join(', ') })];
  },
  tariff(_manager, _id, fields, { periods }) {
    const crossed = crossing(periods, fields);
    if (crossed === undefined) return Promise.resolve([]);
    const { at, with: other } = crossed;
    const from = { day: other.from };
    return Promise.resolve([
      at === 'from'
        ? says('from', 'check.begins_within', { from, to: { day: other.to } })
        : says('to', 'check.ends_within', { from }),
    ]);
  },
};

function checkAccount(field: string, account: string): FieldProblem[] {
  const problem = problemOfAccount(account);
  return problem === undefined ? [] : [says(field, problem)];
}

function checkBank(bank: string): FieldProblem[] {
  const problem = problemOfBankCode(bank);
  return problem === undefined ? [] : [says('bank_code', problem)];
}

/** A global location number has 13 digits, the last of them a check digit (GS1 General Specifications, 7.9). */
function checkGln(gln: string): FieldProblem[] {
  if (gln === '') return [];
  const check = [...gln].map(Number).reduce((weighed, digit, at) => weighed + digit * (at % 2 === 0 ? 1 : 3), 0);
  return /^\d{13}$/.test(gln) && check % 10 === 0 ? [] : [says('gln', 'check.gln')];
}
