import { BASES } from '../kinds/allocation.ts';
import { choicesOf, code, name, type Register, retired, SETTERS } from './register.ts';

export const chargeKinds: Register = {
  title: 'register.charge-kinds',
  one: 'register.charge-kinds_one',
  about: 'register.charge-kinds_about',
  key: ['code'],
  mayChange: SETTERS,
  fields: [
    { ...code('word.code', 30), settled: true, hint: 'hint.charge_code' },
    name,
    {
      name: 'goes',
      label: 'word.goes',
      as: 'choice',
      required: true,
      choices: choicesOf(['onto-goods', 'to-expense']),
      hint: 'hint.charge_goes',
      settled: true,
    },
    {
      name: 'border',
      label: 'word.to_border',
      as: 'yes',
      hint: 'hint.to_border',
    },
    {
      name: 'basis',
      label: 'word.usual_basis',
      as: 'choice',
      choices: choicesOf(BASES.filter((basis) => basis !== 'manual')),
    },
    { name: 'vendor', label: 'word.usual_vendor', as: 'entry', of: 'vendors' },
    { name: 'account', label: 'word.expense_account', as: 'entry', of: 'expense-accounts', optional: true },
    retired,
  ],
};

export const tariff: Register = {
  title: 'register.tariff',
  one: 'register.tariff_one',
  about: 'register.tariff_about',
  key: ['measure', 'code', 'origin', 'preference', 'from'],
  mayChange: SETTERS,
  fields: [
    {
      name: 'measure',
      label: 'word.measure',
      as: 'text',
      required: true,
      most: 40,
      settled: true,
      hint: 'hint.tariff_measure',
    },
    {
      name: 'code',
      label: 'word.tariff_code',
      as: 'text',
      required: true,
      most: 20,
      settled: true,
      hint: 'hint.tariff_code',
    },
    { name: 'origin', label: 'word.origin', as: 'country', settled: true, hint: 'hint.any' },
    {
      name: 'preference',
      label: 'word.preference',
      as: 'yes',
      settled: true,
      hint: 'hint.preference',
    },
    { name: 'from', label: 'word.from_day', as: 'day', required: true, settled: true },
    { name: 'to', label: 'word.until', as: 'day' },
    { name: 'percent', label: 'word.percent', as: 'figure', places: 4, hint: 'hint.of_customs_value' },
    { name: 'per_unit', label: 'word.per_unit', as: 'figure', places: 6, hint: 'hint.in_base' },
    { name: 'unit', label: 'word.unit', as: 'choice', choices: choicesOf(['stock-unit', 'kg']) },
    {
      name: 'combine',
      label: 'word.combined',
      as: 'choice',
      choices: choicesOf(['sum', 'higher', 'lower']),
      hint: 'hint.combine',
    },
    { name: 'floor', label: 'word.at_least', as: 'figure', places: 4, optional: true },
    { name: 'cap', label: 'word.at_most', as: 'figure', places: 4, optional: true },
  ],
};
