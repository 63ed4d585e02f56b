import { base, type BaseAmount, documentAmount, type DocumentAmount } from '../exact/amounts.ts';
import { laterOf, type Day } from '../exact/calendar.ts';
import { invariant } from '../exact/invariant.ts';
import { ACCOUNTS, type AccountKey } from './accounts.ts';

/** What the company looks at its figures by, beside account, item and vendor. They travel from the order line to the journal. */
export interface Dimensions {
  readonly department?: string | undefined;
  readonly location?: string | undefined;
  readonly project?: string | undefined;
}

/** What a line is about, beside its account: read in the journal, summed by in reports. */
export interface About extends Dimensions {
  readonly item?: string | undefined;
  readonly vendor?: string | undefined;
  /** Which expense it is, on the account of expenses. */
  readonly expense?: string | undefined;
  /** Which of the company's bank accounts it is. */
  readonly bank?: string | undefined;
}

/** One line of an entry. `amount` in base currency, debit positive. */
export interface EntryLine extends About {
  readonly account: AccountKey;
  readonly amount: BaseAmount;
  /** Whether it follows from the value of goods, and so from the fold; else the document's own figures made it. */
  readonly ofValues: boolean;
  /** What moves on a bank account in the account's own currency, where that is another. */
  readonly held?: DocumentAmount | undefined;
}

/** One entry of the journal: one posting date, balanced. A document whose differences fall on several dates has several. */
export interface Entry {
  readonly date: Day;
  readonly lines: readonly EntryLine[];
}

const ORDER = new Map<AccountKey, number>(ACCOUNTS.map((account, position) => [account.key, position]));

interface Sum {
  readonly date: Day;
  readonly account: AccountKey;
  readonly about: About;
  readonly ofValues: boolean;
  amount: bigint;
  held: bigint;
}

/** Collects what a document posts, sums it by date, account and what it is about, and gives balanced entries. */
export class Journal {
  private readonly sums = new Map<string, Sum>();
  private last: { to: Sum; from: Sum; aboutTo: About; aboutFrom: About } | undefined;
  private readonly keys = new WeakMap<About, string>();
  private readonly date: Day;

  /** @param date the document's own posting date, which is also its first entry's */
  constructor(date: Day) {
    this.date = date;
  }

  /** A line from the document's own figures. */
  debit(date: Day, account: AccountKey, amount: BaseAmount, about: About = NOTHING_SAID, held = NOTHING_HELD): void {
    const sum = this.sumOf(date, account, about, false);
    sum.amount += amount;
    sum.held += held;
  }

  credit(date: Day, account: AccountKey, amount: BaseAmount, about: About = NOTHING_SAID, held = NOTHING_HELD): void {
    this.debit(date, account, base(-amount), about, documentAmount(-held));
  }

  /** Two lines that follow from a change in the value of goods. */
  transfer(date: Day, amount: BaseAmount, to: AccountKey, aboutTo: About, from: AccountKey, aboutFrom: About): void {
    const last = this.last;
    // A late cost makes one such pair after the other between the same accounts.
    if (
      last?.to.date === date &&
      last.to.account === to &&
      last.from.account === from &&
      last.aboutTo === aboutTo &&
      last.aboutFrom === aboutFrom
    ) {
      last.to.amount += amount;
      last.from.amount -= amount;
      return;
    }
    const sums = {
      to: this.sumOf(date, to, aboutTo, true),
      from: this.sumOf(date, from, aboutFrom, true),
      aboutTo,
      aboutFrom,
    };
    sums.to.amount += amount;
    sums.from.amount -= amount;
    this.last = sums;
  }

  /** The entries in order of date; the document's own date always has one, though it may be empty (goods for nothing). */
  entries(): Entry[] {
    const byDate = new Map<Day, EntryLine[]>([[this.date, []]]);
    for (const { date, account, about, ofValues, amount, held } of this.sums.values()) {
      if (amount === 0n && held === 0n) continue;
      const lines = byDate.get(date) ?? [];
      lines.push({
        account,
        amount: base(amount),
        ofValues,
        ...about,
        ...(held !== 0n && { held: documentAmount(held) }),
      });
      byDate.set(date, lines);
    }
    return [...byDate]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([date, lines]) => ({ date, lines: inOrder(date, lines) }));
  }

  private sumOf(date: Day, account: AccountKey, about: About, ofValues: boolean): Sum {
    const key = `${date}|${account}|${ofValues ? 'v' : ''}|${this.keyOf(about)}`;
    const known = this.sums.get(key);
    if (known) return known;
    const sum: Sum = { date, account, about, ofValues, amount: 0n, held: 0n };
    this.sums.set(key, sum);
    return sum;
  }

  private keyOf(about: About): string {
    const known = this.keys.get(about);
    if (known !== undefined) return known;
    const key = JSON.stringify([
      about.item,
      about.vendor,
      about.expense,
      about.department,
      about.location,
      about.project,
      about.bank,
    ]);
    this.keys.set(about, key);
    return key;
  }
}

const NOTHING_SAID: About = {};
const NOTHING_HELD = documentAmount(0n);

/** The lines of an entry as they are read: what the document's figures and what values made, summed. */
export function readable({ lines }: Entry): Omit<EntryLine, 'ofValues'>[] {
  const sums = new Map<string, Omit<EntryLine, 'ofValues'>>();
  for (const { ofValues: _, amount, ...line } of lines) {
    const { account, item, vendor, expense, bank, department, location, project } = line;
    const key = JSON.stringify([account, item, vendor, expense, bank, department, location, project]);
    sums.set(key, { ...line, amount: base(amount + (sums.get(key)?.amount ?? 0n)) });
  }
  return sorted([...sums.values()].filter(({ amount, held }) => amount !== 0n || held !== undefined));
}

/** The latest of the days that a difference must respect (accounting.md, Dates). */
export function postingDate(documentDate: Day, movementDate: Day, firstOpenDay: Day): Day {
  return laterOf(documentDate, movementDate, firstOpenDay);
}

function inOrder(date: Day, lines: EntryLine[]): EntryLine[] {
  invariant(lines.reduce((sum, line) => sum + line.amount, 0n) === 0n, `the entry of ${date} balances`);
  return sorted(lines);
}

/** Debits before credits, each in the order of the accounts. */
function sorted<Line extends { amount: bigint; account: AccountKey }>(lines: Line[]): Line[] {
  const side = (line: Line) => (line.amount > 0n ? 0 : 1);
  return lines.sort((a, b) => side(a) - side(b) || (ORDER.get(a.account) ?? 0) - (ORDER.get(b.account) ?? 0));
}
