import type { EntityManager } from 'typeorm';

type Row = Record<string, string | null>;

/*
 * What the ledger says as of a day, read in one snapshot: whole months from the sums, the month of the day from the journal, and of the
 * months before it what was posted after the sums were last made.
 */

/** Balances by account of the chart and kind of posting, by posting date, to the end of a day. */
export function balancesOn(manager: EntityManager, day: string): Promise<Row[]> {
  return manager.query(
    `SELECT s.account_id, s.account, SUM(s.amount) AS balance FROM (
       SELECT a.account_id, a.account, a.amount FROM account_sum a WHERE a.month < ?
       UNION ALL SELECT l.account_id, l.account, l.amount FROM journal_line l WHERE l.date >= ? AND l.date <= ?
       UNION ALL SELECT l.account_id, l.account, l.amount FROM ledger_link k JOIN journal_line l ON l.document_id = k.document_id AND l.entry_no = k.entry_no
         WHERE k.number > (SELECT number FROM summed WHERE id = 1) AND l.date < ?) s
     GROUP BY s.account_id, s.account`,
    [monthOf(day), firstOf(day), day, firstOf(day)],
  );
}

/** What all pools are worth by their own rows, by posting date, to the end of a day: the other side of the inventory account. */
export async function stockOn(manager: EntityManager, day: string): Promise<string> {
  const [row] = (await manager.query(
    `SELECT COALESCE(SUM(s.amount), 0) AS value FROM (
       SELECT a.amount FROM pool_sum a WHERE a.month < ?
       UNION ALL SELECT c.amount FROM (SELECT DISTINCT e.document_id FROM entry e WHERE e.date >= ? AND e.date <= ?) d JOIN value_change c ON c.document_id = d.document_id
         WHERE c.pool_id IS NOT NULL AND c.posting >= ? AND c.posting <= ?
       UNION ALL SELECT c.amount FROM ledger_link k JOIN value_change c ON c.document_id = k.document_id AND c.entry_no = k.entry_no
         WHERE k.number > (SELECT number FROM summed WHERE id = 1) AND c.pool_id IS NOT NULL AND c.posting < ?) s`,
    [monthOf(day), firstOf(day), day, firstOf(day), day, firstOf(day)],
  )) as Row[];
  return row?.value ?? '0';
}

const monthOf = (day: string): string => day.slice(0, 7);
const firstOf = (day: string): string => `${monthOf(day)}-01`;
