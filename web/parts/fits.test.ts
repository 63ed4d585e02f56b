import { describe, expect, it } from '@jest/globals';
import { fits } from './fits.ts';

describe('what somebody looks for', () => {
  it.each([
    ['', true],
    ['  ', true],
    ['tarn', true],
    ['FIBRES', true],
    ['tf-24', true],
    [' 0871 ', true],
    ['beira', false],
    ['tarnside tf', false],
  ])('“%s” is found by any of the words: %s', (wanted, found) => {
    expect(fits(wanted, 'Tarnside Fibres', 'TF-24-0871')).toBe(found);
  });
});
