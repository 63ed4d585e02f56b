import { dimensionColumns } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { NOTHING } from './lineQueries.ts';
import { lockCompany } from '../storage/load/company.ts';
import { loadClosedPeriods, loadOpenAtClose } from '../storage/load/period.ts';

export const close: DocumentCommand<'close'> = {
  read: (body) => ({ kind: 'close', ...body }),
  async load(command, loader) {
    await lockCompany(loader);
    await loadClosedPeriods(loader);
    await loadOpenAtClose(loader, command.date);
  },
  header: ({ period }) => ({ reference: period }),
  rows: (document, saving) => [
    {
      table: facts.periodClosing,
      rows: [
        {
          document_id: saving.id,
          period: document.period,
          open_from: document.openFrom,
          open_before: document.openBefore,
        },
      ],
    },
    {
      table: facts.periodAccrual,
      uncited: true,
      rows: document.accruals.map(({ account, amount, about }, position) => ({
        ...lineAt(saving, position),
        account,
        amount,
        item_id: about.item ?? null,
        vendor_id: about.vendor ?? null,
        expense: about.expense ?? null,
        bank_account_id: about.bank ?? null,
        ...dimensionColumns(about),
      })),
    },
    {
      table: facts.periodMeasured,
      uncited: true,
      rows: document.measured.map(({ account, vendor, currency, amount }, position) => ({
        ...lineAt(saving, position),
        account,
        vendor_id: vendor,
        currency,
        amount,
      })),
    },
  ],
  async settle({ openFrom }, manager) {
    await manager.query('UPDATE company SET first_open_day = ? WHERE id = 1', [openFrom]);
  },
  reversal: {
    async load(loader) {
      await lockCompany(loader);
      await loadClosedPeriods(loader);
    },
    async settle(document, manager, { books }) {
      const closed = books.closedPeriods.find((period) => period.document === document);
      if (closed) await manager.query('UPDATE company SET first_open_day = ? WHERE id = 1', [closed.openBefore]);
    },
  },
  write: ({ date, period }) => ({ date, period }),
  reference: 'document.period',
  lines: NOTHING,
};
