import { describe, expect, it } from '@jest/globals';
import { base, fraction } from '../../exact/amounts.ts';
import { type Allowance, companyOf, NO_ALLOWANCE, UNSAID } from '../../state/company.ts';
import { type Books, emptyBooks } from '../../state/books.ts';
import { item } from '../../testing/make.ts';
import { allowanceOf, allowanceOfCharge, allowed } from './allowance.ts';
import fc from 'fast-check';

const percent = (of: bigint) => ({ part: fraction(of * 10_000n), amount: undefined });
const amount = (of: bigint) => ({ part: undefined, amount: base(of) });
const both = (over: Allowance['over'], short: Allowance['short'] = UNSAID): Allowance => ({ over, short });

describe('what is allowed', () => {
  it('is a part of what was expected, an amount, and of both the smaller; more and less apart', () => {
    const limits = both({ part: fraction(20_000n), amount: base(1500n) }, percent(10n));
    expect(allowed(limits, base(1n), base(50_000n))).toBe(1000n);
    expect(allowed(limits, base(1n), base(90_000n))).toBe(1500n);
    expect(allowed(limits, base(-1n), base(90_000n))).toBe(9000n);
    expect(allowed(both(amount(700n)), base(9n), base(0n))).toBe(700n);
    // Of what nobody expected a part is nothing.
    expect(allowed(both(percent(50n)), base(9n), base(0n))).toBe(0n);
  });

  it('is nobody’s to say where nobody set a limit', () => {
    expect(allowed(NO_ALLOWANCE, base(1_000_000n), base(1n))).toBeUndefined();
    expect(allowed(both(percent(2n)), base(-5n), base(100n))).toBeUndefined();
  });

  it('is never more than either limit, and counts what was expected by its size', () => {
    const figure = fc.bigInt({ min: 0n, max: 10n ** 12n });
    fc.assert(
      fc.property(fc.bigInt({ min: 0n, max: 1_000_000n }), figure, figure, (part, most, expected) => {
        const limits = both({ part: fraction(part), amount: base(most) });
        const found = allowed(limits, base(1n), base(expected)) ?? -1n;
        expect(found <= most && found * 1_000_000n <= expected * part).toBe(true);
        expect(allowed(limits, base(1n), base(-expected))).toBe(found);
      }),
    );
  });
});

describe('whose limit holds', () => {
  const books = (more: { item?: Allowance; vendor?: Allowance; company?: Allowance; charge?: Allowance }): Books => ({
    ...emptyBooks(
      companyOf({
        currency: 'USD',
        firstOpenDay: '2026-01-01',
        allowance: more.company ?? NO_ALLOWANCE,
        chargeAllowances: new Map(more.charge ? [['freight', more.charge]] : []),
      }),
    ),
    items: new Map([['YARN', item('YARN', 'fifo', { allowance: more.item })]]),
    vendors: new Map([['V', { tolerance: {}, hold: '', accountBy: undefined, allowance: more.vendor }]]),
  });

  it('is the item’s, else the vendor’s, else the company’s, side by side', () => {
    const said = { item: both(UNSAID, amount(1n)), vendor: both(amount(2n), amount(3n)), company: both(amount(4n)) };
    expect(allowanceOf(books(said), 'V', { item: 'YARN' })).toEqual(both(amount(2n), amount(1n)));
    expect(allowanceOf(books({ company: said.company }), 'V', { item: 'YARN' })).toEqual(both(amount(4n)));
    expect(allowanceOf(books(said), 'OTHER', { expense: 'cleaning' })).toEqual(both(amount(4n)));
  });

  it('of a charge is its kind’s first, and never an item’s', () => {
    const said = { item: both(amount(1n)), vendor: both(amount(2n)), charge: both(amount(9n)) };
    expect(allowanceOfCharge(books(said), 'V', 'freight')).toEqual(both(amount(9n)));
    expect(allowanceOfCharge(books(said), 'V', 'handling')).toEqual(both(amount(2n)));
  });
});
