import { BASES } from '../kinds/allocation.ts';
import { ESTIMATED_BY } from '../kinds/parts.ts';
import { choicesOf, code, MODES, name, type Register, retired, SETTERS } from './register.ts';

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
      choices: choicesOf(['onto-goods', 'to-expense', 'return-costs']),
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
      name: 'difference',
      label: 'word.estimate_difference',
      as: 'choice',
      choices: choicesOf(['into-goods', 'to-variance']),
      hint: 'hint.estimate_difference',
    },
    {
      name: 'basis',
      label: 'word.usual_basis',
      as: 'choice',
      choices: choicesOf(BASES.filter((basis) => basis !== 'manual')),
    },
    {
      name: 'part',
      label: 'word.part_of_way',
      as: 'choice',
      choices: choicesOf(['origin', 'carriage', 'insurance', 'destination', 'import']),
      hint: 'hint.part_of_way',
    },
    { name: 'density', label: 'word.density', as: 'figure', places: 6, optional: true, hint: 'hint.density' },
    { name: 'vendor', label: 'word.usual_vendor', as: 'entry', of: 'vendors' },
    { name: 'account', label: 'word.expense_account', as: 'entry', of: 'expense-accounts', optional: true },
    retired,
  ],
};

/** What an amount per unit of a rate is for: the stock unit, or a unit that customs counts in. */
export const RATE_UNITS = ['stock-unit', 'kg', 'litre', 'square-metre', 'metre', 'each', 'pair'] as const;

/** How what a rule expects of a shipment as a whole is shared over its lines. */
export const SHARED_BY = ['value', 'quantity', 'weight', 'volume', 'equal'] as const;

export const estimateRules: Register = {
  title: 'register.estimate-rules',
  one: 'register.estimate-rules_one',
  about: 'register.estimate-rules_about',
  key: ['code'],
  mayChange: SETTERS,
  fields: [
    code('word.code', 30),
    { name: 'charge', label: 'word.charge', as: 'entry', of: 'charge-kinds', required: true, hint: 'hint.rule_charge' },
    { name: 'by', label: 'word.estimated_by', as: 'choice', choices: choicesOf(ESTIMATED_BY), required: true },
    { name: 'figure', label: 'word.figure', as: 'figure', places: 6, hint: 'hint.rule_figure' },
    { name: 'basis', label: 'word.shared_by', as: 'choice', choices: choicesOf(SHARED_BY), hint: 'hint.rule_basis' },
    { name: 'vendor', label: 'word.vendor', as: 'entry', of: 'vendors', hint: 'hint.any' },
    { name: 'item', label: 'word.item', as: 'entry', of: 'items', hint: 'hint.any' },
    { name: 'group', label: 'word.group', as: 'entry', of: 'item-groups', hint: 'hint.any' },
    { name: 'warehouse', label: 'word.warehouse', as: 'entry', of: 'warehouses', hint: 'hint.any' },
    { name: 'mode', label: 'word.mode', as: 'choice', choices: MODES, hint: 'hint.rule_way' },
    { name: 'from_port', label: 'word.from_port', as: 'text', most: 60, hint: 'hint.any' },
    { name: 'to_port', label: 'word.to_port', as: 'text', most: 60, hint: 'hint.any' },
    { name: 'from', label: 'word.from_day', as: 'day' },
    { name: 'to', label: 'word.until', as: 'day' },
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
    { name: 'unit', label: 'word.unit', as: 'choice', choices: choicesOf([...RATE_UNITS]), hint: 'hint.rate_unit' },
    {
      name: 'combine',
      label: 'word.combined',
      as: 'choice',
      choices: choicesOf(['sum', 'higher', 'lower']),
      hint: 'hint.combine',
    },
    { name: 'floor', label: 'word.at_least', as: 'figure', places: 4, optional: true },
    { name: 'cap', label: 'word.at_most', as: 'figure', places: 4, optional: true },
    {
      name: 'limits',
      label: 'word.limits',
      as: 'choice',
      choices: choicesOf(['of-each-line', 'of-the-entry']),
      hint: 'hint.limits',
    },
    { name: 'suspended_from', label: 'word.suspended_from', as: 'day', hint: 'hint.suspended' },
    { name: 'suspended_to', label: 'word.suspended_to', as: 'day' },
  ],
};
