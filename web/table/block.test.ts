import { describe, expect, it } from '@jest/globals';
import { blockOf, pasteInto, readBlock, targetsOf, writeBlock } from './block.ts';
import type { Column } from './column.ts';

/* A block of cells goes to a spreadsheet and comes from one: nothing of it is lost without a word. */
interface Line {
  readonly item: string;
  readonly quantity: string;
}

const COLUMNS: readonly Column<Line>[] = [
  {
    id: 'item',
    title: 'Item',
    text: ({ item }) => item,
    find: () => Promise.resolve(new Map()),
    write: (line, _text, item = '') => ({ ...line, item }),
  },
  { id: 'gap', title: 'Gap' },
  {
    id: 'quantity',
    title: 'Quantity',
    text: ({ quantity }) => quantity,
    write: (line, quantity) => ({ ...line, quantity }),
  },
  { id: 'amount', title: 'Amount', text: ({ quantity }) => `${quantity}0` },
];
const LINES: readonly Line[] = [
  { item: 'A', quantity: '1' },
  { item: 'B', quantity: '2' },
  { item: 'C', quantity: '3' },
];
const FOUND = new Map([['item', new Map([['loom', '17']])]]);
const BLANK = (): Line => ({ item: '', quantity: '' });
const at = (top: number, left: number, bottom = top, right = left) => ({ top, bottom, left, right });
const paste = (text: string, chosen: ReturnType<typeof at>, blank?: () => Line) =>
  pasteInto(LINES, COLUMNS, targetsOf(readBlock(text), COLUMNS, chosen), FOUND, blank);

describe('a block of cells', () => {
  it('is lines of text with cells apart by tabs, quoted where they hold either, as spreadsheets write it', () => {
    const rows = [
      ['Say "hi"', 'two\nlines'],
      ['tab\there', '−5'],
    ];
    expect(readBlock(writeBlock(rows))).toEqual(rows);
    expect(readBlock('1\t2\r\n3\t4\r\n')).toEqual([
      ['1', '2'],
      ['3', '4'],
    ]);
    expect(readBlock('just one')).toEqual([['just one']]);
  });

  it('carries no formula into a spreadsheet, and leaves figures below zero as they are', () => {
    expect(writeBlock([['=1+1', '@now', '-5']])).toBe('"\'=1+1"\t"\'@now"\t-5');
  });

  it('is what is chosen, without columns that hold no text', () => {
    expect(blockOf(LINES, COLUMNS, at(1, 0, 2, 3))).toEqual([
      ['B', '2', '20'],
      ['C', '3', '30'],
    ]);
  });

  it('is pasted from the first chosen cell on', () => {
    const { changed, cells, outside, unwritable } = paste('8\n9', at(1, 2));
    expect([...changed]).toEqual([
      [1, { item: 'B', quantity: '8' }],
      [2, { item: 'C', quantity: '9' }],
    ]);
    expect({ cells, outside, unwritable }).toEqual({ cells: 2, outside: 0, unwritable: [] });
  });

  it('is repeated where more is chosen and it fits without a rest', () => {
    expect([...paste('7', at(0, 2, 2, 2)).changed.values()].map(({ quantity }) => quantity)).toEqual(['7', '7', '7']);
    expect([...paste('7\n8', at(0, 2, 2, 2)).changed.values()].map(({ quantity }) => quantity)).toEqual(['7', '8']);
  });

  it('adds lines where it may, and counts what has no place where it may not, or beyond the last column', () => {
    expect([...paste('5\n6', at(2, 2), BLANK).changed]).toEqual([
      [2, { item: 'C', quantity: '5' }],
      [3, { item: '', quantity: '6' }],
    ]);
    expect(paste('5\n6\n', at(2, 2)).outside).toBe(1);
    expect(paste('5\t50\tmore', at(2, 2)).outside).toBe(1);
  });

  it('says what cannot be written and what is not known, and leaves both as they are', () => {
    const { changed, unwritable, unknown } = paste('loom\t4\t99\nspindle\t2\t20', at(0, 0));
    expect([...changed]).toEqual([[0, { item: '17', quantity: '4' }]]);
    expect({ unwritable, unknown }).toEqual({ unwritable: ['Amount'], unknown: ['spindle'] });
  });

  it('empties cells, those that are looked up too', () => {
    expect([...paste('\t', at(0, 0)).changed]).toEqual([[0, { item: '', quantity: '' }]]);
  });
});
