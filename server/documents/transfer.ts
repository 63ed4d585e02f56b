import { poolId } from '@obolus/core/costing/pool';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { MOVED } from './lineQueries.ts';
import { dimensions, goods } from './writeParts.ts';
import { dimensionsOf, goodsOf } from './readParts.ts';
import { loadItems } from '../storage/load/items.ts';
import { wantGoods } from '../storage/load/wanted.ts';

export const transfer: DocumentCommand<'transfer'> = {
  read: (body, reader) => ({
    kind: 'transfer',
    date: body.date,
    from: body.from,
    to: body.to,
    inTransit: body.inTransit,
    lines: body.lines.map((line, position) => ({
      ...goodsOf(line, reader, `/lines/${position}`),
      dimensions: dimensionsOf(line),
    })),
  }),
  async load(command, loader) {
    const items = command.lines.map(({ item }) => item).filter((item) => item !== '');
    await loadItems(loader, items);
    const at = (warehouse: string) => items.map((item) => poolId(item, warehouse));
    wantGoods(loader, at(command.from), command.date, 'out');
    wantGoods(loader, command.inTransit ? [] : at(command.to), command.date, 'in');
  },
  brings: ({ to }) => [{ what: 'warehouse', id: to, at: '/to' }],
  header: ({ from }) => ({ warehouse: from }),
  rows: ({ lines, to, inTransit }, saving) => {
    const row = (line: (typeof lines)[number], position: number, arrived: boolean) => ({
      ...lineAt(saving, position),
      item_id: line.item,
      to_warehouse_id: to,
      quantity: line.quantity,
      arrived: arrived ? 1 : 0,
    });
    const left = lines.map((line, position) => row(line, position, false));
    return [
      {
        table: facts.transferLine,
        rows: inTransit ? left : [...left, ...lines.map((line, position) => row(line, lines.length + position, true))],
      },
    ];
  },
  write: ({ date, from, to, inTransit, lines }, names) => ({
    date,
    from: names.warehouse(from),
    to: names.warehouse(to),
    inTransit,
    lines: lines.map((line) => ({ ...goods(line, names), ...dimensions(line.dimensions) })),
  }),
  lines: MOVED,
};
