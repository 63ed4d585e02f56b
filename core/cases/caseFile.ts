import { parse } from 'yaml';

/** A case file as read: every figure is text, so that nothing is rounded on the way in. */
export interface CaseFile {
  readonly title: string;
  readonly company: Fields;
  readonly items: Record<string, Fields>;
  readonly rates: Fields[];
  readonly tariff: Fields[];
  readonly steps: Fields[];
  readonly expect: { accounts: Record<string, string>; stock: Record<string, { qty: string; value: string }> };
}

export type Fields = Readonly<Record<string, unknown>>;

/** A case that says something the core does not know yet. It fails; nothing in a case is passed over. */
export class NotKnown extends Error {}

const AT_THE_TOP = ['title', 'why', 'company', 'rates', 'tariff', 'items', 'steps', 'expect'];

/** Reads a case file (the format is described in the casebook's README). Throws `NotKnown` or a reading error. */
export function parseCase(text: string): CaseFile {
  const read = asFields(parse(text, { schema: 'failsafe' }), 'the file');
  onlyKeys(read, AT_THE_TOP, 'the file');
  const expected = asFields(read.expect ?? {}, 'expect');
  onlyKeys(expected, ['accounts', 'stock'], 'expect');
  return {
    title: textOf(read, 'title'),
    company: asFields(read.company, 'company'),
    items: asFields(read.items, 'items') as Record<string, Fields>,
    rates: listOf(read, 'rates'),
    tariff: listOf(read, 'tariff'),
    steps: listOf(read, 'steps'),
    expect: {
      accounts: (expected.accounts ?? {}) as Record<string, string>,
      stock: (expected.stock ?? {}) as Record<string, { qty: string; value: string }>,
    },
  };
}

export function asFields(value: unknown, what: string): Fields {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new NotKnown(`${what} should hold named values`);
  return value as Fields;
}

export function onlyKeys(fields: Fields, known: readonly string[], what: string): void {
  const unknown = Object.keys(fields).filter((key) => !known.includes(key));
  if (unknown.length > 0) throw new NotKnown(`${what}: ${unknown.join(', ')} is not known yet`);
}

export function textOf(fields: Fields, key: string): string {
  const value = fields[key];
  if (typeof value !== 'string') throw new NotKnown(`${key} is missing`);
  return value;
}

export function optionalText(fields: Fields, key: string): string | undefined {
  return fields[key] === undefined ? undefined : textOf(fields, key);
}

export function listOf(fields: Fields, key: string): Fields[] {
  const value = fields[key] ?? [];
  if (!Array.isArray(value)) throw new NotKnown(`${key} should be a list`);
  return value.map((entry) => asFields(entry, key));
}

export function textsOf(fields: Fields, key: string): string[] {
  const value = fields[key] ?? [];
  if (!Array.isArray(value)) throw new NotKnown(`${key} should be a list`);
  return value.map(String);
}

export function isTrue(fields: Fields, key: string): boolean {
  const text = optionalText(fields, key);
  if (text !== undefined && text !== 'true' && text !== 'false') throw new NotKnown(`${key} should be true or false`);
  return text === 'true';
}
