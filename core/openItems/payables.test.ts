import { afterAll, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { documentOf } from '../costing/pool.ts';
import { decide } from '../posting/decide.ts';
import { openedBy, record } from '../posting/record.ts';
import { choices, commandFor, MOVES_WITH_PERIODS, openingBooks, settings } from '../testing/histories.ts';
import { runs, seed } from '../testing/runs.ts';
import type { OpenItem } from './openItem.ts';

/** Amounts by what they are of, those of nothing left out. */
class Sums {
  private readonly sums = new Map<string, bigint>();

  add(of: readonly string[], amount: bigint): void {
    const key = of.join(' ');
    this.sums.set(key, (this.sums.get(key) ?? 0n) + amount);
  }

  toString(): string[] {
    return [...this.sums].flatMap(([key, sum]) => (sum === 0n ? [] : [`${key} ${sum}`])).sort();
  }
}

const ACCOUNTS: ReadonlySet<string> = new Set(['payables', 'customs-payable']);

interface Booked {
  readonly date: string;
  readonly vendor: string;
  readonly amount: bigint;
}

let [settled, reversed, remeasured] = [0, 0, 0];
afterAll(() =>
  console.info(
    `Payables with OBOLUS_SEED=${seed}: paid ${settled}, taken back ${reversed}, measured anew ${remeasured}`,
  ),
);

it('what is owed to each vendor is the sum of its open items as of any day, in the account and in the currency of its bills', () => {
  fc.assert(
    fc.property(settings, choices(40, MOVES_WITH_PERIODS), (setting, history) => {
      let books = openingBooks(setting);
      const [booked, measured]: [Booked[], Booked[]] = [[], []];
      const items: { readonly date: string; readonly item: OpenItem }[] = [];
      for (const choice of history) {
        const command = commandFor(books, choice, setting);
        const decision = command && decide(books, command);
        if (!command || !decision?.accepted) continue;
        const { posted } = decision;
        const { kind } = command.kind === 'reversal' ? (books.documents.get(command.of) ?? command) : command;
        const measures = kind === 'close' || kind === 'open';
        for (const { date, lines } of posted.entries)
          for (const { account, amount, vendor = '' } of lines)
            if (ACCOUNTS.has(account)) (measures ? measured : booked).push({ date, vendor, amount: -amount });
        const opened = openedBy(books, posted).filter(({ kind }) => kind === 'to-pay');
        items.push(...opened.map((item) => ({ date: posted.document.date, item })));
        if (command.kind === 'payment') settled += 1;
        if (command.kind === 'reversal' && opened.length > 0) reversed += 1;
        books = record(books, posted);
      }
      for (const day of new Set([...booked, ...items].map(({ date }) => date))) {
        const [account, open] = [new Sums(), new Sums()];
        for (const { date, vendor, amount } of booked) if (date <= day) account.add([vendor], amount);
        for (const { date, item } of items) if (date <= day) open.add([item.vendor], item.base);
        expect([day, open.toString()]).toEqual([day, account.toString()]);
      }
      // What is measured anew at the end of a period is in the account until the next is opened: the items stay what they were booked at.
      const [left, stands] = [new Sums(), new Sums()];
      for (const { vendor, amount } of measured) left.add([vendor], amount);
      for (const { accruals } of books.closedPeriods.filter(({ takenBack }) => !takenBack))
        for (const { account, about, amount } of accruals)
          if (ACCOUNTS.has(account)) stands.add([about.vendor ?? ''], -amount);
      expect(left.toString()).toEqual(stands.toString());
      remeasured += measured.length;
      // In the currency of the bills: what each was for, less what settled it.
      const [should, is] = [new Sums(), new Sums()];
      for (const { document, vendor, currency, amount, paid } of books.payables.values())
        should.add(
          [vendor, currency, document],
          paid.reduce((left, part) => left - part.amount, amount as bigint),
        );
      for (const { item } of items) {
        const currency = books.payables.get(documentOf(item.line))?.currency ?? 'gone';
        is.add([item.vendor, currency, documentOf(item.line)], item.amount);
      }
      expect(is.toString()).toEqual(should.toString());
    }),
    { numRuns: runs(400), seed },
  );
  expect([settled, reversed, remeasured].every((count) => count > runs(400) / 100)).toBe(true);
});
