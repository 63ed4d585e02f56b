import { formatPrice } from '@obolus/core/exact/amounts';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { ITEM } from './lineQueries.ts';
import { loadItems } from '../storage/load/items.ts';
import { wantItem } from '../storage/load/wanted.ts';

export const standard: DocumentCommand<'standard'> = {
  read: (body, reader) => ({
    kind: 'standard',
    date: body.date,
    lines: body.lines.map((line, position) => ({
      item: reader.given(line.item, `/lines/${position}/item`),
      standard: reader.price(line.standard, `/lines/${position}/standard`),
    })),
  }),
  async load(command, loader) {
    await loadItems(
      loader,
      command.lines.map(({ item }) => item),
    );
    // The last place of its day: the document is entered after everything that is known.
    for (const { item } of command.lines)
      if (item !== '') await wantItem(loader, item, { id: '90000000000/0', date: command.date });
  },
  header: () => ({}),
  rows: ({ lines, date }, saving) => [
    {
      table: facts.standardLine,
      rows: lines.map((line, position) => ({
        ...lineAt(saving, position),
        item_id: line.item,
        date,
        standard: line.standard,
      })),
    },
  ],
  write: ({ date, lines }, names) => ({
    date,
    lines: lines.map(({ item, standard }) => ({ item: names.item(item), standard: formatPrice(standard) })),
  }),
  lines: `SELECT l.line_no, l.standard AS price, 0 AS amount, ${ITEM}, NULL AS of_id FROM standard_line l JOIN item i ON i.id = l.item_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
