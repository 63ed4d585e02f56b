import { facts } from '../storage/tables.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { NOTHING } from './lineQueries.ts';

export const open: DocumentCommand<'open'> = {
  read: (body) => ({ kind: 'open', ...body }),
  async load(_command, loader) {
    await loader.lockCompany();
    await loader.loadClosedPeriods();
  },
  header: ({ period }) => ({ reference: period }),
  rows: ({ period, closing }, { id }) => [
    { table: facts.periodOpening, rows: [{ document_id: id, period, closing_id: closing ?? null }] },
  ],
  write: ({ date, period }) => ({ date, period }),
  reference: 'Period',
  lines: NOTHING,
};
