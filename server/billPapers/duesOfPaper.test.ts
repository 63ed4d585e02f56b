import { expect, it } from '@jest/globals';
import { documentAmount } from '@obolus/core/exact/amounts';
import { dueOn, instalmentsIn, type StatedDue } from './duesOfPaper.ts';

const read = (dues: readonly StatedDue[], total = 100_01n) =>
  instalmentsIn(dues, { currency: 'USD', total: documentAmount(total) });
const part = (day: string, amount: string) => ({ day, amount, percent: '' });
const percent = (day: string, of: string) => ({ day, amount: '', percent: of });

it('a paper that is due on one day has no instalments, however often it says the day', () => {
  expect(read([])).toEqual([]);
  expect(read([dueOn('2026-05-01'), dueOn('2026-05-01')])).toEqual([]);
  expect(read([dueOn('2026-05-01'), part('2026-05-01', '100.01')])).toEqual([]);
});

it('parts are by day, as amounts or in percent, whose cents are in the last', () => {
  expect(read([part('2026-06-01', '60.01'), part('2026-05-01', '40.00')])).toEqual([
    { due: '2026-05-01', amount: 40_00n },
    { due: '2026-06-01', amount: 60_01n },
  ]);
  expect(read([percent('2026-05-01', '50'), percent('2026-06-01', '50.0')])).toEqual([
    { due: '2026-05-01', amount: 50_01n },
    { due: '2026-06-01', amount: 50_00n },
  ]);
});

it('parts that are not all of it, have no day or cannot be read are not known', () => {
  expect(read([dueOn('2026-05-01'), dueOn('2026-06-01')])).toBeUndefined();
  expect(read([part('2026-05-01', '40.00'), dueOn('2026-06-01')])).toBeUndefined();
  expect(read([part('2026-05-01', '40.00')])).toBeUndefined();
  expect(read([part('', '100.01')])).toBeUndefined();
  expect(read([part('2026-05-01', '40.00'), part('2026-06-01', 'sixty')])).toBeUndefined();
  expect(read([part('2026-05-01', '-40.00'), part('2026-06-01', '140.01')])).toBeUndefined();
  expect(read([percent('2026-05-01', '50'), percent('2026-06-01', '40')])).toBeUndefined();
});
