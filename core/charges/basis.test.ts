import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { base, quantityOrThrow } from '../exact/amounts.ts';
import { BASES, shareCharge, type Basis, type Target } from './basis.ts';

const target = (id: string, received: string, goods: bigint, weight?: string, volume?: string): Target => ({
  line: { id, item: id, quantity: quantityOrThrow(received), goods: base(goods) },
  carried: goods / 2n - 100_00n,
  duty: base(goods / 10n + 1n),
  item: {
    weight: weight === undefined ? undefined : quantityOrThrow(weight),
    volume: volume === undefined ? undefined : quantityOrThrow(volume),
  },
});
const density = quantityOrThrow('167');
const none = new Map<string, bigint>();
const targets = [target('A', '10', 100_00n, '2', '0.1'), target('B', '5', 300_00n, '0.5', '0.7')];

describe('a charge of 100.00', () => {
  it.each<[Basis, bigint[]]>([
    ['value', [2500n, 7500n]],
    // 100.00 less 50.00 that a carrier gave back, 300.00 and 50.00 of freight
    ['value-and-freight', [1250n, 8750n]],
    // 10.01 and 30.01 worked out
    ['duty', [2501n, 7499n]],
    ['quantity', [6667n, 3333n]],
    // 20 kg and 2.5 kg
    ['weight', [8889n, 1111n]],
    // 1.0 m³ and 3.5 m³
    ['volume', [2222n, 7778n]],
    // 1.0 m³ and 3.5 m³ at 167 kg: 167 kg and 584.5 kg
    ['chargeable', [2222n, 7778n]],
    ['equal', [5000n, 5000n]],
  ])('by %s', (basis, shares) => {
    expect(shareCharge(10_000n, { basis, density }, targets, none, '/charges/0')).toEqual({ ok: true, shares });
  });

  it('by chargeable weight counts the greater of weight and volume, line by line, and asks for the density', () => {
    // 20 kg against 10 kg of volume; 2.5 kg against 35 kg
    const dense = { basis: 'chargeable' as const, density: quantityOrThrow('10') };
    expect(shareCharge(5_500n, dense, targets, none, '')).toEqual({ ok: true, shares: [2_000n, 3_500n] });
    expect(shareCharge(5_500n, { basis: 'chargeable' }, targets, none, '/charges/1')).toMatchObject({
      refusal: { reason: 'density_missing', at: '/charges/1/density' },
    });
    const flat = [...targets, target('C', '1', 1n, '3')];
    expect(shareCharge(5_500n, dense, flat, none, '')).toMatchObject({ refusal: { reason: 'basis_missing' } });
  });

  it('by hand takes the shares as they are, when they add up', () => {
    const fixed = new Map([
      ['A', 9_999n],
      ['B', 1n],
    ]);
    expect(shareCharge(10_000n, { basis: 'manual' }, targets, fixed, '')).toEqual({ ok: true, shares: [9_999n, 1n] });
    expect(shareCharge(10_001n, { basis: 'manual' }, targets, fixed, '/charges/0')).toMatchObject({
      ok: false,
      refusal: { reason: 'allocation_does_not_add_up', values: { out: '1' } },
    });
  });

  it('is refused where more is fixed by hand than there is to share, be it a charge or a refund', () => {
    const by = { basis: 'weight' as const };
    const fixed = (amount: bigint) => new Map([['A', amount]]);
    expect(shareCharge(10_000n, by, targets, fixed(10_000n), '')).toEqual({ ok: true, shares: [10_000n, 0n] });
    for (const sign of [1n, -1n])
      expect(shareCharge(sign * 10_000n, by, targets, fixed(sign * 10_001n), '/charges/2')).toMatchObject({
        ok: false,
        refusal: { reason: 'fixed_exceeds_charge', at: '/charges/2/fixed' },
      });
  });

  it('with every line fixed must add up, whatever the basis', () => {
    const fixed = new Map([
      ['A', 1n],
      ['B', 1n],
    ]);
    expect(shareCharge(10_000n, { basis: 'weight' }, targets, fixed, '')).toMatchObject({
      ok: false,
      refusal: { reason: 'allocation_does_not_add_up' },
    });
  });

  it('by a basis that an item lacks names the item; a line fixed by hand need not have it', () => {
    const bare = [...targets, target('C', '1', 1n)];
    expect(shareCharge(10_000n, { basis: 'weight' }, bare, none, '/charges/3')).toMatchObject({
      ok: false,
      refusal: { reason: 'basis_missing', at: '/charges/3/basis', values: { item: 'C', basis: 'weight' } },
    });
    expect(shareCharge(10_000n, { basis: 'weight' }, bare, new Map([['C', 1_000n]]), '')).toEqual({
      ok: true,
      shares: [8_000n, 1_000n, 1_000n],
    });
  });

  it('always comes out whole, by every basis, with any shares fixed by hand', () => {
    const line = fc.record({
      received: fc.bigInt(1n, 10n ** 6n),
      goods: fc.bigInt(1n, 10n ** 9n),
      weight: fc.bigInt(1n, 10n ** 8n),
    });
    fc.assert(
      fc.property(
        fc.array(line, { minLength: 2, maxLength: 12 }),
        fc.bigInt(1n, 10n ** 12n),
        fc.constantFrom(...BASES.filter((basis) => basis !== 'manual')),
        fc.bigInt(0n, 10n ** 9n),
        (lines, amount, basis, hand) => {
          const some = lines.map(({ received, goods, weight }, at) => ({
            ...target(String(at), `${received}`, goods, `${weight}`, `${weight}`),
            carried: weight,
          }));
          const shared = shareCharge(amount, { basis, density }, some, new Map([['0', hand]]), '');
          if (!shared.ok) {
            expect([shared.refusal.reason, hand > amount]).toEqual(['fixed_exceeds_charge', true]);
            return;
          }
          expect(shared.shares[0]).toBe(hand);
          expect(shared.shares.reduce((sum, share) => sum + share, 0n)).toBe(amount);
        },
      ),
    );
  });
});
