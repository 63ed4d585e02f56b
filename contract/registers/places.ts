import { INCOTERMS } from '../kinds/order.ts';
import { address, choicesOf, code, MODES, name, retired, SETTERS, type Register } from './register.ts';

export const warehouses: Register = {
  title: 'register.warehouses',
  one: 'register.warehouses_one',
  about: 'register.warehouses_about',
  key: ['code'],
  mayChange: SETTERS,
  fields: [
    code('word.code', 20),
    name,
    address,
    {
      name: 'bins',
      label: 'word.bins',
      as: 'parts',
      hint: 'hint.bins',
      parts: [
        { name: 'code', label: 'word.bin', as: 'text', required: true, most: 20 },
        {
          name: 'kind',
          label: 'word.kind',
          as: 'choice',
          choices: choicesOf(['shelf', 'dock', 'rejects']),
          required: true,
        },
      ],
    },
    retired,
  ],
};

export const shipments: Register = {
  title: 'register.shipments',
  one: 'register.shipments_one',
  about: 'register.shipments_about',
  key: ['number'],
  mayChange: [...SETTERS, 'buyer', 'receiver'],
  fields: [
    { name: 'number', label: 'word.number', as: 'text', required: true, most: 60 },
    { name: 'carrier', label: 'word.carrier', as: 'entry', of: 'vendors' },
    { name: 'mode', label: 'word.mode', as: 'choice', choices: MODES },
    { name: 'vessel', label: 'word.vessel', as: 'text', most: 60 },
    { name: 'from_port', label: 'word.from_port', as: 'text', most: 60 },
    { name: 'to_port', label: 'word.to_port', as: 'text', most: 60 },
    { name: 'departs', label: 'word.departs', as: 'day' },
    { name: 'departed', label: 'word.departed', as: 'day' },
    { name: 'arrives', label: 'word.arrives', as: 'day' },
    { name: 'arrived', label: 'word.arrived', as: 'day' },
    {
      name: 'incoterm',
      label: 'word.incoterm',
      as: 'choice',
      choices: choicesOf(INCOTERMS),
      hint: 'hint.shipment_incoterm',
    },
    { name: 'seal', label: 'word.seal', as: 'text', most: 40 },
    { name: 'weight', label: 'word.weight', as: 'figure', places: 6, hint: 'hint.stated_weight', optional: true },
    { name: 'volume', label: 'word.volume', as: 'figure', places: 6, hint: 'hint.stated_volume', optional: true },
    { name: 'note', label: 'word.note', as: 'text', most: 160 },
    retired,
  ],
};
