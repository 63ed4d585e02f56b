import { poolId } from '@obolus/core/costing/pool';
import { base, quantity } from '@obolus/core/exact/amounts';
import { citing } from '../storage/savePosted.ts';
import { facts } from '../storage/tables.ts';
import { lineAt, type DocumentCommand } from './documentCommand.ts';
import { dimensionsOf, goodsOf, itemsOf, lotsOf, warehouseIn } from './readParts.ts';

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
    await loader.loadItems(items);
    loader.wantGoods(
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
};

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
    await loader.loadItems([...used, command.makes.item]);
    const pools = used.map((item) => poolId(item, command.warehouse));
    loader.wantGoods(pools, command.date, 'out');
    loader.wantGoods([poolId(command.makes.item, command.warehouse)], command.date, 'in');
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
};

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
    await loader.loadItems(items);
    const at = (warehouse: string) => items.map((item) => poolId(item, warehouse));
    loader.wantGoods(at(command.from), command.date, 'out');
    loader.wantGoods(command.inTransit ? [] : at(command.to), command.date, 'in');
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
};

export const arrival: DocumentCommand<'arrival'> = {
  read: (body, reader) => ({
    kind: 'arrival',
    date: body.date,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      lots: lotsOf(line, reader, `/lines/${position}`),
      lost: line.lost === '' ? quantity(0n) : reader.quantity(line.lost, `/lines/${position}/lost`),
    })),
  }),
  async load(command, loader) {
    await loader.loadSources(command.lines.map(({ of }) => of));
    const sources = command.lines.flatMap(({ of }) => loader.source(of) ?? []);
    loader.wantGoods(
      sources.map(({ item, party }) => poolId(item, party)),
      command.date,
      'in',
    );
  },
  header: () => ({}),
  rows: ({ lines }, saving) => [
    {
      table: facts.arrivalLine,
      rows: lines.map((line, position) => ({
        ...lineAt(saving, position),
        ...citing('transfer', 'transfer_line_no', line.of),
        quantity: line.quantity,
        lost: line.lost,
      })),
    },
  ],
};

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
    await loader.loadItems(items);
    loader.wantGoods(
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
};

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
    await loader.loadItems(command.lines.map(({ item }) => item));
    // The last place of its day: the document is entered after everything that is known.
    for (const { item } of command.lines)
      if (item !== '') await loader.wantItem(item, { id: '90000000000/0', date: command.date });
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
};

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
    await loader.loadItems(items);
    // Nothing moves: the pool's end is all that counts.
    loader.wantGoods(
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
};
