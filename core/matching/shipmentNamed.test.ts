import { expect, it } from '@jest/globals';
import { shipmentsNamed } from './shipmentNamed.ts';

const KNOWN = ['FHL-011', 'FHL-012', 'GREU 482 118-3', 'A1', '7'];

it.each([
  ['Ocean freight FHL-011', ['FHL-011']],
  ['freight, fhl 11, Auckland', ['FHL-011']],
  ['Ref. FHL011.', ['FHL-011']],
  ['FHL/0011 and FHL - 012', ['FHL-011']],
  ['FHL-011/FHL-012', ['FHL-011', 'FHL-012']],
  // Another number that only begins or ends alike.
  ['FHL-0110', []],
  ['XFHL-011', []],
  ['FHL-01 1', []],
  ['container greu4821183', ['GREU 482 118-3']],
  // Too short to be more than chance.
  ['A1 7', []],
])('%s names %j', (text, named) => {
  expect(shipmentsNamed([text], KNOWN)).toEqual(named);
});

it('no number begins in one text and ends in the next', () => {
  expect(shipmentsNamed(['FHL', '011'], KNOWN)).toEqual([]);
  expect(shipmentsNamed(['nothing', 'FHL-012'], KNOWN)).toEqual(['FHL-012']);
});
