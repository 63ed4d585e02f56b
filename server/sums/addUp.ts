import type { EntityManager } from 'typeorm';
import type { Held, JobKind } from '../jobs/job.ts';

const EVERY = 60;
/** Entries that one step adds up. */
const AT_ONCE = 20_000;

/**
 * Adds up the journal by account and month, and what pools are worth, entry by entry in the order of the ledger. What was posted since is
 * read beside the sums (`balances.ts`), so that nobody ever waits for this.
 */
export const sums: JobKind = { every: EVERY, run: addUp };

async function addUp({ step }: Held): Promise<void> {
  for (;;) if (await step(addNext)) return;
}

/** Says whether everything is added up. The ledger's numbers are taken one after the other: below the last there is no gap that could still be filled. */
export async function addNext(manager: EntityManager): Promise<boolean> {
  const [row] = (await manager.query(
    'SELECT s.number, (SELECT h.number FROM ledger_head h WHERE h.id = 1) AS last FROM summed s WHERE s.id = 1 FOR UPDATE',
  )) as { number: string; last: string }[];
  const [from, last] = [Number(row?.number), Number(row?.last)];
  const to = Math.min(from + AT_ONCE, last);
  if (from === to) return true;
  const within = 'k.number > ? AND k.number <= ?';
  await manager.query(
    `INSERT INTO account_sum (account_id, account, month, amount)
     SELECT l.account_id, l.account, DATE_FORMAT(l.date, '%Y-%m'), SUM(l.amount) FROM ledger_link k JOIN journal_line l ON l.document_id = k.document_id AND l.entry_no = k.entry_no
     WHERE ${within} GROUP BY l.account_id, l.account, DATE_FORMAT(l.date, '%Y-%m')
     ON DUPLICATE KEY UPDATE amount = account_sum.amount + VALUES(amount)`,
    [from, to],
  );
  // Documents are whole in the ledger: their entries are sealed one after the other in one transaction.
  await manager.query(
    `INSERT INTO pool_sum (pool_id, month, amount)
     SELECT c.pool_id, DATE_FORMAT(c.posting, '%Y-%m'), SUM(c.amount) FROM ledger_link k JOIN value_change c ON c.document_id = k.document_id AND c.entry_no = k.entry_no
     WHERE ${within} AND c.pool_id IS NOT NULL GROUP BY c.pool_id, DATE_FORMAT(c.posting, '%Y-%m')
     ON DUPLICATE KEY UPDATE amount = pool_sum.amount + VALUES(amount)`,
    [from, to],
  );
  await manager.query('UPDATE summed SET number = ? WHERE id = 1', [to]);
  return to === last;
}
