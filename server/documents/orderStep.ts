import type { DocumentCommand } from './documentCommand.ts';
import { ON_AN_ORDER, stepRows } from './orderLines.ts';
import { STEP } from './lineQueries.ts';

export const orderStep: DocumentCommand<'order-step'> = {
  read: (body, _, { user }) => ({ ...body, kind: 'order-step', by: user }),
  ...ON_AN_ORDER,
  rows: stepRows,
  write: ({ of, seen, date, step, reason }, names) => ({ of: names.document(of), seen, date, step, reason }),
  lines: STEP,
};
