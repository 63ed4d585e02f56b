import { RATE_UNITS } from './charges.ts';
import {
  allowances,
  choicesOf,
  code,
  measure,
  name,
  number,
  retired,
  SETTERS,
  tolerances,
  type Register,
} from './register.ts';

export const items: Register = {
  title: 'register.items',
  one: 'register.items_one',
  about: 'register.items_about',
  key: ['number'],
  mayChange: [...SETTERS, 'buyer'],
  fields: [
    number,
    name,
    { name: 'unit', label: 'word.stock_unit', as: 'text', required: true, most: 20, settled: true },
    {
      name: 'method',
      label: 'word.costing_method',
      as: 'choice',
      required: true,
      choices: choicesOf(['fifo', 'average', 'standard', 'lot', 'serial']),
      settled: true,
    },
    {
      name: 'standard',
      positive: true,
      label: 'word.standard_cost',
      as: 'figure',
      places: 6,
      settled: true,
      hint: 'hint.standard',
      optional: true,
    },
    measure('weight', 'word.weight'),
    measure('volume', 'word.volume'),
    { name: 'group', label: 'word.group', as: 'entry', of: 'item-groups' },
    { name: 'tariff_code', label: 'word.tariff_code', as: 'text', most: 20 },
    { name: 'origin', label: 'word.origin', as: 'country', hint: 'hint.country' },
    {
      name: 'customs_unit',
      label: 'word.customs_unit',
      as: 'choice',
      choices: choicesOf(RATE_UNITS.filter((unit) => unit !== 'stock-unit')),
      hint: 'hint.customs_unit',
    },
    measure('customs_quantity', 'word.customs_quantity'),
    {
      name: 'packs',
      label: 'word.packs',
      as: 'parts',
      hint: 'hint.packs',
      parts: [
        { name: 'unit', label: 'word.pack', as: 'text', required: true, most: 20 },
        { name: 'size', label: 'word.pack_size', as: 'figure', places: 6, required: true },
      ],
    },
    {
      name: 'codes',
      label: 'word.codes',
      as: 'parts',
      hint: 'hint.codes',
      optional: true,
      parts: [
        { name: 'code', label: 'word.code', as: 'text', required: true, most: 40 },
        { name: 'unit', label: 'word.code_pack', as: 'text', most: 20 },
      ],
    },
    ...tolerances('item'),
    ...allowances('item'),
    retired,
  ],
};

export const itemGroups: Register = {
  title: 'register.item-groups',
  one: 'register.item-groups_one',
  about: 'register.item-groups_about',
  key: ['code'],
  mayChange: [...SETTERS, 'buyer'],
  fields: [code('word.code', 20), name, retired],
};

/** Why goods go back to a vendor, as the company tells it apart. */
export const returnReasons: Register = {
  title: 'register.return-reasons',
  one: 'register.return-reasons_one',
  about: 'register.return-reasons_about',
  key: ['code'],
  mayChange: SETTERS,
  fields: [{ ...code('word.reason', 60), settled: true }, retired],
};
