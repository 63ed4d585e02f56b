import { expect, it } from '@jest/globals';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { ChargeKind } from '../../parts/chargeKinds.ts';
import { askedOf } from './asked.ts';
import type { Body } from './sheet.ts';

/* What the worker is asked of a charge, and which other charges one by value and freight rests on. */
const kind = (code: string, isToTheBorder: boolean, further: Partial<ChargeKind> = {}): ChargeKind => ({
  code,
  name: code,
  isCost: true,
  isToTheBorder,
  basis: '',
  density: '',
  difference: 'goods',
  ...further,
});
const KINDS = [
  kind('freight', true, { density: '167', difference: 'variance' }),
  kind('insurance', true),
  kind('handling', false),
];
const charge = (line: string, of: string, left = '10.00') => ({ line, kind: of, left }) as OpenCharge;
const CHARGES = [
  charge('1/1', 'insurance', '160.00'),
  charge('1/2', 'freight', '400.00'),
  charge('1/3', 'handling'),
  charge('2/1', 'insurance'),
  charge('2/2', 'freight'),
];
const sheet = (bases: readonly Body['charges'][number]['basis'][], further: Partial<Body> = {}): Body => ({
  date: '2026-03-16',
  entry: '',
  to: [],
  charges: bases.map((basis, at) => ({ of: CHARGES[at]?.line ?? '', basis, fixed: {} })),
  ...further,
});
const asked = (body: Body, recognition = 'on-sale') => askedOf(body, CHARGES, KINDS, recognition);

it('a charge is asked for with what is left of it, or the part that is shared, and what its kind says of weight', () => {
  const [insurance, freight] = asked({
    ...sheet([]),
    charges: [{ of: '1/2', basis: 'chargeable', fixed: { '4/1': '1' }, amount: '40', density: '' }],
  });
  expect(insurance).toEqual({ amount: '160.00', basis: 'value', fixed: {}, density: '' });
  expect(freight).toEqual({ amount: '40', basis: 'chargeable', fixed: { '4/1': '1' }, density: '' });
  expect(asked(sheet(['value', 'chargeable']))[1]?.density).toBe('167');
});

it('by value and freight it rests on the others that carry the goods, by their own bases, and on none of its kind', () => {
  const body = sheet(['value-and-freight', 'weight', 'equal', 'value', 'duty'], { more: true });
  const [insurance, ...others] = asked(body);
  expect(insurance?.beside).toEqual({
    kind: 'insurance',
    more: true,
    charges: [{ amount: '400.00', basis: 'weight', fixed: {}, density: '167', kind: 'freight', isKeptOut: true }],
  });
  expect(others.map(({ beside }) => beside)).toEqual([undefined, undefined, undefined, undefined]);
});

it('two by value and freight do not rest on each other, and nothing is kept out of goods whose purchases are expensed', () => {
  const [insurance, freight] = asked(
    sheet(['value-and-freight', 'value-and-freight', 'equal', 'equal', 'weight']),
    'on-purchase',
  );
  expect(insurance?.beside?.charges).toMatchObject([{ kind: 'freight', basis: 'weight', isKeptOut: false }]);
  expect(freight?.beside?.charges).toMatchObject([{ kind: 'insurance', basis: 'equal' }]);
});
