import { dayAfter } from '@obolus/core/periods/period';
import { dimensionColumns } from '../storage/savePosted.ts';
import { facts } from '../storage/tables.ts';
import { lineAt, type DocumentCommand } from './documentCommand.ts';

export const close: DocumentCommand<'close'> = {
  read: (body) => ({ kind: 'close', ...body }),
  async load(command, loader) {
    await loader.lockCompany();
    await loader.loadClosedPeriods();
    await loader.loadOpenAtClose(command.date);
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
      rows: document.accruals.map(({ account, amount, about }, position) => ({
        ...lineAt(saving, position),
        account,
        amount,
        item_id: about.item ?? null,
        vendor_id: about.vendor ?? null,
        expense: about.expense ?? null,
        ...dimensionColumns(about),
      })),
    },
  ],
  async settle({ openFrom }, manager) {
    await manager.query('UPDATE company SET first_open_day = ? WHERE id = 1', [openFrom]);
  },
};

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
};

export const lock: DocumentCommand<'lock'> = {
  read: (body) => ({ kind: 'lock', ...body }),
  load: (_command, loader) => loader.lockCompany(),
  header: ({ period }) => ({ reference: period }),
  rows: () => [],
  async settle({ period }, manager) {
    await manager.query('UPDATE company SET locked_until = ? WHERE id = 1', [dayAfter(period)]);
  },
};

export const reversal: DocumentCommand<'reversal'> = {
  read: (body) => ({ kind: 'reversal', ...body }),
  async load(command, loader) {
    await loader.loadFacts(command.of);
    if (loader.books(0n).documents.get(command.of)?.kind === 'close') await loader.lockCompany();
  },
  header: ({ reason }) => ({ note: reason }),
  rows: ({ of }, { id }) => [{ table: facts.reversal, rows: [{ document_id: id, reversed_id: of }] }],
  async settle({ of }, manager, { books }) {
    await manager.query('DELETE FROM bill_number WHERE document_id = ?', [of]);
    const closed = books.closedPeriods.find(({ document }) => document === of);
    if (closed) await manager.query('UPDATE company SET first_open_day = ? WHERE id = 1', [closed.openBefore]);
  },
};
