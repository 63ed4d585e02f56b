import { Day, exactly, LineId, Text } from '../figures.ts';
import { kind } from './kind.ts';
import { lines } from './parts.ts';

/** Received goods are said to have come on a shipment. */
export const shipmentGoods = kind({
  name: 'shipment-goods',
  prefix: 'SG',
  mayPost: ['receiver', 'accountant'],
  body: exactly({
    date: Day,
    shipment: Text(60, 'The shipment on which they came; empty where they came on none after all'),
    lines: lines({ of: LineId }),
  }),
});
