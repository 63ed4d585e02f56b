import { describe, expect, it } from '@jest/globals';
import type { AdviceView } from '@obolus/contract/views/receiving';
import type { OpenOrderLine } from '@obolus/contract/views/orders';
import {
  cameOf,
  count,
  type Counted,
  fromAdvice,
  gapOf,
  isMeant,
  NOTHING_COUNTED,
  type ScanResult,
  toSend,
} from './counting.ts';

const line = (
  id: string,
  more: Partial<OpenOrderLine> = {},
  item: Partial<OpenOrderLine['item']> = {},
): OpenOrderLine => ({
  line: id,
  order: { id: '1', number: 'PO-1009', date: '2026-03-02', currency: 'NZD' },
  vendor: { id: '1', name: 'Tarnside Fibres' },
  item: {
    id: '7',
    number: 'YM-EC',
    name: 'Merino yarn',
    unit: 'kg',
    method: 'fifo',
    tracking: 'none',
    weight: null,
    volume: null,
    packs: [{ unit: 'cone', size: '0.5' }],
    codes: [
      { code: '4012345678901', unit: '' },
      { code: '14012345678908', unit: 'cone' },
    ],
    ...item,
  },
  ordered: '10',
  unit: 'kg',
  per: '1',
  asked: '10',
  received: '0',
  open: '10',
  barred: '',
  price: '5.00',
  due: null,
  mayBeOver: '0.5',
  mayBeShort: '0.2',
  shipment: '',
  warehouse: null,
  ...more,
});
const counted = (more: Partial<Counted>): Counted => ({ ...NOTHING_COUNTED, ...more });
const scanned = (lines: OpenOrderLine[], ...codes: Parameters<typeof count>[2][]): ScanResult | undefined =>
  codes.reduce<ScanResult | undefined>((now, code) => count(lines, now?.counted ?? NOTHING_COUNTED, code), undefined);

describe('what is scanned', () => {
  it('is counted on the line that waits for it, a pack as what it holds', () => {
    const result = scanned(
      [line('1/1')],
      { code: '04012345678901' },
      { code: '14012345678908' },
      { code: '14012345678908', count: '3' },
    );
    expect(result).toMatchObject({
      line: '1/1',
      says: 'Merino yarn, PO-1009: 3 kg',
      counted: { quantities: { '1/1': '3' } },
    });
  });

  it('fills one line before the next, and is too much on the last', () => {
    const lines = [line('1/1', { open: '1' }), line('1/2', { open: '1' }), line('1/3', { barred: 'on-hold' })];
    const codes = Array.from({ length: 4 }, () => ({ code: 'YM-EC' }));
    expect(scanned(lines, ...codes)?.counted.quantities).toEqual({ '1/1': '1', '1/2': '3' });
  });

  it('goes to the order that the code names, and nowhere for other goods', () => {
    const other = line('2/1', { order: { id: '2', number: 'PO-1010', date: '2026-03-02', currency: 'NZD' } });
    expect(scanned([line('1/1'), other], { code: '04012345678901', order: 'PO-1010' })?.line).toBe('2/1');
    expect(scanned([line('1/1')], { code: '99999999999994' })).toBeUndefined();
    expect(scanned([line('1/1')], { code: '04012345678901', order: 'PO-1' })).toBeUndefined();
  });

  it('is weighed where the code says so and the goods are kept by kilogram', () => {
    expect(scanned([line('1/1')], { code: '04012345678901', weight: '2.125' })?.counted.quantities).toEqual({
      '1/1': '2.125',
    });
    expect(
      scanned([line('1/1', {}, { unit: 'each' })], { code: '04012345678901', weight: '2.125' })?.counted.quantities,
    ).toEqual({ '1/1': '1' });
  });

  it('goes on from what was counted in packs, in stock units', () => {
    const before = counted({ quantities: { '1/1': '4' }, units: { '1/1': 'cone' } });
    expect(count([line('1/1')], before, { code: '04012345678901' })?.counted).toMatchObject({
      quantities: { '1/1': '3' },
      units: { '1/1': '' },
    });
  });

  it('brings its lot with its day, a lot that is there already growing', () => {
    const code = { code: '04012345678901', lot: 'KD-1', expires: '2027-03-31' };
    const result = scanned([line('1/1', {}, { tracking: 'lot' })], code, code, { code: '04012345678901', lot: 'KD-2' });
    expect(result?.counted.lots['1/1']).toEqual([
      { lot: 'KD-1', quantity: '2', expires: '2027-03-31' },
      { lot: 'KD-2', quantity: '1' },
    ]);
  });

  it('is counted once where it has a serial number', () => {
    const code = { code: '04012345678901', serial: 'FL-0151' };
    const result = scanned([line('1/1', {}, { tracking: 'serial', unit: 'each' })], code, code);
    expect(result).toMatchObject({
      says: 'FL-0151 is counted already: Merino yarn, PO-1009',
      counted: { quantities: { '1/1': '1' } },
    });
  });
});

