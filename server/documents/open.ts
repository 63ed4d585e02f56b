import { facts } from '../storage/tables.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { NOTHING } from './lineQueries.ts';
import { lockCompany } from '../storage/load/company.ts';
import { loadClosedPeriods } from '../storage/load/period.ts';

export const open: DocumentCommand<'open'> = {
  read: (body) => ({ kind: 'open', ...body }),
  async load(_command, loader) {
    await lockCompany(loader);
    await loadClosedPeriods(loader);
  },
  header: ({ period }) => ({ reference: period }),
  rows: ({ period, closing }, { id }) => [
    { table: facts.periodOpening, rows: [{ document_id: id, period, closing_id: closing ?? null }] },
  ],
  reversal: { load: loadClosedPeriods },
  write: ({ date, period }) => ({ date, period }),
  reference: 'document.period',
  lines: NOTHING,
};
