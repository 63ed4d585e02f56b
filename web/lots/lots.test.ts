import { describe, expect, it } from '@jest/globals';
import { heldByLot, lotsToSend, namedIn, oldestFirst, serialRun, serialsOf, withoutRanges } from './lots.ts';

const part = (lot: string, quantity: string) => ({ lot, quantity });

describe('lots and serial numbers', () => {
  it('are sent without blank ones; one lot alone is all of the line', () => {
    expect(lotsToSend('none', [part('A', '1')], '5')).toEqual({});
    expect(lotsToSend('lot', undefined, '5')).toEqual({ lots: [] });
    expect(lotsToSend('lot', [part(' A ', '')], '5')).toEqual({ lots: [part('A', '5')] });
    expect(lotsToSend('lot', [part('A', '2'), part('B', ''), part('', '3')], '5')).toEqual({ lots: [part('A', '2')] });
  });

  it('are read from what is scanned, one to a line or with commas between', () => {
    expect(serialsOf('S1\n S2,S3;S4\tS5\n')).toEqual(['S1', 'S2', 'S3', 'S4', 'S5', ''].map((lot) => part(lot, '1')));
    expect(namedIn('serial', serialsOf('S1\nS2\n'), '3')).toBe('2');
    expect(namedIn('lot', [part('A', '0.25'), part('B', '1.5')], '3')).toBe('1.75');
  });

  it('run on from the first, with as many digits', () => {
    expect(serialRun('FL-0098', 3)).toEqual(['FL-0098', 'FL-0099', 'FL-0100'].map((lot) => part(lot, '1')));
    expect(serialRun(' 9b ', 2).map(({ lot }) => lot)).toEqual(['9b', '10b']);
    expect(serialRun('none', 2)).toEqual([]);
    expect(serialRun('99999999999999999999', 2).at(-1)?.lot).toBe('100000000000000000000');
  });

  it('are typed as a range; what is none stays as it is', () => {
    const typed = (text: string) => withoutRanges(serialsOf(text)).map(({ lot }) => lot);
    expect(typed('FL-0131..FL-0133,S9')).toEqual(['FL-0131', 'FL-0132', 'FL-0133', 'S9']);
    for (const odd of ['FL-5..FL-1', 'A1..B3', 'A..B', '1..9999999']) expect(typed(odd)).toEqual([odd]);
  });

  it('are taken from what came first, as far as it goes', () => {
    const held = heldByLot([part('A', '2'), part('B', '1'), part('A', '0.5')]);
    expect(held).toEqual([part('A', '2.5'), part('B', '1')]);
    expect(oldestFirst(held, '3')).toEqual([part('A', '2.5'), part('B', '0.5')]);
    expect(oldestFirst(held, '2.5')).toEqual([part('A', '2.5')]);
    expect(oldestFirst(held, '9')).toEqual(held);
  });
});
