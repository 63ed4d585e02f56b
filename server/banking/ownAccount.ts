import type { EntityManager } from 'typeorm';
import { type Row, text } from '../queries/figures.ts';
import { plainAccount } from '../transfers/accountNumbers.ts';

/** One of the company's accounts, as far as what the bank says is held against it. */
export interface OwnAccount {
  readonly id: string;
  readonly currency: string;
  /** Whether it is kept in the currency of the books. */
  readonly isHome: boolean;
}

const OWN =
  'SELECT id, account, currency, currency = (SELECT currency FROM company WHERE id = 1) AS home FROM bank_account';

const ownOf = (row: Row): OwnAccount => ({
  id: text(row.id),
  currency: text(row.currency),
  isHome: Number(row.home) === 1,
});

/** The account that the bank calls by this number; undefined where it is none of ours. */
export async function ownAccount(manager: EntityManager, number: string): Promise<OwnAccount | undefined> {
  const rows: Row[] = await manager.query(OWN);
  const row = rows.find((own) => plainAccount(text(own.account)) === plainAccount(number));
  return row && ownOf(row);
}

export async function ownAccountOf(manager: EntityManager, id: string): Promise<OwnAccount | undefined> {
  const [row] = (await manager.query(`${OWN} WHERE id = ?`, [id])) as Row[];
  return row && ownOf(row);
}
