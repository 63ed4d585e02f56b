import { describe, expect, it } from '@jest/globals';
import type { ReturnableLine } from '@obolus/contract/views/payables';
import { isShown, NOTHING_BACK, papersToCome, parts, type ReturnBody, returnOf } from './returnBody.ts';

const line = (of: string, more: Partial<ReturnableLine> = {}): ReturnableLine => ({
  line: of,
  receipt: { id: '4', number: 'GR-1004', date: '2026-11-02' },
  order: { id: '3', number: 'PO-1003' },
  item: {
    id: '1',
    number: 'YRN',
    name: 'Merino yarn',
    unit: 'kg',
    packs: [],
    codes: [],
    method: 'fifo',
    tracking: 'none',
    weight: null,
    volume: null,
  },
  warehouse: { id: '1', name: 'Main' },
  known: ['TF-PS 3311', 'TF-8812', 'FL-0131'],
  received: '10',
  left: '10',
  unbilled: '4',
  isClosed: false,
  ...more,
});
const BODY: ReturnBody = { vendor: '2', date: '2026-11-23', reference: 'RMA 5', find: '', back: {} };

describe('what goes back', () => {
  it('is first what is not billed, then what is', () => {
    expect(parts(line('4/1'), '3')).toEqual({ unbilled: '3', billed: '0' });
    expect(parts(line('4/1'), '6.5')).toEqual({ unbilled: '4', billed: '2.5' });
    expect(parts(line('4/1'), '')).toEqual({ unbilled: '', billed: '' });
    expect(parts(line('4/1'), 'x')).toEqual({ unbilled: '', billed: '' });
  });

  it('leaves a bill to come for what of its line stays unbilled, and waits for a credit memo for what was billed', () => {
    const back = (quantity: string, replace = false) => ({ ...NOTHING_BACK, quantity, replace });
    expect(papersToCome(line('4/1'), back('3'))).toEqual({ bill: '1', credit: undefined });
    expect(papersToCome(line('4/1'), back('6.5'))).toEqual({ bill: '0', credit: '2.5' });
    expect(papersToCome(line('4/1'), back('6.5', true))).toEqual({ bill: '0', credit: undefined });
    expect(papersToCome(line('4/1', { unbilled: '0' }), back('2'))).toEqual({ bill: undefined, credit: '2' });
    expect(papersToCome(line('4/1'), back(''))).toBeUndefined();
    expect(papersToCome(line('4/1'), back('0'))).toBeUndefined();
  });

  it('is found by item, receipt, order, slip, bill, lot and serial number, and stays in sight once something of it goes back', () => {
    const back = { '4/1': { ...NOTHING_BACK, quantity: '1' } };
    expect(isShown({ ...BODY, find: 'merino gr-1004' }, line('4/1'))).toBe(true);
    expect(isShown({ ...BODY, find: 'linen' }, line('4/1'))).toBe(false);
    expect(['tf-8812', 'fl-0131', 'ps 3311', 'fl-0132'].map((find) => isShown({ ...BODY, find }, line('4/1')))).toEqual(
      [true, true, true, false],
    );
    expect(isShown({ ...BODY, find: 'linen', back }, line('4/1'))).toBe(true);
  });

  it('is sent in the order of the lines, with lots where the goods have them', () => {
    const lots = [{ lot: 'L1', quantity: '' }];
    const dye = line('5/1', { item: { ...line('5/1').item, tracking: 'lot' } });
    const back = {
      '5/1': { ...NOTHING_BACK, quantity: '2', lots, reason: ' stained ', photo: 'p-1' },
      '4/1': { ...NOTHING_BACK, quantity: '1', replace: true },
      '4/2': NOTHING_BACK,
    };
    expect(returnOf({ ...BODY, back }, [line('4/1'), line('4/2'), dye])).toEqual({
      vendor: '2',
      date: '2026-11-23',
      reference: 'RMA 5',
      lines: [
        { of: '4/1', quantity: '1', replace: true, confirmed: false },
        {
          of: '5/1',
          quantity: '2',
          replace: false,
          confirmed: false,
          reason: 'stained',
          photo: 'p-1',
          lots: [{ lot: 'L1', quantity: '2' }],
        },
      ],
    });
    expect(returnOf(BODY, [line('4/1')])).toBeUndefined();
    // Where no more comes on their order, others come on a new one; a credit asks for none.
    const closed = [line('4/1', { isClosed: true }), line('5/1', { isClosed: true })];
    expect(returnOf({ ...BODY, back: { ...back, '5/1': { ...NOTHING_BACK, quantity: '2' } } }, closed)?.lines).toEqual([
      { of: '4/1', quantity: '1', replace: true, anew: true, confirmed: false },
      { of: '5/1', quantity: '2', replace: false, confirmed: false },
    ]);
  });
});
