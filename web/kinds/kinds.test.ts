import { describe, expect, it } from '@jest/globals';
import type { DocumentView } from '@obolus/contract/views/documents';
import { KINDS, placeOf } from './kinds.ts';

const amount = (text: string) => ({ label: '', amount: text, documents: [] });
const document = (trail: readonly string[], rest: Partial<DocumentView> = {}) =>
  ({ vendor: '7', lines: [], trail: trail.map(amount), ...rest }) as unknown as DocumentView;

describe('where a draft is entered', () => {
  it('is the address of its kind, with the parts that its body names', () => {
    expect(placeOf('order', {}, 'k')).toBe('/orders/new/k');
    expect(placeOf('order-change', { of: '12' }, 'k')).toBe('/orders/12/change/k');
    expect(placeOf('bill', { vendor: '3' }, 'k')).toBe('/bench/3/k');
    expect(placeOf('customs-entry', undefined, 'k')).toBe('/landing/customs-entry/k');
  });

  it('keeps what a name holds, and is nowhere for a kind without a screen', () => {
    expect(placeOf('invoice', { customer: 'Oxbow / Street 7%' }, 'k')).toBe(
      '/deliveries/invoice/Oxbow%20%2F%20Street%207%25/k',
    );
    expect(placeOf('lock', {}, 'k')).toBeUndefined();
  });
});

describe('what comes next', () => {
  it('is what the trail is behind with', () => {
    expect(KINDS.order?.next?.(document(['10.00', '4.00']))).toMatchObject({ kind: 'receipt', to: '/receiving/7' });
    expect(KINDS.order?.next?.(document(['10.00', '10.00']))).toBeUndefined();
    expect(KINDS.receipt?.next?.(document(['10.00', '10.00', '9.99']))).toMatchObject({ kind: 'bill', to: '/bench/7' });
    expect(KINDS.receipt?.next?.(document(['10.00', '10.00', '10.00']))).toBeUndefined();
    expect(KINDS.order?.next?.(document(['10.00', '4.00'], { vendor: null }))).toBeUndefined();
  });

  it('is the landing sheet after a bill with a charge, and what was charged beside the schedule after a customs entry', () => {
    const line = { quantity: null } as DocumentView['lines'][number];
    expect(KINDS.bill?.next?.(document([], { lines: [line] }))?.to).toBe('/landing');
    expect(KINDS.bill?.next?.(document([], { lines: [{ ...line, quantity: '1' }] }))).toBeUndefined();
    expect(KINDS['customs-entry']?.next?.(document([]))?.to).toMatch(/^\/landing\/entries\//);
  });
});
