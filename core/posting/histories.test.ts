import { afterAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { Bookkeeper, comparable, expectedBalances, foldedDifferently, show } from '../testing/bookkeeper.ts';
import { choices, Occurrences, openingBooks, play, settings } from '../testing/histories.ts';
import { runs, seed } from '../testing/runs.ts';

/*
 * Random histories of every kind of document, back-dated and on the same days, in two warehouses, with kits made of kits,
 * returns at every stage and reversals. The seed is printed: OBOLUS_SEED runs it again.
 */
const occurrences = new Occurrences();
afterAll(() => console.info(`Histories with OBOLUS_SEED=${seed}. Posted: ${occurrences.toString()}`));

describe('any history', () => {
  it('keeps every account at what the lines and pools say, and every pool at what it folds to from scratch', () => {
    fc.assert(
      fc.property(settings, choices(40), (setting, history) => {
        const keeper = new Bookkeeper(openingBooks(setting));
        for (const choice of history) {
          if (play(keeper, setting, choice, occurrences) === undefined) continue;
          const wrong = [...keeper.books.pools.values()].flatMap((pool) => foldedDifferently(pool, setting.currency));
          expect(wrong).toEqual([]);
        }
        const expected = expectedBalances(keeper.books);
        const inventory = [['inventory', expected.inventory]];
        const all = Object.entries(expected);
        for (const [account, balance] of setting.recognition === 'on-sale' ? all : inventory) {
          expect([account, keeper.balance(account as 'grni')]).toEqual([account, balance]);
        }
        expect([...keeper.balances.values()].reduce((sum, balance) => sum + balance, 0n)).toBe(0n);
      }),
      { numRuns: runs(600), seed },
    );
  });

  it('is as it was when its last document is reversed on the same day', () => {
    fc.assert(
      fc.property(settings, choices(25), (setting, history) => {
        const keeper = new Bookkeeper(openingBooks(setting));
        for (const choice of history.slice(0, -1)) play(keeper, setting, choice);
        const before = { accounts: show(keeper.accounts()), books: comparable(keeper.books) };
        const last = history[history.length - 1];
        const number = last && last.move !== 'reverse' ? play(keeper, setting, last) : undefined;
        if (number === undefined) return;
        const date = keeper.books.documents.get(number)?.date ?? '';
        keeper.post({ kind: 'reversal', date, of: number, reason: 'a mistake' });
        expect(show(keeper.accounts())).toBe(before.accounts);
        expect(comparable(keeper.books)).toEqual(before.books);
      }),
      { numRuns: runs(600), seed },
    );
  });
});
