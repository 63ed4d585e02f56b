import { formatAmount } from '@obolus/core/exact/amounts';
import { poolId } from '@obolus/core/costing/pool';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { ITEM } from './lineQueries.ts';
import { goods } from './writeParts.ts';
import { goodsOf, itemsOf, warehouseIn } from './readParts.ts';
import { loadItems } from '../storage/load/items.ts';
import { wantGoods } from '../storage/load/wanted.ts';

export const opening: DocumentCommand<'opening'> = {
  read: (body, reader, { baseCurrency }) => ({
    kind: 'opening',
    date: body.date,
    warehouse: body.warehouse,
    lines: body.lines.map((line, position) => ({
      ...goodsOf(line, reader, `/lines/${position}`),
      value: reader.base(line.value, baseCurrency, `/lines/${position}/value`),
    })),
  }),
  async load(command, loader) {
    const items = command.lines.map((line) => line.item).filter((item) => item !== '');
    await loadItems(loader, items);
    wantGoods(
      loader,
      items.map((item) => poolId(item, command.warehouse)),
      command.date,
      'in',
    );
  },
  brings: (body) => [warehouseIn(body), ...itemsOf(body.lines)],
  header: ({ warehouse }) => ({ warehouse }),
  rows: ({ lines, warehouse }, saving) => [
    {
      table: facts.openingLine,
      rows: lines.map((line, position) => ({
        ...lineAt(saving, position),
        item_id: line.item,
        pool_id: saving.poolRow(poolId(line.item, warehouse)),
        quantity: line.quantity,
        value: line.value,
      })),
    },
  ],
  write: ({ date, warehouse, lines }, names) => ({
    date,
    warehouse: names.warehouse(warehouse),
    lines: lines.map((line) => ({ ...goods(line, names), value: formatAmount(line.value, names.baseCurrency) })),
  }),
  lines: `SELECT l.*, l.value AS amount, ${ITEM} FROM opening_line l JOIN item i ON i.id = l.item_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
