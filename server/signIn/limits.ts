import type { DataSource } from 'typeorm';
import { transaction } from '../storage/transaction.ts';

/** So many attempts at once, and after that one in so many seconds. */
interface Pace {
  readonly what: string;
  readonly burst: number;
  readonly seconds: number;
}

/**
 * Who guesses is slowed down, nobody is locked out: one address at one name first of all; an address that tries many names, and a name that
 * is tried from many addresses, more gently. From an address at which somebody has signed in before only the first counts.
 */
const pacesOf = (name: string, address: string, isKnown: boolean): Pace[] => [
  ...(isKnown
    ? []
    : [
        { what: `address ${address}`, burst: 60, seconds: 2 },
        { what: `name ${name}`, burst: 40, seconds: 5 },
      ]),
  { what: `pair ${name} ${address}`, burst: 8, seconds: 20 },
];

/** Signs in somebody who is told apart by name and address. */
export interface Attempt {
  readonly name: string;
  readonly address: string;
}

/**
 * Counts an attempt before its password is looked at, so that many at once are all counted.
 *
 * @returns the seconds to wait; 0 where it may be looked at
 */
export function takeAttempt(source: DataSource, { name, address }: Attempt): Promise<number> {
  return transaction(source, async (manager) => {
    const [known] = (await manager.query('SELECT 1 FROM sign_in_known WHERE email = ? AND address = ?', [
      name,
      address,
    ])) as object[];
    const paces = pacesOf(name, address, known !== undefined);
    // All in one order, so that nobody waits for another in a circle.
    let wait = 0;
    for (const { what, burst, seconds } of paces) {
      // Locked at once, whether it is there or not: to look first and write then would have two wait for each other.
      await manager.query(
        'INSERT INTO sign_in_pace (what, free_at) VALUES (?, UTC_TIMESTAMP(6)) ON DUPLICATE KEY UPDATE what = VALUES(what)',
        [what],
      );
      const [row] = (await manager.query(
        'SELECT GREATEST(TIMESTAMPDIFF(SECOND, UTC_TIMESTAMP(6), free_at), 0) AS ahead FROM sign_in_pace WHERE what = ?',
        [what],
      )) as { ahead: string }[];
      wait = Math.max(wait, Number(row?.ahead) - (burst - 1) * seconds);
    }
    if (wait > 0) return wait;
    for (const { what, seconds } of paces)
      await manager.query(
        'UPDATE sign_in_pace SET free_at = GREATEST(free_at, UTC_TIMESTAMP(6)) + INTERVAL ? SECOND WHERE what = ?',
        [seconds, what],
      );
    return 0;
  });
}

/** Whoever signed in had not guessed: nothing is held against them, and their address is known from now on. */
export async function forgetAttempts(source: DataSource, { name, address }: Attempt): Promise<void> {
  await transaction(source, async (manager) => {
    await manager.query('DELETE FROM sign_in_pace WHERE what = ?', [`pair ${name} ${address}`]);
    await manager.query('INSERT IGNORE INTO sign_in_known (email, address) VALUES (?, ?)', [name, address]);
    for (const { what, seconds } of pacesOf(name, address, false).slice(0, 2))
      await manager.query('UPDATE sign_in_pace SET free_at = free_at - INTERVAL ? SECOND WHERE what = ?', [
        seconds,
        what,
      ]);
  });
}
