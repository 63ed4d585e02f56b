import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { base, formatAmount, priceOrThrow, quantityOrThrow } from '../exact/amounts.ts';
import { type EstimateRule, estimatesByRules, type RuledLine, sharedAnew } from './estimateRules.ts';

const ANY = { vendor: '', item: '', group: '', warehouse: '', mode: '', from: '', to: '' };
const rule = (code: string, more: Partial<Omit<EstimateRule, 'figure'>> & { figure?: string } = {}): EstimateRule => ({
  ...ANY,
  code,
  kind: 'freight',
  by: 'unit',
  basis: 'value',
  first: undefined,
  last: undefined,
  ...more,
  figure: priceOrThrow(more.figure ?? '1'),
});
const line = (item: string, more: Partial<RuledLine> = {}): RuledLine => ({
  ...ANY,
  vendor: 'TARN',
  item,
  group: 'YARN',
  warehouse: 'MAIN',
  shipment: '',
  quantity: quantityOrThrow('10'),
  value: 100n,
  weight: undefined,
  volume: undefined,
  ...more,
});
const USD = { date: '2026-06-01', currency: 'USD' };
const none = () => 0n;
const rulesOn = (rules: EstimateRule[], lines: RuledLine[], when = USD) =>
  estimatesByRules(rules, lines, when, none).map((ruled) => ruled.map(({ rule: code }) => code));
const flatOn = (
  rules: EstimateRule[],
  lines: RuledLine[],
  already: (kind: string, shipment: string) => bigint = none,
) =>
  estimatesByRules(rules, lines, USD, already).map(([one]) =>
    one?.estimate.by === 'flat' ? one.estimate.amount.toString() : '-',
  );

describe('the rule that holds for a line', () => {
  it('is the narrowest: an item before its group, that before the vendor, that before the way and the warehouse', () => {
    const rules = [
      rule('ANY'),
      rule('WAREHOUSE', { warehouse: 'MAIN' }),
      rule('WAY', { mode: 'air' }),
      rule('VENDOR', { vendor: 'TARN' }),
      rule('GROUP', { group: 'YARN' }),
      rule('ITEM', { item: 'A' }),
    ];
    expect(
      rulesOn(rules, [
        line('A'),
        line('B'),
        line('C', { group: '' }),
        line('C', { group: '', vendor: 'BEIR', mode: 'air' }),
        line('C', { group: '', vendor: 'BEIR' }),
        line('C', { group: '', vendor: 'BEIR', warehouse: 'OVER' }),
      ]),
    ).toEqual([['ITEM'], ['GROUP'], ['VENDOR'], ['WAY'], ['WAREHOUSE'], ['ANY']]);
  });

  it('holds from a day to a day; of two alike the later one, then the first by its code', () => {
    const rules = [
      rule('OLD', { first: '2026-01-01' }),
      rule('NEW', { first: '2026-06-01' }),
      rule('GONE', { last: '2026-05-31' }),
    ];
    expect(rulesOn(rules, [line('A')])).toEqual([['NEW']]);
    expect(rulesOn(rules, [line('A')], { ...USD, date: '2026-05-31' })).toEqual([['OLD']]);
    expect(rulesOn([rule('B'), rule('A')], [line('A')])).toEqual([['A']]);
  });

  it('is one for each kind of charge, and none by a measure that the item lacks', () => {
    const rules = [
      rule('F', { by: 'weight' }),
      rule('D', { kind: 'duty', by: 'tariff' }),
      rule('I', { kind: 'insurance', by: 'percent', figure: '0.6' }),
    ];
    expect(estimatesByRules(rules, [line('A'), line('B', { weight: 1n })], USD, none)).toEqual([
      [
        { rule: 'D', estimate: { kind: 'duty', by: 'tariff' } },
        { rule: 'I', estimate: { kind: 'insurance', by: 'percent', percent: 6000n } },
      ],
      [
        { rule: 'D', estimate: { kind: 'duty', by: 'tariff' } },
        { rule: 'F', estimate: { kind: 'freight', by: 'weight', amount: 1_000_000n } },
        { rule: 'I', estimate: { kind: 'insurance', by: 'percent', percent: 6000n } },
      ],
    ]);
  });

  it('names ports however they are written', () => {
    expect(rulesOn([rule('X', { from: 'AUCKLAND' })], [line('A', { from: 'Auckland' }), line('A')])).toEqual([
      ['X'],
      [],
    ]);
  });
});

