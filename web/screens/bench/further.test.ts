import { describe, expect, it } from '@jest/globals';
import { furtherToSend, nextLine, pointerOf, type FurtherLine } from './further.ts';

const line = (what: FurtherLine['what'], amount: string, about = ''): FurtherLine => ({ what, amount, about });
const LINES = [
  line('freight', '12.00'),
  line('tax-kept', '1.90'),
  line('duty', ''),
  line('expense', '30', ' cleaning '),
  line('tax-reclaimed', '5'),
  line('expense', '', 'paper'),
];

const KINDS = ['freight', 'duty', 'demurrage'];

describe('what a bill lists besides goods', () => {
  it('goes out as charges, expenses and tax; a line without a word or a figure does not', () => {
    expect(furtherToSend(LINES, [])).toEqual({
      charges: [{ kind: 'freight', amount: '12.00' }],
      expenses: [
        { expense: 'cleaning', amount: '30' },
        { expense: 'paper', amount: '' },
      ],
      tax: [
        { amount: '1.90', recoverable: false },
        { amount: '5', recoverable: true },
      ],
    });
  });

  it('has what was paid to customs by the entry that it clears, also while none is chosen', () => {
    const paid = [
      line('freight', '4'),
      { ...line('disbursement', '260', '26-X'), entry: '12' },
      line('disbursement', '5'),
    ];
    expect(furtherToSend(paid, [])).toMatchObject({
      charges: [{ kind: 'freight', amount: '4' }],
      disbursements: [
        { of: '12', amount: '260' },
        { of: '', amount: '5' },
      ],
    });
    expect(paid.map((_, at) => pointerOf(paid, at))).toEqual(['/charges/0', '/disbursements/0', '/disbursements/1']);
  });

  it('names the lines that a tax is on by where they stand among those that are billed', () => {
    const taxed = [{ ...line('tax-kept', '2.10', 'State tax'), on: ['7/1', '7/3', '9/9'] }];
    expect(furtherToSend(taxed, ['7/1', '7/2', '7/3']).tax).toEqual([
      { amount: '2.10', recoverable: false, lines: [1, 3] },
    ]);
  });

  it('is found again by where it stands in what was sent', () => {
    expect(LINES.map((_, at) => pointerOf(LINES, at))).toEqual([
      '/charges/0',
      '/tax/0',
      '/none',
      '/expenses/0',
      '/tax/1',
      '/expenses/1',
    ]);
    expect(pointerOf(LINES, 9)).toBe('/none');
  });

  it('offers each kind of charge once, then an expense', () => {
    expect(nextLine([line('freight', '1')], KINDS).what).toBe('duty');
    expect(
      nextLine(
        KINDS.map((kind) => line(kind, '1')),
        KINDS,
      ).what,
    ).toBe('expense');
  });
});
