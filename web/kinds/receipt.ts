import { isBehind, type WebKind } from './kind.ts';

export const receipt: WebKind = {
  path: '/receiving/:vendor',
  partsOf: ({ vendor = '' }) => ({ vendor }),
  next: (document) =>
    document.vendor && isBehind(document, 2, 1)
      ? { kind: 'bill', to: `/bench/${document.vendor}`, name: 'kinds.enter_bill' }
      : undefined,
  further: ({ vendor, number }) =>
    vendor ? [{ kind: 'return', to: `/returns/of/${vendor}?find=${number}`, name: 'returns.return_goods' }] : [],
};
