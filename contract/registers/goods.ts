import { allowances, code, measure, name, number, retired, SETTERS, tolerances, type Register } from './register.ts';

export const items: Register = {
  title: 'Items',
  one: 'item',
  about: 'What is bought and kept, how its cost is kept, and what it comes in',
  key: ['number'],
  mayChange: [...SETTERS, 'buyer'],
  fields: [
    number,
    name,
    { name: 'unit', label: 'Stock unit', as: 'text', required: true, most: 20, settled: true },
    {
      name: 'method',
      label: 'Costing method',
      as: 'choice',
      required: true,
      choices: ['fifo', 'average', 'standard', 'lot', 'serial'],
      settled: true,
    },
    {
      name: 'standard',
      positive: true,
      label: 'Standard cost',
      as: 'figure',
      places: 6,
      settled: true,
      hint: 'Of goods at standard cost alone; later a document changes it',
      optional: true,
    },
    measure('weight', 'Weight, kg', 'Of one stock unit; charges are shared by it'),
    measure('volume', 'Volume, m³', 'Of one stock unit; charges are shared by it'),
    { name: 'group', label: 'Group', as: 'entry', of: 'item-groups' },
    { name: 'tariff_code', label: 'Tariff code', as: 'text', most: 20 },
    { name: 'origin', label: 'Origin', as: 'country', hint: 'The usual country, two letters' },
    {
      name: 'packs',
      label: 'Packs',
      as: 'parts',
      hint: 'What it is bought in beside its stock unit',
      parts: [
        { name: 'unit', label: 'Pack', as: 'text', required: true, most: 20 },
        { name: 'size', label: 'Stock units in one', as: 'figure', places: 6, required: true },
      ],
    },
    {
      name: 'codes',
      label: 'Codes',
      as: 'parts',
      hint: 'Printed on the goods; a scanner finds the item by them',
      optional: true,
      parts: [
        { name: 'code', label: 'Code', as: 'text', required: true, most: 40 },
        { name: 'unit', label: 'Pack, empty for the stock unit', as: 'text', most: 20 },
      ],
    },
    ...tolerances('empty leaves it to the vendor or the company'),
    ...allowances('empty leaves it to the vendor or the company'),
    retired,
  ],
};

export const itemGroups: Register = {
  title: 'Item groups',
  one: 'item group',
  about: 'What items are put together by, in reports and in rules',
  key: ['code'],
  mayChange: [...SETTERS, 'buyer'],
  fields: [code('Code', 20), name, retired],
};
