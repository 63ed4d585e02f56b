import { Day, exactly } from '../figures.ts';
import { Period } from './parts.ts';
import { kind } from './kind.ts';

export const lock = kind({
  name: 'lock',
  prefix: 'LK',
  mayPost: ['accountant'],
  stays: true,
  body: exactly({ date: Day, period: Period }),
});
