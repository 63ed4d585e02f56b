import type { WebKind } from './kind.ts';

export const vendorReturn: WebKind = { path: '/returns/of/:vendor', partsOf: ({ vendor = '' }) => ({ vendor }) };

/** What a vendor owes though nothing went back; it ends as every claim does. */
export const claim: WebKind = {
  path: '/returns/claim',
  further: ({ vendor }) =>
    vendor ? [{ kind: 'claim-closing', to: `/returns/claims/${vendor}`, name: 'returns.without_memo' }] : [],
};

export const claimClosing: WebKind = { path: '/returns/claims/:vendor', partsOf: ({ vendor = '' }) => ({ vendor }) };
