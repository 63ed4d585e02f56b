import { describe, expect, it } from '@jest/globals';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { ReceivedLine } from '@obolus/contract/views/receiving';
import type { Basis } from './sheet.ts';
import { lineUnitCost, sharesOf } from './shares.ts';

const line = (id: string, received: string, goods: string, weight: string | null): ReceivedLine => ({
  line: id,
  receipt: { id: '1', number: 'GR-1', date: '2026-03-10', packingSlip: '', shipment: '' },
  order: { id: '1', number: 'PO-1', terms: '' },
  taxCode: '',
  tariffCode: '',
  origin: '',
  vendor: { id: '1', name: 'V' },
  unit: 'kg',
  per: '1',
  item: {
    id,
    number: id,
    name: id,
    unit: 'kg',
    packs: [],
    codes: [],
    method: 'fifo',
    tracking: 'none',
    weight,
    volume: null,
  },
  currency: 'USD',
  ordered: received,
  received,
  billed: '0',
  price: '1',
  discount: '',
  goods,
  value: goods,
  onHand: received,
});
const charge: OpenCharge = {
  line: '9/1',
  bill: { id: '9', number: 'GW-1', date: '2026-03-11' },
  vendor: 'Greywake Lines',
  kind: 'freight',
  amount: '100.00',
  left: '100.00',
};
const lines = [line('1/1', '33', '468.60', '1'), line('1/2', '2', '2360.00', '42.5'), line('2/1', '7', '56.70', '0.2')];
const shares = (basis: Basis, fixed: Record<string, string> = {}, some = lines) =>
  sharesOf(charge, { of: charge.line, basis, fixed }, some, 'USD');

describe('shares on the sheet', () => {
  it.each<[Basis, string[]]>([
    ['weight', ['27.64', '71.19', '1.17']],
    ['value', ['16.24', '81.79', '1.97']],
    ['quantity', ['78.57', '4.76', '16.67']],
    ['equal', ['33.34', '33.33', '33.33']],
  ])('by %s are what posting will give', (basis, expected) => {
    expect(shares(basis)).toEqual({ ok: true, shares: expected });
  });

  it('leave a share typed by hand alone, and share the rest', () => {
    expect(shares('weight', { '1/2': '70' })).toEqual({ ok: true, shares: ['28.78', '70.00', '1.22'] });
  });

  it('are none where an item has no weight, a figure is unfinished, or shares by hand do not add up', () => {
    expect(shares('weight', {}, [line('1/1', '1', '1.00', null)])).toEqual({ ok: false });
    expect(shares('weight', { '1/1': '1.' + '999' })).toEqual({ ok: false });
    expect(shares('manual', { '1/1': '99.99' })).toEqual({ ok: false });
    expect(shares('manual', { '1/1': '99.99', '2/1': '0.01' })).toEqual({
      ok: true,
      shares: ['99.99', '0.00', '0.01'],
    });
  });

  it('give a unit cost to four decimals', () => {
    expect(lineUnitCost('496.24', '33', 'USD')).toBe('15.0376');
    expect(lineUnitCost('1.00', '0', 'USD')).toBeUndefined();
  });
});
