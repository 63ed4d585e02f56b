import type { WebKind } from './kind.ts';

export const putAway: WebKind = { path: '/receiving/dock' };
