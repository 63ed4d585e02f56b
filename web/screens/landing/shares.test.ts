import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { formatDecimal } from '@obolus/core/exact/decimal';
import type { Basis } from './sheet.ts';
import { calculatedShares, landedLine, ontoGoods, SharedLines, type SharedOn } from './shares.ts';

const line = (id: string, received: string, goods: string, weight: string | null): SharedOn => ({
  line: id,
  received,
  goods,
  estimates: [],
  carried: [],
  item: { id, weight, volume: null },
});
const LINES = [line('1/1', '33', '468.60', '1'), line('1/2', '2', '2360.00', '42.5'), line('2/1', '7', '56.70', '0.2')];
const textOf = (minor: bigint, currency = 'USD') => formatDecimal(minor, decimalsOf(currency), decimalsOf(currency));
const shares = (basis: Basis, fixed: Record<string, string> = {}, some = LINES) => {
  const shared = new SharedLines(some, 'USD').share({ amount: '100.00', basis, fixed });
  return shared.ok ? [...shared.amounts].map((share) => textOf(share)) : shared.reason;
};

describe('shares on the sheet', () => {
  it.each<[Basis, string[]]>([
    ['weight', ['27.64', '71.19', '1.17']],
    ['value', ['16.24', '81.79', '1.97']],
    ['quantity', ['78.57', '4.76', '16.67']],
    ['equal', ['33.34', '33.33', '33.33']],
  ])('by %s are what posting will give', (basis, expected) => {
    expect(shares(basis)).toEqual(expected);
  });

  it('leave a share typed by hand alone, and share the rest', () => {
    expect(shares('weight', { '1/2': '70' })).toEqual(['28.78', '70.00', '1.22']);
  });

  it('are none, with the reason, where an item has no weight, a figure is unfinished, or shares by hand do not add up', () => {
    expect(shares('weight', {}, [line('1/1', '1', '1.00', null)])).toBe('basis_missing');
    expect(shares('weight', {}, [line('1/1', '1', '1.00', '0')])).toBe('basis_all_zero');
    expect(shares('weight', { '1/1': '1.999' })).toBe('not_a_number');
    expect(shares('manual', { '1/1': '99.99' })).toBe('allocation_does_not_add_up');
    expect(shares('manual', { '1/1': '99.99', '2/1': '0.01' })).toEqual(['99.99', '0.00', '0.01']);
  });

  it('of the server are taken while they are those of these lines', () => {
    const calculated = [{ charge: '9/1', amounts: ['60.00', '40.00'] }];
    expect(calculatedShares(calculated, '9/1', 2, 'USD')).toMatchObject({ ok: true, total: 10000n });
    expect(calculatedShares(calculated, '9/1', 3, 'USD')).toMatchObject({ ok: false });
    expect(calculatedShares(calculated, '9/2', 2, 'USD')).toMatchObject({ ok: false });
  });

  it('give what a line comes to, and its unit cost to four decimals', () => {
    const column = new SharedLines(LINES, 'USD').share({ amount: '100.00', basis: 'weight', fixed: {} });
    const onto = column.ok ? [column.amounts] : [];
    expect(landedLine({ value: '468.60', received: '33' }, 0, [column, undefined], onto, 'USD')).toEqual({
      shares: ['27.64', ''],
      landed: '496.24',
      before: '14.2000',
      after: '15.0376',
    });
    expect(landedLine({ value: '1.00', received: '0' }, 0, [], [], 'USD').after).toBeUndefined();
  });

  it('take the place of what was estimated, kind by kind and bill by bill, or leave the goods at it', () => {
    const column = (...amounts: bigint[]) => ({ ok: true as const, amounts: BigInt64Array.from(amounts), total: 0n });
    const lines = [{ estimates: [{ kind: 'freight', left: '100.00' }] }, { estimates: [] }];
    const onto = (of: readonly bigint[][], { more = false, isKeptOut = false } = {}) =>
      ontoGoods(
        of.map((amounts) => column(...amounts)),
        of.map(() => ({ kind: 'freight', isKeptOut })),
        lines,
        more,
        'USD',
      ).map((amounts) => [...(amounts ?? [])]);
    // 70.00 instead of 100.00 estimated; the line that had none bears its share.
    expect(onto([[7_000n, 500n]])).toEqual([[-3_000n, 500n]]);
    // Two bills of the kind: the first takes the whole estimate, or with more to come no more than it is.
    expect(onto([[4_000n, 0n], [8_000n, 0n]])).toEqual([[-6_000n, 0n], [8_000n, 0n]]); // prettier-ignore
    expect(onto([[4_000n, 0n], [8_000n, 0n]], { more: true })).toEqual([[0n, 0n], [2_000n, 0n]]); // prettier-ignore
    // A refund uses no estimate up.
    expect(onto([[-1_000n, 0n]])).toEqual([[-1_000n, 0n]]);
    expect(onto([[7_000n, 500n]], { isKeptOut: true })).toEqual([[0n, 500n]]);
    expect(ontoGoods([undefined], [{ kind: 'freight', isKeptOut: false }], lines, false, 'USD')).toEqual([undefined]);
  });

  it('by chargeable weight need what a cubic metre counts for', () => {
    const some = [
      { ...LINES[0], item: { id: 'a', weight: '1', volume: '0.02' } } as SharedOn,
      { ...LINES[1], item: { id: 'b', weight: '42.5', volume: '0.02' } } as SharedOn,
    ];
    const by = (density?: string) =>
      new SharedLines(some, 'USD').share({ amount: '195.22', basis: 'chargeable', fixed: {}, density });
    // 33 × 0.02 m³ × 167 kg = 110.22 kg, more than 33 kg; 2 × 42.5 kg = 85 kg, more than 6.68 kg
    expect(by('167')).toMatchObject({ ok: true, amounts: BigInt64Array.from([11022n, 8500n]) });
    expect(by()).toEqual({ ok: false, reason: 'density_missing' });
    expect(by('16x')).toEqual({ ok: false, reason: 'not_a_number' });
  });

  it('by value and freight rest on what carries the goods: on this sheet, landed before, still estimated; not on their own kind', () => {
    const some = [
      { ...LINES[0], goods: '600.00', carried: [{ kind: 'insurance', amount: '40.00' }] } as SharedOn,
      { ...LINES[1], goods: '600.00', carried: [] } as SharedOn,
      {
        ...LINES[2],
        goods: '400.00',
        estimates: [{ kind: 'freight', left: '100.00' }],
        carried: [{ kind: 'freight', amount: '100.00' }],
      } as SharedOn,
    ];
    const freight = (fixed: Record<string, string>) => ({
      amount: '400',
      basis: 'manual' as const,
      fixed,
      kind: 'freight',
      isKeptOut: false,
    });
    const insured = (charge: ReturnType<typeof freight>, more = false) =>
      new SharedLines(some, 'USD').share({
        amount: '160.00',
        basis: 'value-and-freight',
        fixed: {},
        beside: { kind: 'insurance', charges: [charge], more },
      });
    const onTwo = freight({ '1/1': '300', '1/2': '100' });
    expect(insured(onTwo)).toMatchObject({ ok: true, amounts: BigInt64Array.from([6857n, 5333n, 3810n]) });
    // 60.00 of freight in the place of 100.00 that were estimated: 900, 640, 460; or as estimated, with the difference in variance; or with more to come.
    const onAll = freight({ '1/1': '300', '1/2': '40', '2/1': '60' });
    expect(insured(onAll)).toMatchObject({ ok: true, amounts: BigInt64Array.from([7200n, 5120n, 3680n]) });
    const as500 = BigInt64Array.from([7059n, 5020n, 3921n]);
    expect(insured({ ...onAll, isKeptOut: true })).toMatchObject({ ok: true, amounts: as500 });
    expect(insured(onAll, true)).toMatchObject({ ok: true, amounts: as500 });
    // Freight that cannot be shared puts nothing on the goods.
    expect(insured(freight({ '1/1': '1' }))).toMatchObject({
      ok: true,
      amounts: BigInt64Array.from([5647n, 5647n, 4706n]),
    });
  });

  it('add up to the charge in every column, with shares by hand, refunds and currencies without decimals', () => {
    const figure = (most: number, places: number) =>
      fc.bigInt({ min: 0n, max: BigInt(most) }).map((scaled) => formatDecimal(scaled, places));
    const anyLine = (places: number) =>
      fc.record({
        received: figure(9_000_000_000, 6),
        goods: figure(9_000_000, places),
        weight: figure(900_000_000, 6),
      });
    const sheet = fc.constantFrom('USD', 'JPY', 'KWD').chain((currency) =>
      fc.record({
        currency: fc.constant(currency),
        lines: fc.array(anyLine(decimalsOf(currency)), { minLength: 1, maxLength: 40 }),
        left: fc.bigInt({ min: -5_000_000n, max: 5_000_000n }).filter((amount) => amount !== 0n),
        byHand: fc.array(fc.tuple(fc.nat(39), fc.bigInt({ min: 0n, max: 1_000_000n })), { maxLength: 5 }),
        basis: fc.constantFrom<Basis>('value', 'value-and-freight', 'quantity', 'weight', 'equal', 'manual'),
        freight: fc.bigInt({ min: -5_000_000n, max: 5_000_000n }),
      }),
    );
    fc.assert(
      fc.property(sheet, ({ currency, lines, left, byHand, basis, freight }) => {
        const on = lines.map(({ received, goods, weight }, at) => line(String(at), received, goods, weight));
        const fixed = Object.fromEntries(
          byHand
            .filter(([at]) => at < on.length)
            .map(([at, amount]) => [String(at), textOf(left < 0n ? -amount : amount, currency)]),
        );
        const carrier = { amount: textOf(freight, currency), basis: 'weight' as const, fixed: {} };
        const charges = [{ ...carrier, kind: 'freight', isKeptOut: false }];
        const shared = new SharedLines(on, currency).share({
          amount: textOf(left, currency),
          basis,
          fixed,
          ...(basis === 'value-and-freight' ? { beside: { kind: 'insurance', charges, more: false } } : {}),
        });
        if (!shared.ok) {
          expect(['basis_all_zero', 'allocation_does_not_add_up', 'fixed_exceeds_charge']).toContain(shared.reason);
          return;
        }
        expect(shared.total).toBe(left);
        expect([...shared.amounts].reduce((sum, share) => sum + share, 0n)).toBe(left);
        for (const [at, amount] of Object.entries(fixed))
          expect(textOf(shared.amounts[Number(at)] ?? 0n, currency)).toBe(amount);
      }),
      { numRuns: 400 },
    );
  });
});
