import type { WebKind } from './kind.ts';

export const delivery: WebKind = {
  path: '/deliveries/new',
  next: ({ party }) => ({
    kind: 'invoice',
    to: `/deliveries/invoice/${encodeURIComponent(party)}`,
    name: 'kinds.invoice',
  }),
};

export const invoice: WebKind = {
  path: '/deliveries/invoice/:customer',
  partsOf: ({ customer = '' }) => ({ customer }),
};
