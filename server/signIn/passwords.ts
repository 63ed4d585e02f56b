import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import type { DataSource, EntityManager } from 'typeorm';
import { FieldsRefused, RequestError } from '../asking/failures.ts';
import { keepChanges } from '../setUp/history.ts';
import { sqlInstant, transaction } from '../storage/transaction.ts';
import { takeAttempt } from './limits.ts';
import type { SessionUser } from './signIn.ts';
import { message } from '@obolus/messages/message';

const SHORTEST = 10;
const HOURS = 24;

/** Changes one's own password. All other sessions end; the one that asked goes on under what is given back. */
export async function changePassword(
  source: DataSource,
  user: string,
  { current, password }: { current: string; password: string },
  { address, at }: { address: string; at: Date },
): Promise<SessionUser> {
  const [person] = (await source.query('SELECT email, password_hash FROM user_account WHERE id = ?', [user])) as {
    email: string;
    password_hash: string;
  }[];
  // Whoever sits down at an open session does not guess on.
  const wait = await takeAttempt(source, { name: person?.email ?? '', address });
  if (wait > 0) throw new RequestError(429, 'problem.too_many_attempts', { seconds: wait });
  if (!person || !(await verify(person.password_hash, current)))
    throw new FieldsRefused([{ at: '/current', says: [message('problem.not_your_password')] }]);
  const kept = await hashOf(password, person.email);
  return transaction(source, (manager) => setPassword(manager, user, kept, { by: user, at, says: 'changed' }));
}

/** Ends all sessions of a person, also the one that asks. */
export async function signOutEverywhere(source: DataSource, user: string): Promise<void> {
  await source.query('UPDATE user_account SET session_epoch = session_epoch + 1 WHERE id = ?', [user]);
}

/** A link by which somebody sets a new password, once, within a day; another one made before is void. */
export function makeReset(
  source: DataSource,
  user: string,
  { by, at }: { by: string; at: Date },
): Promise<{ token: string }> {
  if (user === by) throw new RequestError(403, 'problem.own_password');
  return transaction(source, async (manager) => {
    const [person] = (await manager.query('SELECT id FROM user_account WHERE id = ? AND blocked = 0 FOR UPDATE', [
      user,
    ])) as object[];
    if (!person) throw new RequestError(404, 'problem.person_unknown');
    const token = randomBytes(24).toString('base64url');
    await manager.query('DELETE FROM password_reset WHERE user_id = ?', [user]);
    await manager.query(
      `INSERT INTO password_reset (token_hash, user_id, expires_at) VALUES (?, ?, UTC_TIMESTAMP(6) + INTERVAL ${HOURS} HOUR)`,
      [hashOfToken(token), user],
    );
    await keepChanges(manager, { what: 'people', which: user, by, at: sqlInstant(at) }, [
      { field: 'password', was: '', became: 'may be reset' },
    ]);
    return { token };
  });
}

/** Sets a password by a link. All sessions of the person end. */
export async function resetPassword(
  source: DataSource,
  { token, password }: { token: string; password: string },
  at: Date,
): Promise<{ email: string }> {
  const found = await personOfReset(source.manager, token, '');
  const kept = await hashOf(password, found.email);
  return transaction(source, async (manager) => {
    const { id, email } = await personOfReset(manager, token, ' FOR UPDATE');
    await manager.query('DELETE FROM password_reset WHERE user_id = ?', [id]);
    await setPassword(manager, id, kept, { by: id, at, says: 'reset' });
    return { email };
  });
}

async function personOfReset(
  manager: EntityManager,
  token: string,
  lock: string,
): Promise<{ id: string; email: string }> {
  const [person] = (await manager.query(
    `SELECT u.id, u.email FROM password_reset r JOIN user_account u ON u.id = r.user_id WHERE r.token_hash = ? AND r.expires_at > UTC_TIMESTAMP(6) AND u.blocked = 0${lock}`,
    [hashOfToken(token)],
  )) as { id: string; email: string }[];
  if (!person) throw new RequestError(404, 'problem.link_used');
  return person;
}

async function setPassword(
  manager: EntityManager,
  user: string,
  kept: string,
  { by, at, says }: { by: string; at: Date; says: string },
): Promise<SessionUser> {
  await manager.query('UPDATE user_account SET password_hash = ?, session_epoch = session_epoch + 1 WHERE id = ?', [
    kept,
    user,
  ]);
  await keepChanges(manager, { what: 'people', which: user, by, at: sqlInstant(at) }, [
    { field: 'password', was: '', became: says },
  ]);
  const [person] = (await manager.query('SELECT session_epoch FROM user_account WHERE id = ?', [user])) as {
    session_epoch: string;
  }[];
  return { id: user, epoch: String(person?.session_epoch) };
}

/** Long rather than strange: length is what makes a password hard to guess. */
function hashOf(password: string, email: string): Promise<string> {
  if (password.length < SHORTEST)
    throw new FieldsRefused([{ at: '/password', says: [message('problem.password_short', { most: SHORTEST })] }]);
  const [name = ''] = email.split('@');
  if (name !== '' && password.toLowerCase().includes(name.toLowerCase()))
    throw new FieldsRefused([{ at: '/password', says: [message('problem.password_of_name')] }]);
  return hash(password);
}

/** The link itself is kept nowhere. */
const hashOfToken = (token: string): string => createHash('sha256').update(token).digest('hex');
