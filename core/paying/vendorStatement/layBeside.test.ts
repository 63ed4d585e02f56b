import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { documentAmount } from '../../exact/amounts.ts';
import { type AccountItem, layBeside } from './layBeside.ts';

const item = (date: string, reference: string, amount: bigint): AccountItem => ({
  date: `2026-${date}`,
  reference,
  amount: documentAmount(amount),
});
const found = (stated: AccountItem[], ours: AccountItem[]) =>
  layBeside(stated, ours).map((one) => [one.found, one.stated, one.ours]);

describe('a statement beside our account', () => {
  it('finds bills by their number however it is written, payments by amount within days of the bank', () => {
    const stated = [item('03-01', 'INV 0012', 500n), item('03-09', 'payment received', -300n)];
    const ours = [item('03-05', 'PY-1', -300n), item('03-01', 'inv-12', 500n)];
    expect(found(stated, ours)).toEqual([
      ['agreed', 0, 1],
      ['agreed', 1, 0],
    ]);
    expect(found([item('03-20', '', -300n)], [item('03-05', 'PY-1', -300n)])).toEqual([
      ['missing-here', 0, undefined],
      ['missing-there', undefined, 0],
    ]);
  });

  it('says what differs: the day, the amount, or the number', () => {
    const ours = [item('03-01', 'A-1', 500n), item('03-02', 'A-2', 700n), item('03-03', 'A-3', 900n)];
    const stated = [item('03-04', 'A-1', 500n), item('03-02', 'A-2', 770n), item('03-04', 'A-8', 900n)];
    expect(found(stated, ours)).toEqual([
      ['date-differs', 0, 0],
      ['amount-differs', 1, 1],
      ['reference-differs', 2, 2],
    ]);
  });

  it('takes what is surer first: a number and amount before an amount alone, whatever the order', () => {
    const ours = [item('03-01', 'B-1', 500n), item('03-01', 'B-2', 500n)];
    expect(found([item('03-01', 'B-9', 500n), item('03-01', 'B-1', 500n)], ours)).toEqual([
      ['reference-differs', 0, 1],
      ['agreed', 1, 0],
    ]);
  });

  it('finds payments of a day that the other side has as one sum, whichever it is, and no others', () => {
    const three = [item('03-05', 'PY-1', -100n), item('03-05', 'PY-2', -200n), item('03-06', 'PY-3', -300n)];
    expect(found([item('03-07', 'received', -300n)], three.slice(0, 2))).toEqual([
      ['agreed-in-sum', 0, 0],
      ['agreed-in-sum', undefined, 1],
    ]);
    // One that is it by itself is surer.
    expect(found([item('03-07', 'received', -300n)], three)).toEqual([
      ['agreed', 0, 2],
      ['missing-there', undefined, 0],
      ['missing-there', undefined, 1],
    ]);
    expect(found(three.slice(0, 2), [item('03-07', 'PY-9', -300n)])).toEqual([
      ['agreed-in-sum', 0, 0],
      ['agreed-in-sum', 1, undefined],
    ]);
    // Not all of the day, too far from it, or bills.
    expect(found([item('03-07', '', -400n)], three).map(([how]) => how)).not.toContain('agreed-in-sum');
    expect(found([item('03-25', '', -300n)], three.slice(0, 2)).map(([how]) => how)).not.toContain('agreed-in-sum');
    expect(
      found([item('03-05', 'A', 300n)], [item('03-05', 'B', 100n), item('03-05', 'C', 200n)]).map(([how]) => how),
    ).not.toContain('agreed-in-sum');
  });

  it('takes what somebody said before all, if it is of the same side and nothing else is', () => {
    const ours = [item('03-01', 'B-1', 500n), { ...item('01-09', 'X', 480n), document: '9' }];
    const said = { ...item('03-01', 'B-1', 500n), document: '9' };
    expect(found([said], ours)).toEqual([
      ['amount-differs', 0, 1],
      ['missing-there', undefined, 0],
    ]);
    expect(found([{ ...said, amount: documentAmount(480n) }], ours)[0]).toEqual(['agreed', 0, 1]);
    expect(found([said, { ...said, reference: 'B-2' }], ours)).toEqual([
      ['amount-differs', 0, 1],
      ['reference-differs', 1, 0],
    ]);
    expect(found([{ ...said, amount: documentAmount(-480n) }], ours)[0]).toEqual(['missing-here', 0, undefined]);
  });

  it('never lays a bill beside what lowers the account', () => {
    expect(found([item('03-01', 'C-1', 500n)], [item('03-01', 'C-1', -500n)]).map(([how]) => how)).toEqual([
      'missing-here',
      'missing-there',
    ]);
  });

  it('has each line of both sides once, so that what differs is what lies between the sums', () => {
    const lines = fc.array(
      fc.record({
        date: fc.constantFrom('2026-03-01', '2026-03-04', '2026-03-20'),
        reference: fc.constantFrom('', 'A-1', 'A-2', 'a 1'),
        amount: fc.constantFrom(100n, 200n, -100n, -200n, -300n).map(documentAmount),
      }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(lines, lines, (stated, ours) => {
        const beside = layBeside(stated, ours);
        const places = (side: 'stated' | 'ours') => beside.flatMap((one) => one[side] ?? []).sort((a, b) => a - b);
        expect(places('stated')).toEqual(stated.map((_, at) => at));
        expect(places('ours')).toEqual(ours.map((_, at) => at));
        const sum = (side: readonly AccountItem[]) => side.reduce((total, { amount }) => total + amount, 0n);
        const apart = beside
          .filter(({ found: how }) =>
            ['amount-differs', 'missing-here', 'missing-there', 'agreed-in-sum'].includes(how),
          )
          .reduce(
            (total, one) =>
              total +
              (one.stated === undefined ? 0n : (stated[one.stated]?.amount ?? 0n)) -
              (one.ours === undefined ? 0n : (ours[one.ours]?.amount ?? 0n)),
            0n,
          );
        expect(apart).toBe(sum(stated) - sum(ours));
      }),
    );
  });
});
