import type { DataSource, EntityManager } from 'typeorm';
import { RequestError } from '../asking/failures.ts';
import { sqlInstant, transaction } from '../storage/transaction.ts';
import { keepChanges } from './history.ts';

/** The account of vendor t that was confirmed last. */
export const ACCOUNT_IN_USE =
  "COALESCE((SELECT a.account FROM vendor_bank_account a WHERE a.vendor_id = t.id AND a.answer = 'confirmed' ORDER BY a.id DESC LIMIT 1), '')";

/** Puts an account forward for a second person to confirm; what was put forward before and not answered is overtaken. */
export async function proposeBankAccount(
  manager: EntityManager,
  vendor: string,
  account: string,
  by: string,
  at: string,
): Promise<void> {
  await manager.query("UPDATE vendor_bank_account SET answer = 'overtaken' WHERE vendor_id = ? AND answer = ''", [
    vendor,
  ]);
  await manager.query(
    'INSERT INTO vendor_bank_account (vendor_id, account, changed_by, changed_at) VALUES (?, ?, ?, ?)',
    [vendor, account, by, at],
  );
}

interface Proposed {
  readonly id: string;
  readonly account: string;
  readonly changed_by: string;
  readonly answer: string;
}

/** Confirms or refuses an account that somebody else put forward: the only way into use. */
export function answerBankAccount(
  source: DataSource,
  vendor: string,
  account: string,
  answer: 'confirmed' | 'refused',
  by: string,
  now: Date,
): Promise<void> {
  return transaction(source, async (manager) => {
    const [entry] = (await manager.query(
      `SELECT ${ACCOUNT_IN_USE} AS account FROM vendor t WHERE t.id = ? FOR UPDATE`,
      [vendor],
    )) as { account: string }[];
    const [proposed] = (await manager.query(
      'SELECT id, account, changed_by, answer FROM vendor_bank_account WHERE id = ? AND vendor_id = ? FOR UPDATE',
      [account, vendor],
    )) as Proposed[];
    if (!entry || !proposed) throw new RequestError(404, 'Not found', 'There is no such account.');
    if (proposed.answer === answer) return;
    if (proposed.answer !== '')
      throw new RequestError(409, 'Answered already', `This account was ${proposed.answer} already.`);
    if (proposed.changed_by === by)
      throw new RequestError(
        403,
        'Not allowed',
        'Whoever changed the account does not confirm it: a second person has to.',
      );
    const at = sqlInstant(now);
    await manager.query('UPDATE vendor_bank_account SET answer = ?, answered_by = ?, answered_at = ? WHERE id = ?', [
      answer,
      by,
      at,
      proposed.id,
    ]);
    const change = {
      field: 'bank_account',
      was: answer === 'confirmed' ? entry.account : proposed.account,
      became: answer === 'confirmed' ? proposed.account : '',
    };
    await keepChanges(manager, { what: 'vendors', which: vendor, by, at }, [
      { ...change, field: answer === 'confirmed' ? 'bank_account' : 'bank_account refused' },
    ]);
  });
}

/** What waits for a second person, of one vendor. */
export async function proposedAccount(
  manager: EntityManager,
  vendor: string,
): Promise<{ id: string; account: string; by: string; byId: string } | null> {
  const [row] = (await manager.query(
    `SELECT a.id, a.account, a.changed_by, u.name FROM vendor_bank_account a JOIN user_account u ON u.id = a.changed_by
     WHERE a.vendor_id = ? AND a.answer = '' ORDER BY a.id DESC LIMIT 1`,
    [vendor],
  )) as { id: string; account: string; changed_by: string; name: string }[];
  return row ? { id: row.id, account: row.account, by: row.name, byId: row.changed_by } : null;
}
