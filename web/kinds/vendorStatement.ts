import type { WebKind } from './kind.ts';

export const vendorStatement: WebKind = {
  path: '/payables/vendors/:vendor/statement',
  partsOf: ({ vendor = '' }) => ({ vendor }),
};
