import type { EntityManager } from 'typeorm';
import type { AccountKey } from '@obolus/core/books/accounts';
import { big, type Row } from './figures.ts';

/** What period ends measured anew of an account, less what was taken back of it, to the end of a day; in base currency, debit positive. */
export async function remeasuredOf(manager: EntityManager, account: AccountKey, until: string): Promise<bigint> {
  const [periods] = (await manager.query(
    `SELECT COALESCE(SUM(j.amount), 0) AS measured FROM
       (SELECT d.id FROM document d WHERE d.kind IN ('close', 'open') UNION SELECT x.document_id FROM document d JOIN reversal x ON x.reversed_id = d.id WHERE d.kind IN ('close', 'open')) p
     JOIN journal_line j ON j.document_id = p.id AND j.account = ? AND j.date <= ?`,
    [account, until],
  )) as Row[];
  return big(periods?.measured);
}
