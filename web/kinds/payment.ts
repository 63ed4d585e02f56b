import type { WebKind } from './kind.ts';

export const payment: WebKind = { path: '/payables/pay/:vendor', partsOf: ({ vendor = '' }) => ({ vendor }) };

export const prepayment: WebKind = { path: '/payables/prepay' };
