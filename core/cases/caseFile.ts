import { parse } from 'yaml';
import { asFields, type Fields, listOf, onlyKeys, textOf } from '../reading/fields.ts';

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
