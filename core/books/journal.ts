import { base, type BaseAmount } from '../exact/amounts.ts';
import { laterOf, type Day } from '../exact/calendar.ts';
import { invariant } from '../exact/invariant.ts';
import { ACCOUNTS, type AccountKey } from './accounts.ts';

/** What a line is about, beside its account: read in the journal, summed by in reports. */
export interface About {
  readonly item?: string;
  readonly vendor?: string;
}

/** One line of an entry. `amount` in base currency, debit positive. */
export interface EntryLine extends About {
  readonly account: AccountKey;
  readonly amount: BaseAmount;
}

/** One entry of the journal: one posting date, balanced. A document whose differences fall on several dates has several. */
export interface Entry {
  readonly date: Day;
  readonly lines: readonly EntryLine[];
}

const ORDER = new Map<AccountKey, number>(ACCOUNTS.map((account, position) => [account.key, position]));

/** Collects what a document posts, sums it by date, account, item and vendor, and gives balanced entries. */
export class Journal {
  private readonly sums = new Map<string, { date: Day; line: EntryLine }>();
  private readonly date: Day;

  /** @param date the document's own posting date, which is also its first entry's */
  constructor(date: Day) {
    this.date = date;
  }

  debit(date: Day, account: AccountKey, amount: BaseAmount, about: About = {}): void {
    const key = JSON.stringify([date, account, about.item, about.vendor]);
    const before = this.sums.get(key)?.line.amount ?? 0n;
    this.sums.set(key, { date, line: { account, amount: base(before + amount), ...about } });
  }

  credit(date: Day, account: AccountKey, amount: BaseAmount, about: About = {}): void {
    this.debit(date, account, base(-amount), about);
  }

  /** The entries in order of date; the document's own date always has one, though it may be empty (goods for nothing). */
  entries(): Entry[] {
    const byDate = new Map<Day, EntryLine[]>([[this.date, []]]);
    for (const { date, line } of this.sums.values()) {
      if (line.amount === 0n) continue;
      byDate.set(date, [...(byDate.get(date) ?? []), line]);
    }
    return [...byDate].sort(([a], [b]) => (a < b ? -1 : 1)).map(([date, lines]) => ({ date, lines: sealed(date, lines) }));
  }
}

/** The latest of the days that a difference must respect (accounting.md, Dates). */
export function postingDate(documentDate: Day, movementDate: Day, firstOpenDay: Day): Day {
  return laterOf(documentDate, movementDate, firstOpenDay);
}

function sealed(date: Day, lines: EntryLine[]): EntryLine[] {
  const total = lines.reduce((sum, line) => sum + line.amount, 0n);
  invariant(total === 0n, `the entry of ${date} balances (it is out by ${total})`);
  return lines.sort((a, b) => sideOf(a) - sideOf(b) || (ORDER.get(a.account) ?? 0) - (ORDER.get(b.account) ?? 0));
}

const sideOf = (line: EntryLine): number => (line.amount > 0n ? 0 : 1);
