import { describe, expect, it } from '@jest/globals';
import type { ListState } from '@obolus/contract/listState';
import { fromAddress, isSameState, stillToCome, toAddress } from './useListState.ts';

const whole: ListState = {
  sort: 'due',
  down: true,
  find: 'yarn & co',
  where: [{ column: 'vendor', is: 'has', to: 'Tarn=side' }],
  columns: ['order', 'due'],
};

describe('how a list is looked at', () => {
  it('stands in the address and is found there again', () => {
    expect(fromAddress(new URLSearchParams(toAddress(whole).toString()))).toEqual(whole);
    expect(fromAddress(toAddress({}))).toEqual({ where: [] });
  });

  it('is cleared without becoming the first view again', () => {
    expect(toAddress({ where: [] }).toString()).not.toBe('');
  });

  it('stays as it was typed while the address is still behind, and follows whoever went elsewhere', () => {
    expect(stillToCome(['', 'find=a', 'find=ab'], 'find=a')).toEqual(['find=a', 'find=ab']);
    expect(stillToCome(['find=a', 'find=ab'], 'find=ab')).toEqual(['find=ab']);
    expect(stillToCome(['find=ab'], 'find=ab')).toEqual(['find=ab']);
    expect(stillToCome(['find=ab'], 'sort=due')).toBeUndefined();
  });

  it('survives an address that somebody broke', () => {
    expect(fromAddress(new URLSearchParams('where=%5B%7B&sort=due'))).toEqual({ sort: 'due', where: [] });
    expect(fromAddress(new URLSearchParams('where=7'))).toEqual({ where: [] });
  });

  it('is the same view whatever is left unsaid', () => {
    expect(isSameState({ where: [] }, {})).toBe(true);
    expect(isSameState({ sort: 'due' }, { sort: 'due', down: true })).toBe(false);
  });
});
