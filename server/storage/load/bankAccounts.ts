import type { EntityManager } from 'typeorm';
import type { BankAccount } from '@obolus/core/state/paying';
import type { BooksLoader } from './loader.ts';
import { big, query, type Reading, text } from './rows.ts';
import { loadRates } from './setUp.ts';

/** A bank account that a document names, with the rates of its currency from one day to another, the last of them being the document's. */
export async function loadBankAccount(
  loader: BooksLoader,
  account: string | undefined,
  until: string,
  since = until,
): Promise<void> {
  if (account === undefined) return;
  await loadBankAccounts(loader, [account]);
  const kept = loader.parts.bankAccounts.get(account);
  if (kept) await loadRates(loader, [kept.currency], until, since);
}

/** Their currency stays while something is posted on them: it is settled with the first that is. */
export const loadBankAccounts = (loader: BooksLoader, accounts: readonly string[]): Promise<void> =>
  loader.keep('bankAccounts', accounts, async (missing) =>
    (
      await query(loader.reading, `SELECT id, currency FROM bank_account WHERE id IN (?)${loader.sharedLock}`, [
        missing,
      ])
    ).map((row) => [text(row.id), { currency: text(row.currency), nextCheck: undefined }]),
  );

/** Accounts with the numbers of their next checks; for posting they are locked, so that each number is given once. */
export const loadCheckbooks = (loader: BooksLoader, accounts: readonly string[]): Promise<void> =>
  loader.keep('bankAccounts', accounts, async (missing) => readCheckbooks(loader.reading, missing));

/** The number of the next check of an account; undefined for one that has none. */
export async function nextCheck(
  manager: EntityManager,
  account: string,
  locking: boolean,
): Promise<bigint | undefined> {
  if (account === '') return undefined;
  return (await readCheckbooks({ manager, locking }, [account])).get(account)?.nextCheck;
}

/** Accounts with the numbers of their next checks, where they have any. */
export async function readCheckbooks(
  reading: Reading,
  accounts: readonly string[],
): Promise<ReadonlyMap<string, BankAccount>> {
  if (accounts.length === 0) return new Map();
  const lock = reading.locking ? ' FOR UPDATE' : '';
  const books = await query(reading, `SELECT id, currency, first_check FROM bank_account WHERE id IN (?)${lock}`, [
    accounts,
  ]);
  const used = await query(
    reading,
    `SELECT bank_account_id, MAX(number) AS number FROM bank_check WHERE bank_account_id IN (?) GROUP BY bank_account_id${lock}`,
    [accounts],
  );
  return new Map(
    books.map((row) => {
      const last = used.find(({ bank_account_id: of }) => of === row.id);
      const first = row.first_check == null ? undefined : big(row.first_check);
      const after = last && first !== undefined ? big(last.number) + 1n : undefined;
      const next = after !== undefined && first !== undefined && after > first ? after : first;
      return [text(row.id), { currency: text(row.currency), nextCheck: next }];
    }),
  );
}
