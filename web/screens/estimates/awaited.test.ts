import { describe, expect, it } from '@jest/globals';
import type { UnbilledEstimate } from '@obolus/contract/views/shipments';
import { awaitedOf, billFor, idOf } from './awaited.ts';

const GREY = { id: '3', name: 'Greywake Lines', currency: 'USD' };
const estimate = (kind: string, more: Partial<UnbilledEstimate> = {}): UnbilledEstimate => ({
  kind,
  vendor: GREY,
  shipment: 'FHL-1',
  from: 'Tarnside Fibres',
  receipts: [{ id: '7', number: 'GR-1007' }],
  lines: ['7/1', '7/2'],
  oldest: '2026-03-10',
  days: 4,
  left: '100.00',
  ...more,
});
const HERE = { currency: 'USD', today: '2026-03-20' };

describe('whose bill estimates await', () => {
  it('is one vendor’s, or nobody’s, or several', () => {
    expect(awaitedOf([estimate('freight'), estimate('insurance', { vendor: null })])).toEqual(GREY);
    expect(awaitedOf([estimate('freight', { vendor: null })])).toBeUndefined();
    expect(awaitedOf([estimate('freight'), estimate('freight', { vendor: { ...GREY, id: '4' } })])).toBeUndefined();
  });
});

describe('the bill that is drafted for them', () => {
  it('has each kind once, at what was typed or is left, onto the goods that were estimated with it', () => {
    const here = estimate('freight');
    const there = estimate('freight', { shipment: 'FHL-2', lines: ['8/1'], left: '40.00' });
    const insured = estimate('insurance', { lines: ['7/1'], left: '5.00' });
    const { further, onto } = billFor([here, there, insured], GREY, { [idOf(there)]: '55.5' }, HERE);
    expect(further).toEqual([
      { what: 'freight', about: 'FHL-1, FHL-2', amount: '155.50' },
      { what: 'insurance', about: 'FHL-1', amount: '5.00' },
    ]);
    expect(onto).toEqual({
      what: 'goods',
      title: 'FHL-1, FHL-2',
      lines: ['7/1', '7/2', '8/1'],
      only: { insurance: ['7/1'] },
    });
  });

  it('leaves amounts to be typed where the vendor bills in another currency', () => {
    const { currency, further } = billFor([estimate('freight')], { id: '2', currency: 'EUR' }, {}, HERE);
    expect([currency, further[0]?.amount]).toEqual(['EUR', '']);
  });

  it('calls goods that came under no shipment by their receipts', () => {
    expect(billFor([estimate('freight', { shipment: '' })], GREY, {}, HERE).onto).toMatchObject({ title: 'GR-1007' });
  });
});
