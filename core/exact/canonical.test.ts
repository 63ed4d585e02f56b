import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { canonicalText, fromCanonicalText } from './canonical.ts';

const key = fc.string().filter((name) => !['#', '@', '*', '__proto__'].includes(name));
const { data } = fc.letrec((tie) => ({
  leaf: fc.oneof(fc.bigInt(), fc.string(), fc.boolean(), fc.integer(), fc.constant(null)),
  data: fc.oneof(
    { maxDepth: 4 },
    tie('leaf'),
    fc.array(tie('data')),
    fc.dictionary(key, tie('data'), { noNullPrototype: true }),
    fc.array(fc.tuple(fc.string(), tie('data'))).map((entries) => new Map(entries)),
    fc.array(tie('leaf')).map((entries) => new Set(entries)),
  ),
}));

describe('canonical text', () => {
  it('gives back what was written, whole numbers, maps and sets included', () => {
    fc.assert(fc.property(data, (value) => expect(fromCanonicalText(canonicalText(value))).toEqual(value)));
  });

  it('is the same for the same data, in whatever order its fields stand, and leaves out what is undefined', () => {
    expect(canonicalText({ b: 1n, a: [null, 'x'], c: undefined })).toBe('{"a":[null,"x"],"b":{"#":"1"}}');
    expect(canonicalText({ a: [null, 'x'], b: 1n })).toBe(canonicalText({ b: 1n, a: [null, 'x'], c: undefined }));
  });

  it('tells a number from its text', () => {
    expect(canonicalText(12n)).not.toBe(canonicalText('12'));
  });
});
