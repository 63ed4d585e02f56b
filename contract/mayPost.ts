import { type DocumentKind, KINDS } from './kinds/kinds.ts';
import type { Role } from './roles.ts';

/** Whether somebody of this role posts documents of this kind. */
export const mayPost = (role: Role, kind: DocumentKind): boolean => KINDS[kind].mayPost.includes(role);
