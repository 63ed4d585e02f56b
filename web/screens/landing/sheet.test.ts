import { expect, it } from '@jest/globals';
import { sheetAgain } from './sheet.ts';

it('a posted allocation is opened again as it was chosen, today; what a charge was kept from is fixed at nothing', () => {
  const sheet = sheetAgain(
    {
      date: '2026-03-01',
      to: ['4/1', '4/2', '5/1'],
      charges: [
        {
          of: '7/1',
          basis: 'weight',
          amount: '',
          fixed: [{ line: '4/2', amount: '12.00' }],
          limitedTo: ['4/1', '4/2'],
        },
        { of: '7/2', basis: 'chargeable', amount: '80.00', fixed: [], density: '167', difference: 'variance' },
      ],
      more: true,
      entry: '9',
    },
    '2026-04-02',
  );
  expect(sheet).toEqual({
    date: '2026-04-02',
    to: ['4/1', '4/2', '5/1'],
    entry: '9',
    more: true,
    charges: [
      { of: '7/1', basis: 'weight', fixed: { '4/2': '12.00', '5/1': '0' } },
      { of: '7/2', basis: 'chargeable', amount: '80.00', fixed: {}, density: '167', difference: 'variance' },
    ],
  });
});