describe('what is expected of a shipment as a whole', () => {
  const flat = (basis: EstimateRule['basis'], figure = '100') => [rule('F', { by: 'flat', basis, figure })];

  it('is shared over its lines, less what others under it bear; apart by shipment', () => {
    const lines = [
      line('A', { weight: 1n, shipment: 'S1' }),
      line('B', { weight: 2n, shipment: 'S1' }),
      line('C', { weight: 7n, shipment: 'S2' }),
    ];
    expect(flatOn(flat('weight'), lines)).toEqual(['3333', '6667', '10000']);
    expect(flatOn(flat('weight'), lines, (_, shipment) => (shipment === 'S1' ? 9000n : 10_000n))).toEqual([
      '333',
      '667',
      '-',
    ]);
    expect(flatOn(flat('equal'), [line('A'), line('B'), line('C')])).toEqual(['3334', '3333', '3333']);
  });

  it('is not expected where no line has what it is shared by', () => {
    expect(flatOn(flat('volume'), [line('A'), line('B')])).toEqual(['-', '-']);
  });

  it('adds up, whatever the lines', () => {
    const weights = fc.array(fc.bigInt({ min: 0n, max: 10n ** 9n }), { minLength: 1, maxLength: 20 });
    fc.assert(
      fc.property(weights, fc.integer({ min: 1, max: 999_999 }), (each, cents) => {
        const found = flatOn(
          flat('volume', formatAmount(BigInt(cents), 'USD')),
          each.map((volume) => line('A', { volume })),
        );
        const sum = found.reduce((total, amount) => total + BigInt(amount === '-' ? 0 : amount), 0n);
        expect(sum).toBe(each.some((volume) => volume > 0n) ? BigInt(cents) : 0n);
      }),
    );
  });
});

describe('what is expected of a shipment as a whole, shared anew when another order joined it', () => {
  const flat = (kind: string, amount: bigint) => ({ kind, by: 'flat' as const, amount: base(amount), rule: 'SEA' });
  const on = (item: string, value: bigint, estimates: Parameters<typeof sharedAnew>[1][number]['estimates']) => ({
    ...line(item, { shipment: 'FHL-020', value }),
    estimates,
  });
  const anewOn = (
    rules: EstimateRule[],
    lines: Parameters<typeof sharedAnew>[1],
    already: (kind: string, shipment: string) => bigint = none,
  ) => sharedAnew(rules, lines, USD, already).map((some) => some.map(({ kind, now, anew }) => [kind, now, anew]));
  const SEA = rule('SEA', { by: 'flat', figure: '1000' });

  it('takes from the lines that bore it alone what the later ones bear of it, by its basis', () => {
    expect(anewOn([SEA], [on('A', 300n, [flat('freight', 100_000n)]), on('B', 100n, [])])).toEqual([
      [['freight', 100_000n, 75_000n]],
      [['freight', 0n, 25_000n]],
    ]);
  });

  it('leaves what stands as it should, what came with other lines, and lines that say it otherwise', () => {
    const shared = [on('A', 300n, [flat('freight', 75_000n)]), on('B', 100n, [flat('freight', 25_000n)])];
    expect(anewOn([SEA], shared)).toEqual([[], []]);
    expect(anewOn([SEA], shared, () => 60_000n)).toEqual([
      [['freight', 75_000n, 30_000n]],
      [['freight', 25_000n, 10_000n]],
    ]);
    const own = on('C', 900n, [{ kind: 'freight', by: 'unit', amount: priceOrThrow('1') }]);
    expect(anewOn([SEA], [...shared, own])).toEqual([[], [], []]);
    const said = on('C', 900n, [{ ...flat('freight', 20_000n), rule: undefined }]);
    expect(anewOn([SEA], [...shared, said])).toEqual([[], [], []]);
  });

  it('takes all of it away where other lines bear it all, and changes nothing where nobody has what it is shared by', () => {
    expect(anewOn([SEA], [on('A', 300n, [flat('freight', 5n)])], () => 100_000n)).toEqual([[['freight', 5n, 0n]]]);
    const byWeight = rule('SEA', { by: 'flat', figure: '1000', basis: 'weight' });
    expect(anewOn([byWeight], [on('A', 300n, [flat('freight', 5n)])])).toEqual([[]]);
  });

  it('always adds up to the whole, less what stays', () => {
    const lines = fc.array(fc.record({ value: fc.bigInt(1n, 10_000n), now: fc.bigInt(0n, 90_000n) }), { minLength: 1 });
    fc.assert(
      fc.property(lines, fc.bigInt(0n, 100_000n), (given, stays) => {
        const asked = given.map(({ value, now }) => on('A', value, [flat('freight', now)]));
        const anew = sharedAnew([SEA], asked, USD, () => stays);
        const total = given.reduce((sum, { now }, at) => sum + (anew[at]?.[0]?.anew ?? now), 0n);
        expect(total).toBe(100_000n - stays);
      }),
    );
  });
});
