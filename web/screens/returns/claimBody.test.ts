import { describe, expect, it } from '@jest/globals';
import type { CreditableView } from '@obolus/contract/views/bench';
import { type ClaimBody, closingOf, hasGoods, isClaim, openOf, refusedOf } from './claimBody.ts';

const line = (id: string, more: Partial<CreditableView> = {}): CreditableView => ({
  line: `${id}/1`,
  kind: 'bill',
  document: { id, number: `VB-${id}`, reference: '', date: '2026-11-01' },
  vendor: { id: '1', name: 'Beira Linho' },
  label: 'Linen',
  lastNote: null,
  item: '1',
  unit: 'kg',
  currency: 'EUR',
  quantity: null,
  price: null,
  amount: '100.00',
  expected: '50.00',
  ...more,
});
const dollars = { id: '4', currency: 'USD' };
const back = line('7', { kind: 'return', quantity: '10', price: '9.5', expected: '0.00' });
const body = (claims: ClaimBody['claims'], more: Partial<ClaimBody> = {}): ClaimBody => ({
  vendor: '1',
  date: '2026-11-23',
  currency: 'EUR',
  reason: '',
  account: '',
  got: '',
  claims,
  ...more,
});

describe('claims that are closed', () => {
  it('are what a credit waits for: goods that went back by quantity, everything else by amount', () => {
    const lines = [line('1'), back, line('2', { expected: '0.00' }), line('3', { kind: 'disputed', unit: '' })];
    expect(lines.filter(isClaim).map((claim) => [claim.line, openOf(claim), hasGoods(claim)])).toEqual([
      ['1/1', '50.00', true],
      ['7/1', '10', false],
      ['3/1', '50.00', false],
    ]);
  });

  it('make a document of what was closed, what came in money, and where the rest goes', () => {
    const claims = {
      '1/1': { closed: '30', received: '20', to: 'variance' as const },
      '7/1': { closed: '4', received: '', to: 'cost' as const },
      '3/1': { closed: '', received: '5', to: 'cost' as const },
    };
    expect(
      closingOf(body(claims, { reason: 'agreed by phone', got: '23.80' }), [line('1'), back, line('3')], dollars),
    ).toEqual({
      vendor: '1',
      date: '2026-11-23',
      currency: 'EUR',
      reason: 'agreed by phone',
      account: '4',
      got: '23.80',
      lines: [
        { of: '1/1', amount: '30', received: '20', to: 'variance' },
        { of: '7/1', quantity: '4', received: '', to: 'cost' },
      ],
    });
    expect(closingOf(body({}), [line('1')], dollars)).toBeUndefined();
  });

  it('say what an account got only where its currency is another, and name no account where none is set up', () => {
    const said = body({ '1/1': { closed: '30', received: '30', to: 'cost' } }, { got: '23.80' });
    expect(closingOf(said, [line('1')], { id: '4', currency: 'EUR' })).not.toHaveProperty('got');
    expect(closingOf(said, [line('1')], { id: '', currency: 'USD' })).not.toHaveProperty('account');
  });

  it('say what of an amount is refused', () => {
    expect(refusedOf(line('1'), { closed: '30', received: '20', to: 'cost' })).toBe('10.00');
    expect(refusedOf(line('1'), { closed: '30', received: '', to: 'cost' })).toBe('30.00');
    expect(refusedOf(line('1'), { closed: '30', received: '30', to: 'cost' })).toBe('');
    expect(refusedOf(back, { closed: '4', received: '', to: 'cost' })).toBe('');
  });
});
