import type { WebKind } from './kind.ts';

export const delivery: WebKind = {
  path: '/deliveries/new',
  next: ({ party }) => ({
    kind: 'invoice',
    to: `/deliveries/invoice/${encodeURIComponent(party)}`,
    name: 'kinds.invoice',
  }),
  further: ({ id, party }) => [
    {
      kind: 'customer-return',
      to: `/deliveries/back/${encodeURIComponent(party)}?delivery=${id}`,
      name: 'deliveries.take_back',
    },
  ],
};

export const customerReturn: WebKind = {
  path: '/deliveries/back/:customer',
  partsOf: ({ customer = '' }) => ({ customer }),
};

export const invoice: WebKind = {
  path: '/deliveries/invoice/:customer',
  partsOf: ({ customer = '' }) => ({ customer }),
};