describe('what is sent', () => {
  it('is every line with a quantity, with its pack, its lots, and whether it was the last', () => {
    const lines = [line('1/1'), line('1/2', {}, { tracking: 'lot' }), line('1/3')];
    const held = { of: '1/3', item: '', what: '', quantity: '1', reason: 'wet', place: '' };
    const of = counted({
      quantities: { '1/1': '19', '1/2': '4' },
      units: { '1/1': 'cone', '1/2': 'cone' },
      lots: { '1/2': [{ lot: 'A', quantity: '' }] },
      last: { '1/1': true },
      held: [held, { ...held, quantity: '', reason: '' }],
    });
    expect(toSend(lines, of)).toEqual({
      lines: [
        { of: '1/1', quantity: '19', unit: 'cone', last: true },
        { of: '1/2', quantity: '4', unit: 'cone', lots: [{ lot: 'A', quantity: '2' }] },
      ],
      held: [held],
    });
    expect(cameOf(lines[0] as OpenOrderLine, of)).toBe('9.5');
  });
});

describe('what differs', () => {
  const gap = (came: string) => gapOf(line('1/1'), counted({ quantities: { '1/1': came } }));

  it('is said beside what is allowed', () => {
    expect([gap(''), gap('10'), gap('x')]).toEqual([undefined, undefined, undefined]);
    expect(gap('10.5')).toEqual({ gap: '0.5', allowed: '0.5', short: false, within: true });
    expect(gap('11')).toMatchObject({ gap: '1', within: false });
    expect(gap('9.8')).toEqual({ gap: '0.2', allowed: '0.2', short: true, within: true });
    expect(gap('9')).toMatchObject({ short: true, within: false });
  });
});

it('a line is found by its order, its vendor, its item, or a code', () => {
  const of = line('1/1');
  for (const find of ['po-1009', 'tarn', 'ym-ec', 'MERINO']) expect(isMeant(of, find, undefined)).toBe(true);
  expect(isMeant(of, '4012345678901', { code: '04012345678901' })).toBe(true);
  expect(isMeant(of, 'x', { code: '', order: 'PO-1009' })).toBe(true);
  expect(isMeant(of, 'linen', { code: 'linen' })).toBe(false);
});

describe('what is counted blind', () => {
  const unseen = [line('1/1', { open: '', ordered: '' }), line('1/2', { open: '', ordered: '' })];

  it('goes on the first line that such goods may come for, and differs from nothing', () => {
    const result = scanned(unseen, { code: '04012345678901' }, { code: '04012345678901' });
    expect(result?.counted.quantities).toEqual({ '1/1': '2' });
    expect(gapOf(unseen[0] as OpenOrderLine, counted({ quantities: { '1/1': '99' } }))).toBeUndefined();
  });
});

describe('what a vendor announced', () => {
  const advised = (of: string | null, quantity: string, lot = ''): AdviceView['lines'][number] => ({
    of,
    quantity,
    lot,
    expires: '',
    said: '',
    problem: of ? [] : [{ id: 'paper.advice_goods_unknown' }],
  });
  const advice: AdviceView = {
    id: 'x',
    vendor: { id: '1', name: 'V' },
    number: 'DA-1',
    arrives: null,
    shipment: '',
    lines: [
      advised('1/1', '4', 'L1'),
      advised('1/1', '6', 'L2'),
      advised(null, '9'),
      advised('1/2', '5'),
      advised('9/9', '1'),
    ],
  };

  it('is filled in line by line with its lots; what nobody knows and what may not come is left out', () => {
    const lines = [line('1/1', {}, { tracking: 'lot' }), line('1/2', { barred: 'on-hold' })];
    expect(fromAdvice(lines, advice)).toEqual({
      quantities: { '1/1': '10' },
      units: {},
      lots: {
        '1/1': [
          { lot: 'L1', quantity: '4' },
          { lot: 'L2', quantity: '6' },
        ],
      },
    });
  });
});

it('another price goes out with its reason, an origin by itself, and nothing where nothing is said', () => {
  const further = { '1/1': { price: '6', origin: 'AU' }, '1/2': { reason: 'left over', price: '' } };
  const sent = toSend([line('1/1'), line('1/2')], counted({ quantities: { '1/1': '1', '1/2': '2' }, further }));
  expect(sent.lines).toEqual([
    { of: '1/1', quantity: '1', price: '6', reason: '', origin: 'AU' },
    { of: '1/2', quantity: '2' },
  ]);
});

it('a line is found by the shipment that it travels in', () => {
  expect(isMeant(line('1/1', { shipment: 'FHL-077' }), 'fhl-07', undefined)).toBe(true);
});
