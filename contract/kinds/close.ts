import { Day, exactly } from '../figures.ts';
import { Period } from './parts.ts';
import { kind } from './kind.ts';

export const close = kind({
  name: 'close',
  prefix: 'CL',
  mayPost: ['accountant'],
  body: exactly({ date: Day, period: Period }),
});
