import { describe, expect, it } from '@jest/globals';
import { appended, copyOf, isHere, knownOf, notLoaded, Slice } from './slice.ts';
import { change } from './writing.ts';

function lines(): Slice<string, number> {
  const slice = new Slice<string, number>('lines');
  slice.set('1/1', 10);
  slice.seek(['1/1', '1/2']);
  return slice;
}

describe('a part of books that were not loaded whole', () => {
  it('says of what it was looked for whether it is there', () => {
    expect([lines().get('1/1'), lines().get('1/2'), lines().has('1/2')]).toEqual([10, undefined, false]);
    expect([lines().isSought('1/2'), isHere(lines(), '2/1'), isHere(new Map(), '2/1')]).toEqual([true, false, true]);
  });

  it('breaks an invariant where it was not looked for something, and where it was looked for nothing at all', () => {
    expect(() => lines().get('2/1')).toThrow('lines: 2/1 was not loaded');
    expect(() => lines().has('2/1')).toThrow('lines: 2/1 was not loaded');
    expect(() => new Slice('lines').values()).toThrow('lines: nothing was loaded');
    expect([...lines().values()]).toEqual([10]);
  });

  it('knows nothing by an empty name, and after all was read everything', () => {
    expect(lines().get('')).toBeUndefined();
    const all = lines();
    all.seekAll();
    expect(all.get('7/7')).toBeUndefined();
  });

  it('is copied with what it was looked for; a copy that takes entries leaves it as it was', () => {
    const slice = lines();
    const copy = copyOf(slice);
    copy.set('2/1', 5);
    copy.delete('1/1');
    expect([copy.get('2/1'), copy.get('1/1'), copy.get('1/2')]).toEqual([5, undefined, undefined]);
    expect(() => copy.get('3/1')).toThrow('was not loaded');
    expect([...slice.values()]).toEqual([10]);
    expect([...copyOf(new Map([['a', 1]]))]).toEqual([['a', 1]]);
  });

  it('gives what is here to whoever goes by what is loaded, and changes nothing else', () => {
    const slice = lines();
    expect(knownOf(slice).get('2/1')).toBeUndefined();
    change(slice, '2/1', (n) => n + 1);
    change(slice, '1/1', (n) => n + 1);
    expect([...slice.values()]).toEqual([11]);
  });
});

describe('a list that was not loaded', () => {
  it('breaks an invariant where somebody looks into it, and stays so where more is added', () => {
    const list = notLoaded<number>('tariff');
    expect(() => list.length).toThrow('tariff: was not loaded');
    expect(appended(list, [1])).toBe(list);
    expect(appended([1], [2])).toEqual([1, 2]);
  });
});
