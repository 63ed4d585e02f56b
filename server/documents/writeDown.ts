import { formatPrice } from '@obolus/core/exact/amounts';
import { poolId } from '@obolus/core/costing/pool';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { ITEM } from './lineQueries.ts';
import { loadItems } from '../storage/load/items.ts';
import { wantGoods } from '../storage/load/wanted.ts';

export const writeDown: DocumentCommand<'write-down'> = {
  read: (body, reader) => ({
    kind: 'write-down',
    date: body.date,
    warehouse: body.warehouse,
    lines: body.lines.map((line, position) => ({
      item: reader.given(line.item, `/lines/${position}/item`),
      netRealisable: reader.price(line.netRealisable, `/lines/${position}/netRealisable`),
    })),
  }),
  async load(command, loader) {
    const items = command.lines.map(({ item }) => item).filter((item) => item !== '');
    await loadItems(loader, items);
    // Nothing moves: the pool's end is all that counts.
    wantGoods(
      loader,
      items.map((item) => poolId(item, command.warehouse)),
      '9999-12-31',
      'out',
    );
  },
  header: ({ warehouse }) => ({ warehouse }),
  rows: ({ lines, warehouse }, saving) => [
    {
      table: facts.writeDownLine,
      rows: lines.map((line, position) => ({
        ...lineAt(saving, position),
        pool_id: saving.poolRow(poolId(line.item, warehouse)),
        net_realisable: line.netRealisable,
      })),
    },
  ],
  write: ({ date, warehouse, lines }, names) => ({
    date,
    warehouse: names.warehouse(warehouse),
    lines: lines.map(({ item, netRealisable }) => ({
      item: names.item(item),
      netRealisable: formatPrice(netRealisable),
    })),
  }),
  lines: `SELECT l.line_no, l.net_realisable AS price, 0 AS amount, ${ITEM}, NULL AS of_id FROM write_down_line l JOIN pool p ON p.id = l.pool_id JOIN item i ON i.id = p.item_id
           WHERE l.document_id = ? ORDER BY l.line_no`,
};
