import type { Role } from '@obolus/contract/roles';
import type { Value } from '@obolus/messages/message';

/** Roles, to be put into a message. */
export const rolesOf = (roles: readonly Role[]): Value => ({ list: roles.map((role) => ({ word: `role.${role}` })) });
