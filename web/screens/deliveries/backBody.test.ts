import { describe, expect, it } from '@jest/globals';
import type { LineToGiveBack } from '@obolus/contract/views/documents';
import { type BackBody, backOf, creditedOf, nothingBack } from './backBody.ts';

const line = (id: string, more: Partial<LineToGiveBack> = {}, tracking: 'none' | 'lot' = 'none'): LineToGiveBack => ({
  line: `${id}/1`,
  delivery: { id, number: `DN-${id}`, date: '2026-11-01', customer: 'Oxbow Street Weavers' },
  item: { id: '1', number: 'YARN', name: 'Merino', unit: 'kg', tracking } as LineToGiveBack['item'],
  warehouse: { id: '1', name: 'Main' },
  left: '10',
  invoiced: '6',
  price: '30',
  ...more,
});
const body = (back: BackBody['back']): BackBody => ({
  customer: 'Oxbow Street Weavers',
  date: '2026-11-23',
  warehouse: '1',
  back,
});

describe('goods that come back from a customer', () => {
  it('are credited only as far as they were invoiced: what was not comes back first', () => {
    expect(['', '3', '4', '5.5', '10'].map((quantity) => creditedOf(line('1'), quantity))).toEqual(['0', '0', '0', '1.5', '6']); // prettier-ignore
    expect(creditedOf(line('1', { invoiced: '0' }), '10')).toBe('0');
  });

  it('make a document of what comes back, at the price of the last invoice where nothing else is said', () => {
    expect(nothingBack(line('1'))).toEqual({ quantity: '', price: '30', lots: [] });
    const dye = line('2', { price: '' }, 'lot');
    const back = {
      '1/1': { quantity: '5', price: '29.50', lots: [] },
      '2/1': { quantity: '2', price: '', lots: [{ lot: 'KD-1', quantity: '' }] },
      '3/1': { quantity: '', price: '30', lots: [] },
    };
    expect(backOf(body(back), [line('1'), dye, line('3')])).toEqual({
      customer: 'Oxbow Street Weavers',
      date: '2026-11-23',
      warehouse: '1',
      lines: [
        { of: '1/1', quantity: '5', price: '29.50' },
        { of: '2/1', quantity: '2', price: '0', lots: [{ lot: 'KD-1', quantity: '2' }] },
      ],
    });
    expect(backOf(body({}), [line('1')])).toBeUndefined();
  });
});
