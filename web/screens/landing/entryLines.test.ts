import { describe, expect, it } from '@jest/globals';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import {
  type Body,
  correctionOf,
  currenciesOf,
  entryBody,
  type EntryLine,
  isBlank,
  NO_LINE,
  parted,
  toggled,
} from './entryLines.ts';

const received = (line: string, tariffCode: string, origin: string, currency = 'USD') =>
  ({ line, tariffCode, origin, currency }) as LandedGoods;
const ecru = received('1/1', '5107.10', 'NZ', 'NZD');
const slate = received('1/2', '5107.10', 'NZ', 'NZD');
const loom = received('2/1', '8446.30', 'CA', 'CAD');
const goods = (lines: readonly EntryLine[]) => lines.map((line) => line.goods);

describe('received lines on a customs entry', () => {
  it('stand together by code and origin, and take the place of a blank line', () => {
    const lines = toggled([NO_LINE], [ecru, loom, slate]);
    expect(goods(lines)).toEqual([['1/1', '1/2'], ['2/1']]);
    expect(lines.map(({ code, origin }) => `${code} ${origin}`)).toEqual(['5107.10 NZ', '8446.30 CA']);
  });

  it('are taken in where some of them are missing, and out where all are in', () => {
    const some = toggled([], [ecru]);
    const all = toggled(some, [ecru, slate]);
    expect(goods(all)).toEqual([['1/1', '1/2']]);
    expect(toggled(all, [ecru, slate])).toEqual([]);
  });

  it('leave their line where figures of the entry stand on it', () => {
    const [line = NO_LINE] = toggled([], [loom]);
    expect(toggled([{ ...line, duty: '12.00' }], [loom])).toEqual([{ ...line, duty: '12.00', goods: [] }]);
  });

  it('stand on a line of their own where the broker declared them otherwise, with none of its figures', () => {
    const lines = toggled([], [ecru, slate]).map((line) => ({ ...line, duty: '9', preference: 'yes' as const }));
    expect(parted(lines, '1/2')).toEqual([
      { ...NO_LINE, goods: ['1/1'], code: '5107.10', origin: 'NZ', preference: 'yes', duty: '9' },
      { ...NO_LINE, goods: ['1/2'], code: '5107.10', origin: 'NZ', preference: 'yes' },
    ]);
    expect(goods(parted(lines.slice(0, 1), '7/7'))).toEqual([['1/1', '1/2']]);
  });
});

describe('what is sent', () => {
  const body: Body = {
    date: '2026-04-02',
    entered: '2026-03-30',
    reference: 'E 1',
    vendor: '',
    authority: '9',
    charges: [
      { kind: 'fine', amount: '30' },
      { kind: 'handling', amount: '' },
    ],
    rates: { NZD: '0.6', CAD: '' },
    lines: toggled([], [ecru, loom]),
  };

  it('has a rate only of currencies that goods were bought in, and only where one was typed', () => {
    const currencies = currenciesOf(body.lines, [ecru, slate, loom], 'USD');
    expect(currencies).toEqual(['NZD', 'CAD']);
    expect(currenciesOf(body.lines, [ecru, slate, loom], 'NZD')).toEqual(['CAD']);
    expect(entryBody(body, currencies, false)?.rates).toEqual([{ currency: 'NZD', rate: '0.6' }]);
    expect(entryBody({ ...body, rates: { JPY: '0.01' } }, currencies, false)?.rates).toEqual([]);
  });

  it('says nothing of a preference that is as received, and leaves blank lines out', () => {
    const lines = [...body.lines.map((line) => ({ ...line, preference: 'no' as const })), NO_LINE];
    expect(entryBody({ ...body, lines }, [], false)?.lines.map(({ preference }) => preference)).toEqual([false, false]);
    expect(entryBody(body, [], false)?.lines.some((line) => 'preference' in line)).toBe(false);
    expect(entryBody({ ...body, lines: [NO_LINE] }, [], false)).toBeUndefined();
    expect(isBlank({ ...NO_LINE, code: '5107' })).toBe(false);
  });

  it('says what is owed only where entries carry it; else it is of the day on which customs took it', () => {
    expect(entryBody(body, [], true)).toMatchObject({
      date: '2026-04-02',
      entered: '2026-03-30',
      authority: '9',
      charges: [{ kind: 'fine', amount: '30' }],
    });
    expect(entryBody(body, [], false)).toMatchObject({ date: '2026-03-30', authority: '', charges: [] });
    const lines = [
      { ...NO_LINE, code: '5107', additions: '12' },
      { ...NO_LINE, code: '51' },
    ];
    expect(entryBody({ ...body, lines }, [], true)?.lines.map(({ additions }) => additions)).toEqual(['12', undefined]);
  });
});

it('a correction is of the same goods as they were declared, and states no amounts yet', () => {
  const receipt = { id: '7', number: 'GR-1' };
  const stated = { line: 0, code: '5107.10', origin: 'NZ', value: '200', duty: '8', importTax: '20' };
  const body = correctionOf(
    {
      number: 'CE-1001',
      reference: '26-X',
      entered: '2026-03-12',
      vendor: { id: '3', name: 'Lanternhouse', currency: 'USD' },
      debt: { authority: { id: '9', name: 'Customs' }, open: '0.00' },
      charges: [],
      charged: [],
      lines: [{ ...stated, goods: [{ line: '7/1', name: 'Merino', receipt }] }],
    },
    '12',
    '2026-11-02',
  );
  expect(body.lines).toEqual([{ ...NO_LINE, goods: ['7/1'], code: '5107.10', origin: 'NZ' }]);
  expect(entryBody(body, [], true)).toMatchObject({
    corrects: '12',
    date: '2026-11-02',
    entered: '2026-03-12',
    vendor: '3',
    authority: '9',
  });
});
