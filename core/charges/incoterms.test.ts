import { expect, it } from '@jest/globals';
import { INCOTERMS, paidByBuyer } from './incoterms.ts';

it('the buyer pays all of the way from the gate, nothing where duty is paid, and never less by a rule that ends sooner', () => {
  expect(paidByBuyer('EXW')).toEqual(['origin', 'carriage', 'insurance', 'destination', 'import']);
  expect(paidByBuyer('DDP')).toEqual([]);
  const along = ['EXW', 'FCA', 'CPT', 'CIP', 'DPU', 'DDP'] as const;
  along.slice(1).forEach((rule, at) => {
    const before = paidByBuyer(along[at] as (typeof along)[number]);
    expect(paidByBuyer(rule).every((part) => before.includes(part))).toBe(true);
    expect(paidByBuyer(rule).length).toBeLessThan(before.length);
  });
});

it('carriage by the seller is no charge to expect, insurance by the seller neither; import is the buyer’s but for one rule', () => {
  for (const rule of INCOTERMS) {
    expect([rule, paidByBuyer(rule).includes('carriage')]).toEqual([rule, ['EXW', 'FCA', 'FAS', 'FOB'].includes(rule)]);
    expect([rule, paidByBuyer(rule).includes('insurance')]).toEqual([
      rule,
      ['EXW', 'FCA', 'FAS', 'FOB', 'CPT', 'CFR'].includes(rule),
    ]);
    expect([rule, paidByBuyer(rule).includes('import')]).toEqual([rule, rule !== 'DDP']);
  }
});
