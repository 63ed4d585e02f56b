import { describe, expect, it } from '@jest/globals';
import { proveJournal } from './proof.ts';

describe('the proof of a journal', () => {
  it('sums the accounts, and names every entry that is out of balance, the last too', () => {
    const proof = proveJournal([
      { entry: '1', account: 'bank', amount: 5n },
      { entry: '1', account: 'sales', amount: -5n },
      { entry: '2', account: 'bank', amount: 7n },
      { entry: '2', account: 'sales', amount: -6n },
      { entry: '3', account: 'bank', amount: -1n },
    ]);
    expect(proof.outOfBalance).toEqual([
      { entry: '2', by: 1n },
      { entry: '3', by: -1n },
    ]);
    expect([...proof.balances]).toEqual([
      ['bank', 11n],
      ['sales', -11n],
    ]);
  });

  it('finds nothing in an empty one', () => {
    expect(proveJournal([])).toEqual({ outOfBalance: [], balances: new Map() });
  });
});
