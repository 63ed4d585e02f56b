import { base, formatAmount } from '@obolus/core/exact/amounts';
import { poolId } from '@obolus/core/costing/pool';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { MOVED } from './lineQueries.ts';
import { dimensions, goods } from './writeParts.ts';
import { dimensionsOf, goodsOf, warehouseIn } from './readParts.ts';
import { loadItems } from '../storage/load/items.ts';
import { wantGoods } from '../storage/load/wanted.ts';

export const assembly: DocumentCommand<'assembly'> = {
  read: (body, reader, { baseCurrency }) => ({
    kind: 'assembly',
    date: body.date,
    warehouse: body.warehouse,
    uses: body.uses.map((line, position) => goodsOf(line, reader, `/uses/${position}`)),
    makes: goodsOf(body.makes, reader, '/makes'),
    conversion: body.conversion === '' ? base(0n) : reader.base(body.conversion, baseCurrency, '/conversion'),
    dimensions: dimensionsOf(body),
  }),
  async load(command, loader) {
    const used = command.uses.map(({ item }) => item).filter((item) => item !== '');
    await loadItems(loader, [...used, command.makes.item]);
    const pools = used.map((item) => poolId(item, command.warehouse));
    wantGoods(loader, pools, command.date, 'out');
    wantGoods(loader, [poolId(command.makes.item, command.warehouse)], command.date, 'in');
  },
  brings: (body) => [warehouseIn(body), { what: 'item', id: body.makes.item, at: '/makes/item' }],
  header: ({ warehouse }) => ({ warehouse }),
  rows: ({ uses, makes, warehouse }, saving) => [
    {
      table: facts.assemblyLine,
      rows: [...uses, makes].map((line, position) => ({
        ...lineAt(saving, position),
        item_id: line.item,
        pool_id: saving.poolRow(poolId(line.item, warehouse)),
        quantity: line.quantity,
        made: position === uses.length ? 1 : 0,
      })),
    },
  ],
  write: ({ date, warehouse, uses, makes, conversion, dimensions: about }, names) => ({
    date,
    warehouse: names.warehouse(warehouse),
    uses: uses.map((line) => goods(line, names)),
    makes: goods(makes, names),
    conversion: formatAmount(conversion, names.baseCurrency),
    ...dimensions(about),
  }),
  lines: MOVED,
};
