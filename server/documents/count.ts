import { formatPrice } from '@obolus/core/exact/amounts';
import { poolId } from '@obolus/core/costing/pool';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { MOVED } from './lineQueries.ts';
import { dimensions, given, goods } from './writeParts.ts';
import { dimensionsOf, goodsOf } from './readParts.ts';
import { loadItems } from '../storage/load/items.ts';
import { wantGoods } from '../storage/load/wanted.ts';

export const count: DocumentCommand<'count'> = {
  read: (body, reader) => ({
    kind: 'count',
    date: body.date,
    warehouse: body.warehouse,
    reason: body.reason,
    lines: body.lines.map((line, position) => ({
      ...goodsOf(line, reader, `/lines/${position}`),
      change: line.change,
      dimensions: dimensionsOf(line),
      unitCost:
        line.unitCost === undefined || line.unitCost === ''
          ? undefined
          : reader.price(line.unitCost, `/lines/${position}/unitCost`),
    })),
  }),
  async load(command, loader) {
    const items = command.lines.map(({ item }) => item).filter((item) => item !== '');
    await loadItems(loader, items);
    wantGoods(
      loader,
      items.map((item) => poolId(item, command.warehouse)),
      command.date,
      'out',
    );
  },
  header: ({ warehouse, reason }) => ({ warehouse, note: reason }),
  rows: ({ lines, warehouse }, saving) => [
    {
      table: facts.countLine,
      rows: lines.map((line, position) => ({
        ...lineAt(saving, position),
        item_id: line.item,
        pool_id: saving.poolRow(poolId(line.item, warehouse)),
        change: line.change,
        quantity: line.quantity,
        value: line.value,
      })),
    },
  ],
  write: ({ date, warehouse, reason, lines }, names) => ({
    date,
    warehouse: names.warehouse(warehouse),
    reason,
    lines: lines.map((line) => ({
      ...goods(line, names),
      change: line.change,
      ...given('unitCost', line.unitCost && formatPrice(line.unitCost)),
      ...dimensions(line.dimensions),
    })),
  }),
  lines: MOVED,
};
