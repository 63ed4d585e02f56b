import { isBehind, type WebKind } from './kind.ts';

export const order: WebKind = {
  path: '/orders/new',
  next: (document) =>
    document.vendor && isBehind(document, 1, 0)
      ? { kind: 'receipt', to: `/receiving/${document.vendor}`, name: 'frame.do_receive' }
      : undefined,
  further: ({ id, vendor, currency }) =>
    vendor
      ? [
          {
            kind: 'prepayment',
            to: `/payables/prepay?vendor=${vendor}&order=${id}&currency=${currency}`,
            name: 'payables.prepay',
          },
        ]
      : [],
};

export const orderChange: WebKind = { path: '/orders/:order/change', partsOf: ({ of = '' }) => ({ order: of }) };
