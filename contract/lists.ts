import type { RegisterName } from './registers/register.ts';
import { REGISTERS } from './registers/registers.ts';
import type { List, ListColumn, ListView } from './listState.ts';
import { optional } from './listColumns.ts';
import { WORK_LISTS } from './workLists.ts';

type WorkList = keyof typeof WORK_LISTS;

/** A register is a list of its entries. */
export type ListName = WorkList | Exclude<RegisterName, 'company'>;

const asColumn = (as: string): ListColumn['as'] => (as === 'figure' || as === 'day' ? as : 'text');

const YES = { yes: 'choice.yes' } as const;

function listOf(register: RegisterName): List {
  const { title, fields, key } = REGISTERS[register];
  const columns = fields.map((field): ListColumn => ({
    name: field.name,
    title: field.label,
    as: asColumn(field.as),
    ...(field.choices ? { words: field.choices } : {}),
    ...(field.as === 'yes' ? { words: YES } : {}),
    ...(field.optional ? optional : {}),
  }));
  const retires = fields.some(({ name }) => name === 'retired');
  const views: ListView[] = [
    { name: 'list.view_in_use', state: { where: [{ column: 'retired', is: 'empty', to: '' }] } },
  ];
  return { title, rows: 'rows.entries', columns, sort: key[0] ?? '', ...(retires ? { views } : {}) };
}

const registerLists = Object.fromEntries(
  (Object.keys(REGISTERS) as RegisterName[]).filter((name) => name !== 'company').map((name) => [name, listOf(name)]),
) as Record<Exclude<RegisterName, 'company'>, List>;

export const LISTS: Readonly<Record<ListName, List>> = { ...WORK_LISTS, ...registerLists };

export const LIST_NAMES = Object.keys(LISTS) as ListName[];
