import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { decide } from '../posting/decide.ts';
import { openedBy, record } from '../posting/record.ts';
import { choices, commandFor, MOVES_WITH_PERIODS, openingBooks, settings } from '../testing/histories.ts';
import { runs, seed } from '../testing/runs.ts';
import { openIn } from './openChanges.ts';
import type { OpenItem } from './openItem.ts';

/** What is open by line, in one text each. */
class Open {
  private readonly items = new Map<string, OpenItem>();

  add(changes: readonly OpenItem[], sign = 1n): void {
    for (const change of changes) {
      const key = [change.kind, change.line, change.part, change.vendor, change.item].join('|');
      const now = this.items.get(key);
      this.items.set(key, {
        ...change,
        quantity: (now?.quantity ?? 0n) + sign * change.quantity,
        amount: (now?.amount ?? 0n) + sign * change.amount,
        base: (now?.base ?? 0n) + sign * change.base,
      });
    }
  }

  toString(): string[] {
    return [...this.items]
      .filter(([, { quantity, amount, base }]) => quantity !== 0n || amount !== 0n || base !== 0n)
      .map(([key, { quantity, amount, base }]) => `${key}: ${quantity} ${amount} ${base}`)
      .sort();
  }
}

describe('what is open', () => {
  it('is the sum of what each document changed of it, and a reversal takes just that away again, but for versions of an order', () => {
    let reversals = 0;
    fc.assert(
      fc.property(settings, choices(40, MOVES_WITH_PERIODS), (setting, history) => {
        let books = openingBooks(setting);
        const open = new Open();
        open.add(openIn(books));
        const changes = new Map<string, readonly OpenItem[]>();
        // What another version stated stands again, and that need not be what was there before this one.
        const restates = (document: string) => books.documents.get(document)?.kind === 'order-change';
        for (const choice of history) {
          const command = commandFor(books, choice, setting);
          const decision = command && decide(books, command);
          if (!command || !decision?.accepted) continue;
          const changed = openedBy(books, decision.posted);
          if (command.kind === 'reversal' && !restates(command.of)) {
            reversals += 1;
            const back = new Open();
            back.add(changes.get(command.of) ?? []);
            back.add(changed);
            expect(back.toString()).toEqual([]);
          }
          changes.set(books.nextDocument.toString(), changed);
          open.add(changed);
          books = record(books, decision.posted);
        }
        const should = new Open();
        should.add(openIn(books));
        expect(open.toString()).toEqual(should.toString());
      }),
      { numRuns: runs(400), seed },
    );
    expect(reversals).toBeGreaterThan(runs(400) / 10);
  });
});
