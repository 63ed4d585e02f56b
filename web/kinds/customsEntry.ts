import type { WebKind } from './kind.ts';

export const customsEntry: WebKind = {
  path: '/landing/customs-entry',
  next: ({ id }) => ({ kind: 'bill', to: `/landing/entries/${id}`, name: 'kinds.check_charged' }),
};
