import type { AccountKey } from './accounts.ts';

/** A line of the journal as it is kept. `amount` in base currency, debit positive. */
export interface KeptLine {
  /** The entry that it belongs to; the lines of an entry stand together. */
  readonly entry: string;
  readonly account: AccountKey;
  readonly amount: bigint;
}

export interface JournalProof {
  /** Entries that do not balance, and by how much they are out. */
  readonly outOfBalance: readonly { entry: string; by: bigint }[];
  readonly balances: ReadonlyMap<AccountKey, bigint>;
}

/** Works a whole journal out again: every entry must balance (accounting.md, Exactness), the accounts are the sums of their lines. */
export function proveJournal(lines: Iterable<KeptLine>): JournalProof {
  const balances = new Map<AccountKey, bigint>();
  const outOfBalance: { entry: string; by: bigint }[] = [];
  let entry: string | undefined;
  let sum = 0n;
  const close = () => {
    if (entry !== undefined && sum !== 0n) outOfBalance.push({ entry, by: sum });
    sum = 0n;
  };
  for (const line of lines) {
    if (line.entry !== entry) {
      close();
      entry = line.entry;
    }
    sum += line.amount;
    balances.set(line.account, (balances.get(line.account) ?? 0n) + line.amount);
  }
  close();
  return { outOfBalance, balances };
}
