import { address, choicesOf, code, name, retired, SETTERS, type Register } from './register.ts';

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
    { name: 'note', label: 'word.note', as: 'text', most: 160 },
    retired,
  ],
};
