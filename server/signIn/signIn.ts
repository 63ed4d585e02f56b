import { verify } from '@node-rs/argon2';
import type { DataSource } from 'typeorm';
import { RequestError } from '../asking/failures.ts';
import type { SignedIn } from '../asking/signedIn.ts';

const MOST_FAILURES = 8;
const MOST_FROM_ADDRESS = 40;
const MINUTES = 15;

/** The hash of no password: so that an unknown name takes as long as a wrong password. */
const NOBODY = '$argon2id$v=19$m=19456,t=2,p=1$c29tZXNhbHRzb21lc2FsdA$5Lh5qMyQ7XNCq1mDh2G8gq3v3sHvQ8mM1Yk1cQ3sYcM';

/** Checks a name and a password. Attempts are counted in the database, by name and by address, over the last minutes. */
export async function signIn(source: DataSource, email: string, password: string, address: string): Promise<SignedIn> {
  const name = email.trim().toLowerCase();
  const [count] = (await source.query(
    `SELECT COALESCE(SUM(email = ?), 0) AS by_name, COALESCE(SUM(address = ?), 0) AS by_address FROM sign_in_attempt
     WHERE (email = ? OR address = ?) AND at > UTC_TIMESTAMP(6) - INTERVAL ${MINUTES} MINUTE`,
    [name, address, name, address],
  )) as { by_name: string; by_address: string }[];
  if (Number(count?.by_name) >= MOST_FAILURES || Number(count?.by_address) >= MOST_FROM_ADDRESS) {
    throw new RequestError(429, 'Too many attempts', `Too many attempts: wait ${MINUTES} minutes and try again.`);
  }
  const [user] = (await source.query(
    'SELECT id, name, email, role, password_hash FROM user_account WHERE email = ? AND blocked = 0',
    [name],
  )) as (SignedIn & {
    password_hash: string;
  })[];
  const right = await verify(user?.password_hash ?? NOBODY, password).catch(() => false);
  if (!user || !right) {
    await source.query('INSERT INTO sign_in_attempt (email, address, at) VALUES (?, ?, UTC_TIMESTAMP(6))', [
      name.slice(0, 160),
      address.slice(0, 60),
    ]);
    throw new RequestError(401, 'Not signed in', 'The name or the password is wrong.');
  }
  await source.query('DELETE FROM sign_in_attempt WHERE email = ?', [name]);
  return { id: user.id, name: user.name, email: user.email, role: user.role };
}
