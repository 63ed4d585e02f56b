import type { WebKind } from './kind.ts';

export const payment: WebKind = { path: '/payables/pay/:vendor', partsOf: ({ vendor = '' }) => ({ vendor }) };

export const paymentRun: WebKind = {
  path: '/payables/runs/new',
  next: ({ id }) => ({ kind: 'payment-run', to: `/payables/runs/${id}`, name: 'paying.the_run' }),
};

export const prepayment: WebKind = {
  path: '/payables/prepay',
  further: ({ id, vendor }) =>
    vendor
      ? [{ kind: 'prepayment-refund', to: `/payables/paid-back/${vendor}?of=${id}`, name: 'payables.paid_back' }]
      : [],
};

export const prepaymentRefund: WebKind = {
  path: '/payables/paid-back/:vendor',
  partsOf: ({ vendor = '' }) => ({ vendor }),
};
