import { Day, exactly } from '../figures.ts';
import { Period } from './parts.ts';
import { kind } from './kind.ts';

export const open = kind({
  name: 'open',
  prefix: 'OP',
  mayPost: ['accountant'],
  body: exactly({ date: Day, period: Period }),
});
