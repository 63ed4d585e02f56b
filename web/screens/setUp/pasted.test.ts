import { expect, it } from '@jest/globals';
import { withHeader } from './pasted.ts';

const COLUMNS = ['code', 'measure', 'origin', 'percent'];

it('keeps the header that was pasted with the rows, whatever its letters', () => {
  expect(withHeader('Code\tPercent\n5306.10\t3\n', COLUMNS)).toBe('Code\tPercent\n5306.10\t3');
  expect(withHeader('\n code \n5306.10', COLUMNS)).toBe(' code \n5306.10');
});

it('takes rows without one in the order of the columns', () => {
  expect(withHeader('5306.10\tduty\tCN\r\n8447.10\tduty\t\r\n', COLUMNS)).toBe(
    'code\tmeasure\torigin\n5306.10\tduty\tCN\r\n8447.10\tduty',
  );
});
