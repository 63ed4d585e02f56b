import { address, code, name, retired, SETTERS, type Register } from './register.ts';

export const warehouses: Register = {
  title: 'Warehouses',
  one: 'warehouse',
  about: 'Where goods are kept, and the bins inside',
  key: ['code'],
  mayChange: SETTERS,
  fields: [
    code('Code', 20),
    name,
    address,
    {
      name: 'bins',
      label: 'Bins',
      as: 'parts',
      hint: 'Places inside; the dock is where goods stand that are not put away, rejects where rejected goods stand',
      parts: [
        { name: 'code', label: 'Bin', as: 'text', required: true, most: 20 },
        { name: 'kind', label: 'Kind', as: 'choice', choices: ['shelf', 'dock', 'rejects'], required: true },
      ],
    },
    retired,
  ],
};

export const shipments: Register = {
  title: 'Shipments',
  one: 'shipment',
  about: 'Containers, air waybills, parcels and lorries that goods travel in; receipts and charges name them by number',
  key: ['number'],
  mayChange: [...SETTERS, 'buyer', 'receiver'],
  fields: [
    { name: 'number', label: 'Number', as: 'text', required: true, most: 60 },
    { name: 'carrier', label: 'Carrier', as: 'entry', of: 'vendors' },
    { name: 'note', label: 'Note', as: 'text', most: 160 },
    retired,
  ],
};
