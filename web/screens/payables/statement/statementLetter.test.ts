import { expect, it } from '@jest/globals';
import type { PreviewReply } from '@obolus/contract/commands';
import { speakerIn } from '../../../locale/say.ts';
import { statementLetter } from './statementLetter.ts';

type Beside = NonNullable<PreviewReply['statement']>['beside'][number];
const own = (kind: 'bill' | 'payment', amount: string, reference: string) =>
  ({ document: { id: '1', kind, number: 'X-1' }, date: '2026-11-05', reference, amount }) as Beside['own'];
const beside = (more: Partial<Beside>) => ({ place: null, own: null, waiting: null, ...more }) as Beside;
const line = (reference: string, amount: string) => ({ date: '2026-11-02', reference, text: '', amount });

it('asks for papers that never came, says other amounts and what the vendor does not have, and nothing of what agrees', async () => {
  const lines = [
    line('A-1', '100.00'),
    { date: '', reference: '', text: '', amount: '' },
    line('A-2', '1420.75'),
    line('A-3', '-30.00'),
    line('A-4', '50.00'),
  ];
  const { subject, text } = statementLetter(
    { reference: 'Statement 11', date: '2026-11-20', lines },
    { vendor: 'Aldergrove Joinery', currency: 'CAD' },
    [
      beside({ place: 0, found: 'agreed', own: own('bill', '100.00', 'A-1') }),
      beside({ place: 1, found: 'missing-here' }),
      beside({ place: 2, found: 'missing-here' }),
      beside({ place: 3, found: 'amount-differs', own: own('bill', '55.00', 'A-4') }),
      beside({ found: 'missing-there', own: own('bill', '77.00', 'A-9') }),
    ],
    await speakerIn('en'),
  );
  expect(subject).toBe('Your statement Statement 11');
  expect(text.split('\n')).toEqual([
    'To Aldergrove Joinery',
    '',
    'We compared your statement Statement 11 of Nov 20, 2026 with our account:',
    '- A-2 of Nov 2, 2026, 1,420.75 CAD: we do not have it. Please send a copy.',
    '- A-3 of Nov 2, 2026, -30.00 CAD: we do not have it. Please send a copy.',
    '- A-4 of Nov 2, 2026: you have 50.00 CAD, we have 55.00',
    '- A-9 of Nov 5, 2026, 77.00 CAD: it is not on your statement',
    '',
    'Please tell us what you find.',
  ]);
});
