import { LANDING } from './allocation.ts';
import type { WebKind } from './kind.ts';

export const bill: WebKind = {
  path: '/bench/:vendor',
  partsOf: ({ vendor = '' }) => ({ vendor }),
  next: ({ lines }) => (lines.some(({ quantity }) => quantity === null) ? LANDING : undefined),
  further: ({ id, number, vendor, reference, currency, lines }) => [
    ...(vendor ? [{ kind: 'payment' as const, to: `/payables/pay/${vendor}`, name: 'payables.pay' as const }] : []),
    // What it bills of goods may go back.
    ...(vendor && reference && lines.some(({ quantity }) => quantity !== null)
      ? [
          {
            kind: 'return' as const,
            to: `/returns/of/${vendor}?find=${encodeURIComponent(reference)}`,
            name: 'returns.return_goods' as const,
          },
        ]
      : []),
    ...(vendor
      ? [
          {
            kind: 'claim' as const,
            to: `/returns/claim?vendor=${vendor}&currency=${currency}&bill=${id}&why=paid-twice&said=${encodeURIComponent(reference || number)}`,
            name: 'returns.claim' as const,
          },
        ]
      : []),
  ],
};
