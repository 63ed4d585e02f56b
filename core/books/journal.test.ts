import { describe, expect, it } from '@jest/globals';
import { base } from '../exact/amounts.ts';
import { ACCOUNTS } from './accounts.ts';
import { Journal, postingDate } from './journal.ts';

describe('a journal', () => {
  it('sums by date, account, item and vendor, and leaves out what comes to nothing', () => {
    const journal = new Journal('2026-03-10');
    journal.debit('2026-03-10', 'grni', base(500n), { vendor: 'V' });
    journal.debit('2026-03-10', 'grni', base(40n), { vendor: 'V' });
    journal.credit('2026-03-10', 'grni', base(40n), { vendor: 'V' });
    journal.debit('2026-03-10', 'grni', base(7n), { vendor: 'W' });
    journal.credit('2026-03-10', 'payables', base(507n), { vendor: 'V' });
    journal.debit('2026-03-10', 'exchange-difference', base(0n));
    expect(journal.entries()).toEqual([
      {
        date: '2026-03-10',
        lines: [
          { account: 'grni', amount: 500n, ofValues: false, vendor: 'V' },
          { account: 'grni', amount: 7n, ofValues: false, vendor: 'W' },
          { account: 'payables', amount: -507n, ofValues: false, vendor: 'V' },
        ],
      },
    ]);
  });

  it('puts debits before credits, each in the order of the accounts', () => {
    const journal = new Journal('2026-03-10');
    journal.credit('2026-03-10', 'sales', base(30n));
    journal.credit('2026-03-10', 'inventory', base(20n));
    journal.debit('2026-03-10', 'cost-of-goods', base(20n));
    journal.debit('2026-03-10', 'receivables', base(30n));
    expect(journal.entries()[0]?.lines.map(({ account }) => account)).toEqual([
      'receivables',
      'cost-of-goods',
      'inventory',
      'sales',
    ]);
  });

  it('gives an entry for each date, the earliest first, and one of its own even when nothing of value moved', () => {
    const journal = new Journal('2026-03-10');
    journal.debit('2026-04-01', 'bank', base(1n));
    journal.credit('2026-04-01', 'sales', base(1n));
    expect(journal.entries().map(({ date, lines }) => [date, lines.length])).toEqual([
      ['2026-03-10', 0],
      ['2026-04-01', 2],
    ]);
  });

  it('breaks rather than give an entry that does not balance, though all dates together would', () => {
    const journal = new Journal('2026-03-10');
    journal.debit('2026-03-10', 'bank', base(1n));
    journal.credit('2026-03-11', 'bank', base(1n));
    expect(() => journal.entries()).toThrow(/Broken invariant: the entry of 2026-03-10 balances/);
  });
});

describe('the date of a difference', () => {
  it.each([
    ['2026-03-10', '2026-03-01', '2026-01-01', '2026-03-10'],
    ['2026-03-10', '2026-03-20', '2026-01-01', '2026-03-20'],
    ['2026-03-10', '2026-03-20', '2026-04-01', '2026-04-01'],
  ])('of a document of %s on a movement of %s, open from %s, is %s', (document, movement, open, date) => {
    expect(postingDate(document, movement, open)).toBe(date);
  });
});

describe('the accounts', () => {
  it('have each a key and a number of their own', () => {
    expect(new Set(ACCOUNTS.map(({ key }) => key)).size).toBe(ACCOUNTS.length);
    expect(new Set(ACCOUNTS.map(({ number }) => number)).size).toBe(ACCOUNTS.length);
  });
});
