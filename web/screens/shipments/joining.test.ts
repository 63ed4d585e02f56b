import { describe, expect, it } from '@jest/globals';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import type { OpenOrderLine, OrderView } from '@obolus/contract/views/orders';
import { anewFor, changeFor, fits, joinable, joinableReceived, openIn } from './joining.ts';

const open = (line: string, rest: object = {}) =>
  ({
    line,
    order: { id: '7', number: 'PO-1007' },
    vendor: { id: '1', name: 'Tarnside Fibres' },
    item: { id: '5', number: 'MR-SL', name: 'Merino yarn, slate' },
    open: '100',
    per: '1',
    unit: 'kg',
    shipment: '',
    ...rest,
  }) as OpenOrderLine;
const flat = { kind: 'freight', by: 'flat', figure: '100' } as const;
const perUnit = { kind: 'insurance', by: 'unit', figure: '0.2' } as const;
const ordered = (line: string, rest: object = {}) => ({
  line,
  item: { id: '5', unit: 'kg' },
  asked: '100',
  unit: 'kg',
  price: '20',
  discount: '',
  due: '2026-12-01',
  estimates: [flat, perUnit],
  shipment: '',
  ...rest,
});
const order = { id: '7', number: 'PO-1007', version: 3, date: '2026-11-01', lines: [ordered('7/1'), ordered('7/2')] };
const about = { shipment: 'FHL-020', date: '2026-11-23', reason: 'On shipment FHL-020' };
const change = (taken: Record<string, string>, lines = [open('7/1'), open('7/2')]) =>
  changeFor(order as unknown as OrderView, lines, taken, about);

describe('ordered goods that join a shipment', () => {
  it('are those still to come that are not on it, by any words of theirs', () => {
    const lines = [
      open('7/1'),
      open('7/2', { shipment: 'FHL-020' }),
      open('8/1', { order: { id: '8', number: 'PO-1008' } }),
    ];
    expect(joinable([open('7/9', { item: { id: '0', number: '', name: 'Cleaning' } })], 'FHL-020', '')).toEqual([]);
    expect(joinable(lines, 'FHL-020', '').map(({ line }) => line)).toEqual(['7/1', '8/1']);
    expect(joinable(lines, 'FHL-020', 'slate 1008').map(({ line }) => line)).toEqual(['8/1']);
    expect(joinable(lines, 'FHL-020', 'linen')).toEqual([]);
  });

  it('as many as are open, in the unit in which they were ordered', () => {
    const cones = open('7/1', { open: '50', per: '0.5' });
    expect(openIn(cones)).toBe('100');
    expect(['100', '0.5', '0', '', '-1', '100.5', 'x'].map((typed) => fits(typed, cones))).toEqual([true, true, false, false, false, false, false]); // prettier-ignore
  });

  it('all of a line is on it as it is; other lines are not in the version', () => {
    const { of, seen, date, lines } = change({ '7/2': '100' });
    expect([of, seen, date]).toEqual(['7', 3, '2026-11-23']);
    expect(lines).toMatchObject([{ of: '7/2', quantity: '100', shipment: 'FHL-020', estimates: [flat, perUnit] }]);
  });

  it('a part of a line stands on a line of its own, without what is expected with the line as a whole', () => {
    const { lines } = change({ '7/1': '40' });
    expect(lines).toMatchObject([
      { of: '7/1', quantity: '60', shipment: '', estimates: [flat, perUnit] },
      { of: '', item: '5', quantity: '40', price: '20', due: '2026-12-01', shipment: 'FHL-020', estimates: [perUnit] },
    ]);
    // Of 100 ordered 70 are open: the 30 that came stay on their line.
    expect(change({ '7/1': '40' }, [open('7/1', { open: '70' })]).lines[0]).toMatchObject({
      of: '7/1',
      quantity: '60',
    });
    expect(change({ '7/1': '70' }, [open('7/1', { open: '70' })]).lines).toMatchObject([
      { quantity: '100', shipment: 'FHL-020' },
    ]);
  });

  it('no version is dated before its order', () => {
    expect(changeFor({ ...order, date: '2026-12-24' } as unknown as OrderView, [open('7/1')], { '7/1': '100' }, about).date).toBe('2026-12-24'); // prettier-ignore
  });
});

describe('what is expected of a shipment as a whole, shared anew', () => {
  const shared = (line: string, kind: string, anew: string) =>
    ({ line, order: { id: '7', number: 'PO-1007' }, vendor: '', item: '', kind, rule: 'SEA', now: '0', anew }) as const;
  const versionOf = (...anew: ReturnType<typeof shared>[]) =>
    anewFor(order as unknown as OrderView, anew, { date: '2026-10-01', reason: 'Shared anew' });

  it('takes the place of the kind on its lines alone, never before the order was placed', () => {
    const version = versionOf(shared('7/2', 'freight', '40'), shared('8/1', 'freight', '60'));
    expect(version).toMatchObject({ of: '7', seen: 3, date: '2026-11-01', reason: 'Shared anew' });
    expect(version.lines.map(({ of, estimates }) => [of, estimates])).toEqual([
      ['7/2', [perUnit, { ...flat, figure: '40', rule: 'SEA' }]],
    ]);
  });

  it('is gone from a line that bears none of it', () => {
    expect(versionOf(shared('7/1', 'freight', '0')).lines[0]?.estimates).toEqual([perUnit]);
  });
});

it('received goods that may join are those of vendors that are not on it', () => {
  const came = (line: string, shipment: string, how = 'received') =>
    ({ line, how, receipt: { shipment } }) as LandedGoods;
  const lines = [came('9/1', ''), came('9/2', 'FHL-020'), came('9/3', 'FHL-019'), came('9/4', '', 'made')];
  expect(joinableReceived(lines, 'FHL-020').map(({ line }) => line)).toEqual(['9/1', '9/3']);
});
