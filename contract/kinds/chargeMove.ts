import { BaseAmount, Day, exactly, LineId } from '../figures.ts';
import { ChargeKind } from './parts.ts';
import { kind } from './kind.ts';

export const chargeMove = kind({
  name: 'charge-move',
  prefix: 'MC',
  mayPost: ['accountant'],
  body: exactly({ date: Day, of: LineId, charge: ChargeKind, amount: BaseAmount }),
});
