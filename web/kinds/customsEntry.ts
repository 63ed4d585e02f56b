import { LANDING } from './allocation.ts';
import type { WebKind } from './kind.ts';

export const customsEntry: WebKind = { path: '/landing/customs-entry', next: () => LANDING };
