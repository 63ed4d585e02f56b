import { describe, expect, it } from '@jest/globals';
import { en } from '@obolus/messages/en';
import { speakerOf } from '@obolus/messages/speaker';
import { statementLetter } from './statementLetter.ts';
import { linesRead, NO_LINE, statementBody, stepFor } from './statementLines.ts';

const TODAY = '2026-11-23';
const read = (over: object = {}) => ({
  date: '2026-04-02',
  reference: 'A-1',
  text: '',
  amount: '200',
  balance: '',
  ...over,
});
const body = {
  vendor: '1',
  currency: '',
  date: TODAY,
  from: '',
  reference: 'May',
  opening: '',
  closing: '',
  agreed: '',
  note: '',
  lines: [NO_LINE],
};

describe('what is sent of a statement', () => {
  it('is nothing until a line or a balance is typed; blank lines stay here', () => {
    expect(statementBody(body, 'EUR')).toBeUndefined();
    expect(statementBody({ ...body, closing: '0' }, 'EUR')).toMatchObject({ closing: '0', currency: 'EUR', lines: [] });
    const typed = { ...NO_LINE, reference: 'A-1' };
    expect(statementBody({ ...body, lines: [NO_LINE, typed] }, 'EUR')?.lines).toEqual([typed]);
  });
});

describe('lines from a file', () => {
  it('are read as whoever reads them writes figures and days; what is not understood is asked', () => {
    const { lines } = linesRead(
      { from: 'text', lines: [read({ date: '4/2/2026', amount: '1,234.50' }), read({ amount: 'x' })] },
      TODAY,
    );
    expect(lines.map(({ date, amount }) => [date, amount])).toEqual([
      ['2026-04-02', '1234.50'],
      ['2026-04-02', '?x'],
    ]);
  });

  it('of a workbook are as the workbook has them', () => {
    const { lines } = linesRead({ from: 'workbook', lines: [read({ amount: '1234.5' })] }, TODAY);
    expect(lines[0]?.amount).toBe('1234.5');
  });

  it('with balances say what was owed before them and after them', () => {
    const found = linesRead(
      { from: 'text', lines: [read({ balance: '350.00' }), read({ amount: '-50', balance: '300.00' })] },
      TODAY,
    );
    expect([found.opening, found.closing]).toEqual(['150', '300.00']);
    expect(linesRead({ from: 'text', lines: [read()] }, TODAY)).not.toHaveProperty('closing');
  });
});

const own = (kind: 'bill' | 'payment') => ({
  document: { id: '1', kind, number: 'N-1' },
  date: TODAY,
  reference: '',
  amount: '1',
});

describe('the next step of a line', () => {
  it.each([
    ['agreed', own('bill'), '5', 'none'],
    ['agreed-in-sum', own('payment'), '-5', 'none'],
    ['amount-differs', own('bill'), '5', 'check-document'],
    ['missing-here', null, '5', 'ask-for-bill'],
    ['missing-here', null, '-5', 'ask-for-credit'],
    ['missing-there', own('bill'), '5', 'ask-vendor'],
    ['missing-there', own('payment'), '-5', 'on-its-way'],
  ] as const)('%s: %j', (found, of, amount, step) => {
    expect(stepFor({ found, own: of, waiting: null }, amount)).toBe(step);
  });

  it('is to post what waits here', () => {
    const waiting = { id: '7c2f3c1e-8f5e-4bb4-9f0e-3f6a1f1d2b3c', kind: 'bill' as const };
    expect(stepFor({ found: 'missing-here', own: null, waiting }, '5')).toBe('post-waiting');
  });
});

describe('the letter about a statement', () => {
  it('asks for what never came, says what is another amount here and what they do not have', () => {
    const speaker = speakerOf('en', en, { figure: (plain) => plain, day: (day) => day, count: String });
    const lines = [
      { ...NO_LINE, date: '2026-04-02', reference: 'A-1', amount: '200' },
      NO_LINE,
      { ...NO_LINE, date: '2026-04-03', reference: 'A-2', amount: '50' },
    ];
    const beside = [
      { found: 'amount-differs' as const, place: 0, own: { ...own('bill'), amount: '190' }, waiting: null },
      { found: 'missing-here' as const, place: 1, own: null, waiting: null },
      { found: 'missing-there' as const, place: null, own: { ...own('bill'), reference: 'A-9' }, waiting: null },
      { found: 'agreed' as const, place: null, own: own('bill'), waiting: null },
    ];
    const { subject, text } = statementLetter(
      { ...body, lines },
      { vendor: 'Tarnside', currency: 'NZD' },
      beside,
      speaker,
    );
    expect(subject).toBe('Your statement May');
    expect(text.split('\n').filter((line) => line.startsWith('- '))).toEqual([
      '- A-1 of 2026-04-02: you have 200 NZD, we have 190',
      '- A-2 of 2026-04-03, 50 NZD: we do not have it. Please send a copy.',
      '- A-9 of 2026-11-23, 1 NZD: it is not on your statement',
    ]);
  });
});
