import { facts } from '../storage/tables.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { OF } from './lineQueries.ts';

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
  write: ({ date, of, reason }, names) => ({ date, of: names.document(of), reason }),
  lines: `SELECT NULL AS line_no, (SELECT COALESCE(SUM(j.amount), 0) FROM journal_line j WHERE j.document_id = l.document_id AND j.amount > 0) AS amount,
           CONCAT('All of ', o.number) AS item_name, '' AS item_number, '' AS item_unit, ${OF} FROM reversal l JOIN document o ON o.id = l.reversed_id WHERE l.document_id = ?`,
};
