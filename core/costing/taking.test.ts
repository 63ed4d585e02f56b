import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { base, quantity, quantityOrThrow } from '../exact/amounts.ts';
import { lotsLeft, openOf, split, type Source, type Taking, type TakingKind } from './taking.ts';

const taking = (kind: TakingKind, units: string): Taking => ({
  line: '9/1',
  date: '2026-03-01',
  kind,
  quantity: quantityOrThrow(units),
  lots: [],
  into: undefined,
  dimensions: undefined,
});
const parts = (value: bigint, outOf: string, ...takings: [TakingKind, string][]) =>
  split(
    value,
    quantityOrThrow(outOf),
    takings.map(([kind, units]) => taking(kind, units)),
  );

describe('what is taken of a movement out', () => {
  it('is the cumulative part of it, in the order of entry, and nothing is left when all is taken', () => {
    // 100 ÷ 7 = 14.29 → 14; 200 ÷ 7 = 28.57 → 29 − 14; the other five take the rest.
    expect(parts(100n, '7', ['invoiced', '1'], ['invoiced', '1'], ['invoiced', '5'])).toEqual([14n, 15n, 71n]);
    expect(parts(100n, '7', ['arrived', '1'], ['lost', '1'], ['arrived', '5'])).toEqual([14n, 15n, 71n]);
  });

  it('is one sequence for what is invoiced and what is given back before it was', () => {
    expect(parts(50n, '4', ['invoiced', '1'], ['given-back', '1'], ['invoiced', '2'])).toEqual([13n, 12n, 25n]);
  });

  it('is a part of what the invoices took where it is given back after them', () => {
    // The invoice took 26 of 51; one of its two gives 13 back, the other the rest. What nobody was invoiced for stays out of it.
    expect(
      parts(
        51n,
        '4',
        ['invoiced', '2'],
        ['given-back', '1'],
        ['given-back-invoiced', '1'],
        ['given-back-invoiced', '1'],
      ),
    ).toEqual([26n, 12n, 13n, 13n]);
    // Given back between two invoices: 30 of the first 90; then 60 are left of it, and 210 come.
    expect(
      parts(
        300n,
        '10',
        ['invoiced', '3'],
        ['given-back-invoiced', '1'],
        ['invoiced', '7'],
        ['given-back-invoiced', '9'],
      ),
    ).toEqual([90n, 30n, 210n, 270n]);
    // An uneven invoice: 34 for one of three, then 33 and 33; the second and third are given back together.
    expect(
      parts(
        101n,
        '3',
        ['invoiced', '1'],
        ['invoiced', '2'],
        ['given-back-invoiced', '2'],
        ['given-back-invoiced', '1'],
      ),
    ).toEqual([34n, 67n, 67n, 34n]);
  });

  it('comes back whole when all that was invoiced is given back, in whatever parts', () => {
    const sizes = fc.array(fc.bigInt(1n, 1000n), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(fc.bigInt(0n, 10n ** 12n), sizes, fc.bigInt(0n, 500n), (value, units, kept) => {
        const outOf = quantity(units.reduce((sum, part) => sum + part, 0n) + kept);
        const of = (kind: TakingKind) => units.map((part) => ({ ...taking(kind, '1'), quantity: quantity(part) }));
        const taken = split(value, outOf, [...of('invoiced'), ...of('given-back-invoiced')]);
        const sum = (some: readonly bigint[]) => some.reduce((total, part) => total + part, 0n);
        expect(sum(taken.slice(units.length))).toBe(sum(taken.slice(0, units.length)));
      }),
    );
  });
});

describe('what is open of a movement out', () => {
  const source = (...takings: [TakingKind, string][]): Source => ({
    line: '1/1',
    pool: 'A@B',
    item: 'A',
    date: '2026-03-01',
    purpose: 'delivered',
    party: 'S',
    quantity: quantityOrThrow('10'),
    value: base(100n),
    lots: [],
    dimensions: undefined,
    takings: takings.map(([kind, units]) => taking(kind, units)),
  });

  it('is what nothing has taken, and what is invoiced and still with the customer', () => {
    const open = openOf(source(['invoiced', '4'], ['given-back', '2'], ['given-back-invoiced', '1']));
    expect(open).toEqual({ untaken: quantityOrThrow('4'), invoiced: quantityOrThrow('3') });
    expect(openOf(source(['arrived', '3'], ['lost', '1'])).untaken).toBe(quantityOrThrow('6'));
    expect(openOf(source(['made', '10'])).untaken).toBe(0n);
  });

  it('by lot is what went of it, less what came back, a line with two takings once', () => {
    const lot = (name: string, units: string) => ({ lot: name, quantity: quantityOrThrow(units) });
    const line = (id: string, kind: TakingKind, ...lots: ReturnType<typeof lot>[]) => ({
      ...taking(kind, '1'),
      line: id,
      lots,
    });
    const sent = { ...source(), lots: [lot('A', '6'), lot('B', '3'), lot('C', '1')] };
    const takings = [
      line('2/1', 'given-back', lot('A', '2'), lot('C', '1')),
      line('2/1', 'given-back-invoiced', lot('A', '2'), lot('C', '1')),
      line('3/1', 'invoiced'),
      line('4/1', 'given-back', lot('A', '1.5')),
    ];
    expect(lotsLeft({ ...sent, takings })).toEqual([lot('A', '2.5'), lot('B', '3')]);
  });
});
