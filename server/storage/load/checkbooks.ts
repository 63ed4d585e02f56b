import type { EntityManager } from 'typeorm';
import type { BooksLoader } from './loader.ts';
import { big, query, type Reading, text } from './rows.ts';

/** The forms of accounts that have any; for posting the account is locked, so that each number is given once. */
export const loadCheckbooks = (loader: BooksLoader, accounts: readonly string[]): Promise<void> =>
  loader.keep('checkbooks', accounts, async (missing) =>
    (await readCheckbooks(loader.reading, missing)).map(({ account, next }) => [account, { next }]),
  );

/** The number of the next check of an account; undefined for one that has none. */
export async function nextCheck(
  manager: EntityManager,
  account: string,
  locking: boolean,
): Promise<bigint | undefined> {
  if (account === '') return undefined;
  const [book] = await readCheckbooks({ manager, locking }, [account]);
  return book?.next;
}

/** Of those accounts that have forms: the number of the next check. */
export async function readCheckbooks(
  reading: Reading,
  accounts: readonly string[],
): Promise<{ account: string; next: bigint }[]> {
  const lock = reading.locking ? ' FOR UPDATE' : '';
  const books = await query(
    reading,
    `SELECT id, first_check FROM bank_account WHERE id IN (?) AND first_check IS NOT NULL${lock}`,
    [accounts],
  );
  const used = await query(
    reading,
    `SELECT bank_account_id, MAX(number) AS number FROM bank_check WHERE bank_account_id IN (?) GROUP BY bank_account_id${lock}`,
    [accounts],
  );
  return books.map((row) => {
    const last = used.find(({ bank_account_id: of }) => of === row.id);
    const first = big(row.first_check);
    const after = last ? big(last.number) + 1n : first;
    return { account: text(row.id), next: after > first ? after : first };
  });
}
