import { BASES } from '../kinds/allocation.ts';
import { code, name, type Register, retired, SETTERS } from './register.ts';

export const chargeKinds: Register = {
  title: 'Kinds of charge',
  one: 'kind of charge',
  about: 'What carriers, brokers and insurers charge: which go onto the goods, and how they are usually shared',
  key: ['code'],
  mayChange: SETTERS,
  fields: [
    { ...code('Code', 30), settled: true, hint: 'As it stands on bills: freight, demurrage' },
    name,
    {
      name: 'goes',
      label: 'Goes',
      as: 'choice',
      required: true,
      choices: ['onto goods', 'to expense'],
      hint: 'Storage after a delay or a fine is no cost of goods',
      settled: true,
    },
    {
      name: 'border',
      label: 'To the border',
      as: 'yes',
      hint: 'Carries or insures goods to the border: part of customs value where the company’s rule says so',
    },
    { name: 'basis', label: 'Usual basis', as: 'choice', choices: BASES.filter((basis) => basis !== 'manual') },
    { name: 'vendor', label: 'Usual vendor', as: 'entry', of: 'vendors' },
    { name: 'account', label: 'Expense account', as: 'entry', of: 'expense-accounts', optional: true },
    retired,
  ],
};

export const tariff: Register = {
  title: 'Tariff rates',
  one: 'tariff rate',
  about: 'Duty by code, origin and date: of each measure one rate applies, and measures add up',
  key: ['measure', 'code', 'origin', 'preference', 'from'],
  mayChange: SETTERS,
  fields: [
    {
      name: 'measure',
      label: 'Measure',
      as: 'text',
      required: true,
      most: 40,
      settled: true,
      hint: 'The duty itself, an added tariff, a fee',
    },
    {
      name: 'code',
      label: 'Tariff code',
      as: 'text',
      required: true,
      most: 20,
      settled: true,
      hint: 'The digits that an item’s code begins with',
    },
    { name: 'origin', label: 'Origin', as: 'country', settled: true, hint: 'Empty for any' },
    {
      name: 'preference',
      label: 'Preference',
      as: 'yes',
      settled: true,
      hint: 'Applies only where it is claimed with proof of origin',
    },
    { name: 'from', label: 'From', as: 'day', required: true, settled: true },
    { name: 'to', label: 'Until', as: 'day' },
    { name: 'percent', label: 'Percent', as: 'figure', places: 4, hint: 'Of the customs value' },
    { name: 'per_unit', label: 'Amount per unit', as: 'figure', places: 6, hint: 'In the books’ currency' },
    { name: 'unit', label: 'Unit', as: 'choice', choices: ['stock unit', 'kg'] },
    {
      name: 'combine',
      label: 'Both',
      as: 'choice',
      choices: ['sum', 'higher', 'lower'],
      hint: 'Added, or the higher or the lower of the two',
    },
    { name: 'floor', label: 'At least', as: 'figure', places: 4, optional: true },
    { name: 'cap', label: 'At most', as: 'figure', places: 4, optional: true },
  ],
};
