import type { EntityManager } from 'typeorm';
import type { Role } from '@obolus/contract/roles';
import { RequestError } from '../asking/failures.ts';

/**
 * Who somebody is now, for work that goes on without them: role and standing are asked again when it is done.
 *
 * @throws RequestError 403 where they are gone or may not do it any more
 */
export async function standingOf(
  manager: EntityManager,
  user: string | undefined,
  may: (role: Role) => boolean,
): Promise<Role> {
  const [person] = (await manager.query('SELECT name, role, blocked FROM user_account WHERE id = ?', [
    user ?? '0',
  ])) as { name: string; role: Role; blocked: number }[];
  if (person && !Number(person.blocked) && may(person.role)) return person.role;
  throw person
    ? new RequestError(403, 'problem.no_longer_allowed', { name: person.name })
    : new RequestError(403, 'problem.no_longer_here');
}
