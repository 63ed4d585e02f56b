import { describe, expect, it } from '@jest/globals';
import { Slice } from './slice.ts';
import { Written } from './written.ts';

describe('entries written over a part', () => {
  const under = new Map([
    ['a', 1],
    ['b', 2],
  ]);

  it('are seen as the part with them, and leave it as it is', () => {
    const written = new Written<string, number>(under);
    written.set('b', 20).set('c', 3);
    written.delete('a');
    expect([...written]).toEqual([
      ['b', 20],
      ['c', 3],
    ]);
    expect([written.size, written.has('a'), written.get('a'), written.get('b')]).toEqual([2, false, undefined, 20]);
    const seen: string[] = [];
    written.forEach((entry, id) => seen.push(`${id}${entry}`));
    expect(seen).toEqual(['b20', 'c3']);
    expect([...under.keys()]).toEqual(['a', 'b']);
    expect(written.touched().sort()).toEqual(['a', 'b', 'c']);
    expect([written.before('a'), written.before('c')]).toEqual([1, undefined]);
  });

  it('are nothing where nothing was written, and can be written again after they were taken out', () => {
    const written = new Written<string, number>(under);
    expect(written.whole()).toBe(under);
    written.delete('a');
    written.set('a', 5);
    expect(written.whole()).toEqual(
      new Map([
        ['a', 5],
        ['b', 2],
      ]),
    );
  });

  it('do not make what was not loaded look like what is not there', () => {
    const slice = new Slice<string, number>('things');
    slice.seek(['a']);
    const written = new Written<string, number>(slice);
    expect([written.isSought('a'), written.isSought('z'), written.before('z')]).toEqual([true, false, undefined]);
    expect(() => written.get('z')).toThrow('things: z was not loaded');
    written.set('z', 1);
    expect([written.isSought('z'), written.get('z')]).toEqual([true, 1]);
  });
});
