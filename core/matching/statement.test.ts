import { describe, expect, it } from '@jest/globals';
import { type Declarable, goodsOfStatement, type StatedGoods } from './statement.ts';

const stated = (more: Partial<StatedGoods>): StatedGoods => ({ receipt: '', item: '', code: '', origin: '', ...more });
const goods = (line: string, code: string, origin: string, more: Partial<Declarable> = {}): Declarable => ({
  line,
  receipts: [`GR-${line}`],
  items: [`I-${line}`],
  code,
  origin,
  ...more,
});

const WOOL = goods('1/1', '5107.10', 'NZ', { receipts: ['GR-1', 'TF-PS-1'], items: ['YM-EC', '0200'] });
const RED = goods('1/2', '5107.10', 'NZ', { receipts: ['GR-1'], items: ['YM-MD'] });
const LOOM = goods('2/1', '8446.30', 'CA', { receipts: ['GR-2'], items: ['FL-120'] });
const TABLE = goods('2/2', '8446.10', 'CN', { receipts: ['GR-2'], items: ['TL-60'] });
const ALL = [WOOL, RED, LOOM, TABLE];

describe('the goods of a broker’s statement', () => {
  it('are those that a line names, also by a code on them and by the packing slip', () => {
    expect(goodsOfStatement([stated({ item: '0200' }), stated({ item: 'ym-md', code: '9999' })], ALL)).toEqual([
      ['1/1'],
      ['1/2'],
    ]);
    expect(
      goodsOfStatement(
        [stated({ item: 'YM-EC', receipt: 'tf-ps-1' }), stated({ item: 'YM-MD', receipt: 'GR-2' })],
        ALL,
      ),
    ).toEqual([['1/1'], []]);
  });

  it('are all of a code and origin where none is named; another origin is taken only where nothing fits better', () => {
    const lines = [
      stated({ code: '5107 10', origin: 'NZ' }),
      stated({ code: '8446.30', origin: 'CA' }),
      stated({ code: '8446.10', origin: 'CA' }),
    ];
    expect(goodsOfStatement(lines, ALL)).toEqual([['1/1', '1/2'], ['2/1'], ['2/2']]);
  });

  it('are found by a longer or another code that begins alike, and what is left is what the last line was taken for', () => {
    expect(goodsOfStatement([stated({ code: '5107.10.3000' }), stated({ code: '8446.99' })], [WOOL, LOOM])).toEqual([
      ['1/1'],
      ['2/1'],
    ]);
    expect(goodsOfStatement([stated({ code: '5107.10' }), stated({ code: '8447.90' })], [WOOL, TABLE])).toEqual([
      ['1/1'],
      ['2/2'],
    ]);
    // Of two such lines nobody knows which is which.
    expect(goodsOfStatement([stated({ code: '8447.90' }), stated({ code: '8448.10' })], [WOOL, TABLE])).toEqual([
      [],
      [],
    ]);
  });

  it('are declared once each', () => {
    const twice = [stated({ code: '5107.10', origin: 'NZ' }), stated({ code: '5107.10', origin: 'NZ' })];
    expect(goodsOfStatement(twice, [WOOL, RED])).toEqual([['1/1', '1/2'], []]);
  });
});
