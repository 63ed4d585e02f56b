import { afterAll, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { toBase } from '../exact/amounts.ts';
import { decide } from '../posting/decide.ts';
import { record } from '../posting/record.ts';
import { rateOn } from '../state/checks.ts';
import { choices, commandFor, MOVES_WITH_PERIODS, openingBooks, settings } from '../testing/histories.ts';
import { runs, seed } from '../testing/runs.ts';

const PAID_OFTEN = ['receive', 'bill', 'pay', 'pay', 'reverse', 'reverse', 'close or open'] as const;
let [moved, closed, takenBack] = [0, 0, 0];
afterAll(() =>
  console.info(`Banks with OBOLUS_SEED=${seed}: moved ${moved}, closed ${closed}, taken back ${takenBack}`),
);

it('an account in another currency holds what documents moved on it, and stands at the closing rate when a period ends', () => {
  fc.assert(
    fc.property(settings, choices(60, [...MOVES_WITH_PERIODS, ...PAID_OFTEN]), (setting, history) => {
      let books = openingBooks(setting);
      // What each document moved on the account, from the document itself.
      const left = new Map<string, bigint>();
      for (const choice of history) {
        const command = commandFor(books, choice, setting);
        const decision = command && decide(books, command);
        if (!command || !decision?.accepted) continue;
        const { document } = decision.posted;
        if (document.kind === 'payment' && document.account === 'euro') {
          left.set(books.nextDocument.toString(), document.left.held + document.fee.held);
          moved += 1;
        }
        if (document.kind === 'reversal' && left.delete(document.of)) takenBack += 1;
        books = record(books, decision.posted);
        const moves = books.bankMoves.filter(({ account }) => account === 'euro');
        const held = moves.reduce((sum, move) => sum + move.held, 0n);
        expect(held).toBe(-[...left.values()].reduce((sum, amount) => sum + amount, 0n));
        if (document.kind !== 'close') continue;
        // As of the day of the closing: in base currency what it holds at the closing rate.
        const then = moves.filter(({ date }) => date <= document.date);
        const sumOf = (figure: 'held' | 'base') => then.reduce((sum, move) => sum + move[figure], 0n);
        const rate = rateOn(books, 'EUR', document.date);
        const { currency } = books.company;
        if (currency !== 'EUR' && rate !== undefined)
          expect(sumOf('base')).toBe(toBase(sumOf('held') as never, 'EUR', rate, currency));
        if (then.length > 0) closed += 1;
      }
    }),
    { numRuns: runs(200), seed },
  );
});
