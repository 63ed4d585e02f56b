import { expect, it } from '@jest/globals';
import type { OpenCharge } from '@obolus/contract/views/bench';
import type { ShipmentView } from '@obolus/contract/views/shipments';
import { belongingTo } from './belonging.ts';

const charge = (line: string, vendor: string, kind: string, date: string, declared: string[] = []): OpenCharge => ({
  line,
  bill: { id: '1', number: line, date },
  vendor,
  kind,
  amount: '10.00',
  left: '10.00',
  declared,
});
const OPEN = [
  charge('1/1', 'Petrel Mutual', 'insurance', '2026-11-18'),
  charge('2/1', 'Greywake Lines', 'inspection', '2026-11-17'),
  charge('3/1', 'Lanternhouse Customs', 'duty', '2026-11-09'),
  charge('4/1', 'Lanternhouse Customs', 'brokerage', '2025-11-09'),
  charge('5/1', 'Aldergrove Joinery', 'handling', '2026-11-10'),
];
const expected = (kinds: readonly string[], came: readonly string[] = []) =>
  [
    ...kinds.map((kind) => ({ kind, bills: [] })),
    ...came.map((kind) => ({ kind, bills: [{}] })),
  ] as unknown as ShipmentView['charges'];
const of = (
  carrier: string | null,
  firstCame: string | undefined,
  charges: ShipmentView['charges'],
  open: readonly OpenCharge[] = OPEN,
) =>
  belongingTo(
    { number: 'FHL-020', carrier: carrier === null ? null : { id: '1', name: carrier }, charges },
    firstCame,
    open,
  ).map(({ charge: { line }, days, isLikely }) => [line, days, isLikely]);

it('its carrier’s charges come first, then what it misses, the nearest bill before the others; what is long ago is another shipment’s', () => {
  expect(of('Greywake Lines', '2026-11-10', expected(['insurance', 'duty', 'brokerage']))).toEqual([
    ['2/1', 7, true],
    ['3/1', -1, false],
    ['1/1', 8, false],
  ]);
});

it('what it has already, or what is billed long after its goods came, is not taken for its own, though it is its carrier’s', () => {
  expect(of('Greywake Lines', '2026-11-10', expected([], ['inspection']))).toEqual([['2/1', 7, false]]);
  expect(of('Greywake Lines', '2026-06-01', expected(['inspection']))).toEqual([]);
});

it('what it does not miss is not its own by its kind, and before anything came only its carrier’s are listed', () => {
  expect(of(null, '2026-11-10', expected(['insurance']))).toEqual([['1/1', 8, false]]);
  expect(of('Greywake Lines', undefined, expected(['insurance']))).toEqual([['2/1', undefined, false]]);
});

it('what customs charged on an entry for its goods is its own, whenever it came; on an entry for other goods it is not', () => {
  const entries = [
    charge('6/1', 'Harbor Customs Office', 'duty', '2026-01-18', ['FHL-019', 'FHL-020']),
    charge('7/1', 'Harbor Customs Office', 'duty', '2026-11-11', ['FHL-019']),
  ];
  expect(of('Greywake Lines', '2026-11-10', expected(['duty']), [...entries, ...OPEN])).toEqual([
    ['6/1', -296, true],
    ['2/1', 7, true],
    ['3/1', -1, false],
  ]);
});
