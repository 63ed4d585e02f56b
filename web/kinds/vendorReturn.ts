import type { WebKind } from './kind.ts';

export const vendorReturn: WebKind = { path: '/returns/of/:vendor', partsOf: ({ vendor = '' }) => ({ vendor }) };
