import { describe, expect, it } from '@jest/globals';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import type { ShipmentRow } from '@obolus/contract/views/shipments';
import { receiptFor, shipmentsFor } from './chargeGoods.ts';

const row = (number: string, more: Partial<ShipmentRow> = {}): ShipmentRow => ({
  number,
  carrier: 'Greywake Lines',
  carrierId: '3',
  mode: 'container',
  arrives: null,
  arrived: '2026-11-01',
  lastCame: '2026-11-02',
  vendors: 'Tarnside Fibres',
  outstanding: 0,
  goods: '100.00',
  charges: '0.00',
  missing: '',
  ...more,
});
const asked = { vendor: '3', date: '2026-11-20', kinds: ['freight'] };
const numbers = (rows: ShipmentRow[], more: Partial<typeof asked> = {}) =>
  shipmentsFor(rows, { ...asked, ...more }).map(({ shipment }) => shipment);

describe('shipments that a bill’s charges may belong to', () => {
  it('are those that its sender carried, first what lacks its kind of charge, then what came nearest; three at most', () => {
    const rows = [
      row('FAR', { arrived: '2026-05-01' }),
      row('NEAR', { arrived: '2026-11-19' }),
      row('LACKS', { arrived: '2026-10-01', missing: 'duty, freight' }),
      row('OLD', { arrived: '2025-01-01' }),
    ];
    expect(numbers(rows)).toEqual(['LACKS', 'NEAR', 'FAR']);
    expect(shipmentsFor(rows, asked)[0]).toEqual({
      shipment: 'LACKS',
      isCarrier: true,
      missing: ['freight'],
      came: '2026-10-01',
    });
  });

  it('are another’s only where they lack such a charge and came near; never what nothing came on', () => {
    const others = { carrierId: '7', missing: 'freight' };
    expect(numbers([row('A', others)])).toEqual(['A']);
    expect(numbers([row('A', { ...others, arrived: '2026-09-01' })])).toEqual([]);
    expect(numbers([row('A', { ...others, missing: 'duty' })])).toEqual([]);
    expect(numbers([row('A', { goods: '0.00' })])).toEqual([]);
    expect(numbers([row('A', { ...others, arrived: null, lastCame: null })])).toEqual([]);
    // The day of a bill that is still being typed says nothing.
    expect(numbers([row('A', others)], { date: '2026-1' })).toEqual([]);
  });
});

it('a vendor’s charge may belong to what it sent last before the bill, all of that receipt', () => {
  const goods = (line: string, vendor: string, receipt: string, date: string) =>
    ({ line, vendor: { id: vendor, name: '' }, receipt: { id: receipt, number: '', date, shipment: '' } }) as unknown as LandedGoods; // prettier-ignore
  const rows = [
    goods('1/1', '3', '1', '2026-11-01'),
    goods('2/1', '3', '2', '2026-11-10'),
    goods('2/2', '3', '2', '2026-11-10'),
    goods('3/1', '3', '3', '2026-11-21'),
    goods('4/1', '8', '4', '2026-11-19'),
  ];
  expect(receiptFor(rows, asked)?.map(({ line }) => line)).toEqual(['2/1', '2/2']);
  expect(receiptFor(rows, { ...asked, vendor: '9' })).toBeUndefined();
});
