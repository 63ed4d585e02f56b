import { dayAfter } from '@obolus/core/periods/period';
import type { DocumentCommand } from './documentCommand.ts';
import { NOTHING } from './lineQueries.ts';
import { lockCompany } from '../storage/load/company.ts';

export const lock: DocumentCommand<'lock'> = {
  read: (body) => ({ kind: 'lock', ...body }),
  load: (_command, loader) => lockCompany(loader),
  header: ({ period }) => ({ reference: period }),
  rows: () => [],
  async settle({ period }, manager) {
    await manager.query('UPDATE company SET locked_until = ? WHERE id = 1', [dayAfter(period)]);
  },
  write: ({ date, period }) => ({ date, period }),
  reference: 'document.period',
  lines: NOTHING,
};
