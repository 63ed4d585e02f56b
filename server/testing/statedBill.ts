import { NO_SUMS, PLAIN, type Stated, type StatedLine } from '../billPapers/stated.ts';

/** A line of a paper, 10 at 8, with what a test cares about. */
export const statedLine = (more: Partial<StatedLine> = {}): StatedLine => ({
  number: '1',
  order: '',
  slip: '',
  names: [],
  description: 'Yarn',
  quantity: '10',
  unit: '',
  price: '8',
  per: '',
  amount: '80.00',
  takenOff: [],
  added: [],
  ...more,
});

/** A paper of one such line, which says nothing that it need not. */
export const statedBill = (more: Partial<Stated> = {}): Stated => ({
  kind: 'bill',
  number: 'B-1',
  vendor: ['Tarnside'],
  date: '2026-03-01',
  currency: 'USD',
  refersTo: '',
  order: 'PO-1',
  slip: 'PS-1',
  lines: [statedLine()],
  charges: [],
  allowances: [],
  sums: NO_SUMS,
  besides: PLAIN,
  taxes: [],
  total: '',
  ...more,
});
