import { expect, it } from '@jest/globals';
import { byLine } from './byLine.ts';

it('what is said of lines is found by their place, what is said of the whole is not', () => {
  const said = ['/lines/0/price', '/lines/12', '/lines/0', '/vendor', '/charges/0/amount'].map((at) => ({ at }));
  expect([...byLine(said)].map(([line, all]) => [line, all.map(({ at }) => at)])).toEqual([
    [0, ['/lines/0/price', '/lines/0']],
    [12, ['/lines/12']],
  ]);
});
