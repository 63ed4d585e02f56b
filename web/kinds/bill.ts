import { LANDING } from './allocation.ts';
import type { WebKind } from './kind.ts';

export const bill: WebKind = {
  path: '/bench/:vendor',
  partsOf: ({ vendor = '' }) => ({ vendor }),
  next: ({ lines }) => (lines.some(({ quantity }) => quantity === null) ? LANDING : undefined),
  further: ({ vendor }) =>
    vendor ? { kind: 'payment', to: `/payables/pay/${vendor}`, name: 'payables.pay' } : undefined,
};
