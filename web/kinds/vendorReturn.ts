import type { WebKind } from './kind.ts';

export const vendorReturn: WebKind = { path: '/returns/of/:vendor', partsOf: ({ vendor = '' }) => ({ vendor }) };

export const claimClosing: WebKind = { path: '/returns/claims/:vendor', partsOf: ({ vendor = '' }) => ({ vendor }) };
