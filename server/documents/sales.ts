import { poolId } from '@obolus/core/costing/pool';
import { citing, keyOf } from '../storage/savePosted.ts';
import { facts } from '../storage/tables.ts';
import { lineAt, type DocumentCommand } from './documentCommand.ts';
import { dimensionsOf, goodsOf, lotsOf, warehouseIn } from './readParts.ts';

export const delivery: DocumentCommand<'delivery'> = {
  read: (body, reader) => ({
    kind: 'delivery',
    customer: reader.given(body.customer, '/customer'),
    date: body.date,
    warehouse: body.warehouse,
    lines: body.lines.map((line, position) => ({
      ...goodsOf(line, reader, `/lines/${position}`),
      dimensions: dimensionsOf(line),
    })),
  }),
  async load(command, loader) {
    const items = command.lines.map((line) => line.item).filter((item) => item !== '');
    await loader.loadItems(items);
    loader.wantGoods(
      items.map((item) => poolId(item, command.warehouse)),
      command.date,
      'out',
    );
  },
  header: ({ customer, warehouse }) => ({ customer: customer.trim(), warehouse }),
  rows: ({ lines, warehouse }, saving) => [
    {
      table: facts.deliveryLine,
      rows: lines.map(({ item, quantity }, position) => ({
        ...lineAt(saving, position),
        item_id: item,
        pool_id: saving.poolRow(poolId(item, warehouse)),
        quantity,
      })),
    },
  ],
};

export const invoice: DocumentCommand<'invoice'> = {
  read: (body, reader) => ({
    kind: 'invoice',
    customer: reader.given(body.customer, '/customer'),
    date: body.date,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      price: reader.price(line.price, `/lines/${position}/price`),
    })),
  }),
  load: (command, loader) => loader.loadSources(command.lines.map((line) => line.of)),
  header: ({ customer }) => ({ customer: customer.trim() }),
  rows: ({ lines }) => [
    {
      table: facts.invoiceLine,
      rows: lines.map((line) => ({
        ...keyOf(line.id),
        ...citing('delivery', 'delivery_line_no', line.of),
        quantity: line.quantity,
        price: line.price,
        amount: line.amount,
      })),
    },
  ],
};

export const customerReturn: DocumentCommand<'customer-return'> = {
  read: (body, reader) => ({
    kind: 'customer-return',
    customer: reader.given(body.customer, '/customer'),
    date: body.date,
    warehouse: body.warehouse,
    lines: body.lines.map((line, position) => ({
      of: line.of,
      quantity: reader.quantity(line.quantity, `/lines/${position}/quantity`),
      price: reader.price(line.price, `/lines/${position}/price`),
      lots: lotsOf(line, reader, `/lines/${position}`),
    })),
  }),
  async load(command, loader) {
    await loader.loadSources(command.lines.map((line) => line.of));
    const items = command.lines.flatMap((line) => loader.source(line.of)?.item ?? []);
    loader.wantGoods(
      items.map((item) => poolId(item, command.warehouse)),
      command.date,
      'in',
    );
  },
  brings: (body) => [warehouseIn(body)],
  header: ({ customer, warehouse }) => ({ customer: customer.trim(), warehouse }),
  rows: ({ lines }) => [
    {
      table: facts.customerReturnLine,
      rows: lines.map((line) => ({
        ...keyOf(line.id),
        ...citing('delivery', 'delivery_line_no', line.of),
        quantity: line.quantity,
        price: line.price,
        uninvoiced: line.uninvoiced,
        invoiced: line.invoiced,
        credit: line.credit,
      })),
    },
  ],
};
