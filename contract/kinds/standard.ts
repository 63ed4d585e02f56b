import { Day, exactly, Price } from '../figures.ts';
import { lines, Party } from './parts.ts';
import { kind } from './kind.ts';

export const standard = kind({
  name: 'standard',
  prefix: 'ST',
  mayPost: ['accountant'],
  body: exactly({ date: Day, lines: lines({ item: Party, standard: Price }) }),
});
