import { message } from '@obolus/messages/message';
import { text } from '../queries/figures.ts';
import { facts } from '../storage/tables.ts';
import { loadFacts } from '../storage/load/facts.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { OF } from './lineQueries.ts';

/** What a kind does where one of its documents is taken back; undefined where taking its effects away is all. */
type ReversalOf = (kind: string) => DocumentCommand<never>['reversal'];

/** The reversal of any other kind, as that kind says: the registry gives them, so that no kind knows of all the others. */
export const reversalOf = (of: ReversalOf): DocumentCommand<'reversal'> => ({
  read: (body) => ({ kind: 'reversal', ...body }),
  async load(command, loader) {
    await loadFacts(loader, command.of);
    await of(loader.parts.documents.get(command.of)?.kind ?? '')?.load?.(loader, command.of);
  },
  header: ({ reason }) => ({ note: reason }),
  rows: (document, { id }) => [{ table: facts.reversal, rows: [{ document_id: id, reversed_id: document.of }] }],
  takesBack: (document) => (of(document.reversed)?.opensAnew ? undefined : document.of),
  changes: (document) => of(document.reversed)?.changes ?? [],
  settle: async (document, manager, saving) => of(document.reversed)?.settle?.(document.of, manager, saving),
  write: ({ date, of: document, reason }, names) => ({ date, of: names.document(document), reason }),
  labelOf: (row) => message('document.all_of', { number: text(row.of_number) }),
  lines: `SELECT NULL AS line_no, (SELECT COALESCE(SUM(j.amount), 0) FROM journal_line j WHERE j.document_id = l.document_id AND j.amount > 0) AS amount,
           '' AS item_name, '' AS item_number, '' AS item_unit, ${OF} FROM reversal l JOIN document o ON o.id = l.reversed_id WHERE l.document_id = ?`,
});
