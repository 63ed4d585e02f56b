import { Day, exactly, Id, Price } from '../figures.ts';
import { lines, Party } from './parts.ts';
import { kind } from './kind.ts';

export const writeDown = kind({
  name: 'write-down',
  prefix: 'WD',
  mayPost: ['accountant'],
  body: exactly({ date: Day, warehouse: Id, lines: lines({ item: Party, netRealisable: Price }) }),
});
