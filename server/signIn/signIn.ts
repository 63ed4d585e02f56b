import { verify } from '@node-rs/argon2';
import type { DataSource, EntityManager } from 'typeorm';
import { RequestError } from '../asking/failures.ts';
import type { Reader } from '../asking/signedIn.ts';
import { forgetAttempts, takeAttempt } from './limits.ts';

/** The hash of no password: so that an unknown name takes as long as a wrong password. */
const NOBODY = '$argon2id$v=19$m=19456,t=2,p=1$c29tZXNhbHRzb21lc2FsdA$5Lh5qMyQ7XNCq1mDh2G8gq3v3sHvQ8mM1Yk1cQ3sYcM';

/** What a session says of who made it: whether they are still here, and as what, is asked with each request. */
export interface SessionUser {
  readonly id: string;
  /** Rises when somebody signs out everywhere: sessions made before are none any more. */
  readonly epoch: string;
}

/** Checks a name and a password. Attempts are counted in the database, so that every server knows them. */
export async function signIn(
  source: DataSource,
  email: string,
  password: string,
  address: string,
): Promise<SessionUser> {
  const name = email.trim().toLowerCase().slice(0, 160);
  const attempt = { name, address: address.slice(0, 60) };
  const wait = await takeAttempt(source, attempt);
  if (wait > 0) throw new RequestError(429, 'problem.too_many_attempts', { seconds: wait });
  const [user] = (await source.query(
    'SELECT id, session_epoch, password_hash FROM user_account WHERE email = ? AND blocked = 0',
    [name],
  )) as { id: string; session_epoch: string; password_hash: string }[];
  const right = await verify(user?.password_hash ?? NOBODY, password).catch(() => false);
  if (!user || !right) throw new RequestError(401, 'problem.wrong_password');
  await forgetAttempts(source, attempt);
  return { id: user.id, epoch: String(user.session_epoch) };
}

/** Who a session is of, as they are now; undefined where they are gone, kept out, or signed out everywhere since. */
export async function personOf(manager: EntityManager, { id, epoch }: SessionUser): Promise<Reader | undefined> {
  const [person] = (await manager.query(
    'SELECT id, name, email, role, language FROM user_account WHERE id = ? AND session_epoch = ? AND blocked = 0',
    [id, epoch],
  )) as Reader[];
  return person;
}
