import { describe, expect, it } from '@jest/globals';
import { readDay } from './day.ts';

const TODAY = '2026-11-27';

describe('a day as it is typed', () => {
  it.each([
    ['t', 'mdy', '2026-11-27'],
    ['Today', 'dmy', '2026-11-27'],
    ['+7', 'mdy', '2026-12-04'],
    ['-30', 'dmy', '2026-10-28'],
    ['14', 'dmy', '2026-11-14'],
    ['3/14', 'mdy', '2027-03-14'],
    ['9/14', 'mdy', '2026-09-14'],
    ['14.3.', 'dmy', '2027-03-14'],
    ['14.3', 'dmy', '2027-03-14'],
    ['1/2', 'ymd', '2027-01-02'],
    ['3/14/26', 'mdy', '2026-03-14'],
    ['14.3.2026', 'dmy', '2026-03-14'],
    ['14 03 2026', 'dmy', '2026-03-14'],
    ['26-3-14', 'ymd', '2026-03-14'],
    ['2026-03-14', 'mdy', '2026-03-14'],
    ['20260314', 'dmy', '2026-03-14'],
  ] as const)('%s in the order %s is %s', (text, order, day) => {
    expect(readDay(text, order, TODAY)).toBe(day);
  });

  it.each(['', '31.2.2026', '13/1/2026', '3/14/126', 'tomorrow', '1.2.3.4', '32', '+x'])('%s is none', (text) => {
    expect(readDay(text, 'mdy', TODAY)).toBeUndefined();
  });

  it('without a year is the one that comes nearest', () => {
    expect(readDay('28.12.', 'dmy', '2027-01-04')).toBe('2026-12-28');
    expect(readDay('5.1.', 'dmy', '2026-12-30')).toBe('2027-01-05');
  });
});
