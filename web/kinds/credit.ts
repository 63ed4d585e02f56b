import type { WebKind } from './kind.ts';

export const credit: WebKind = { path: '/bench/:vendor/credit', partsOf: ({ vendor = '' }) => ({ vendor }) };
