import { expect, it } from '@jest/globals';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { figuresOf, unusualIn, usualCosts } from './unusual.ts';

/* A share that nobody would expect is pointed out before it is posted, with what it is compared to. */
const line = (id: string, item: string, received: string, value: string) =>
  ({ line: id, received, goods: value, value, item: { id: item } }) as LandedGoods;
const column = (...amounts: bigint[]) => ({
  ok: true as const,
  amounts: BigInt64Array.from(amounts),
  total: amounts.reduce((sum, amount) => sum + amount, 0n),
});
const ON_SHEET = [line('1/1', 'reed', '10', '100.00'), line('1/2', 'loom', '2', '900.00')];
const BEFORE = [line('0/1', 'reed', '10', '110.00'), line('0/2', 'reed', '30', '330.00'), ...ON_SHEET];
const USUAL = usualCosts(BEFORE, new Set(['1/1', '1/2']), 'USD');
const LIMITS = { charge: '50', cost: '25' };
const look = (limits = LIMITS, ...columns: (ReturnType<typeof column> | undefined)[]) =>
  unusualIn(
    figuresOf(ON_SHEET, USUAL, 'USD'),
    columns,
    columns.map((each) => each?.amounts),
    limits,
    'USD',
  );

it('the usual cost of an item is the average of its other receipts; what was never received elsewhere has none', () => {
  expect([...USUAL]).toEqual([['reed', '11.0000']]);
});

it('a charge that is a large part of the goods is pointed out, a refund as well, and a smaller one is not', () => {
  const { charges } = look(LIMITS, column(49_999n, 0n), column(50_000n, 0n), undefined, column(0n, -60_000n));
  expect([...charges]).toEqual([
    [0, '50'],
    [1, '50'],
    [3, '60'],
  ]);
  expect(look(LIMITS, column(40_000n, 0n)).charges.size).toBe(0);
});

it('a unit cost far from the usual is pointed out with both, and how far it is', () => {
  const { lines } = look(LIMITS, column(3_750n, 20_000n));
  expect([...lines]).toEqual([[0, { after: '13.7500', usual: '11.0000', percent: '25' }]]);
  expect(look(LIMITS, column(3_700n, 0n)).lines.size).toBe(0);
});

it('nothing is, where the company does not want it', () => {
  const { charges, lines } = look({ charge: '', cost: '' }, column(900_000n, 900_000n));
  expect([charges.size, lines.size]).toEqual([0, 0]);
});
