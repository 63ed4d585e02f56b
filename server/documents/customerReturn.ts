import { formatPrice, formatQuantity } from '@obolus/core/exact/amounts';
import { poolId } from '@obolus/core/costing/pool';
import { citing, keyOf } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { MOVED } from './lineQueries.ts';
import { lots } from './writeParts.ts';
import { lotsOf, warehouseIn } from './readParts.ts';
import { loadSources } from '../storage/load/sources.ts';
import { wantGoods } from '../storage/load/wanted.ts';

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
    await loadSources(
      loader,
      command.lines.map((line) => line.of),
    );
    const items = command.lines.flatMap((line) => loader.parts.sources.get(line.of)?.item ?? []);
    wantGoods(
      loader,
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
  write: ({ customer, date, warehouse, lines }, names) => ({
    customer,
    date,
    warehouse: names.warehouse(warehouse),
    lines: lines.map((line) => ({
      of: names.line(line.of),
      quantity: formatQuantity(line.quantity),
      price: formatPrice(line.price),
      ...lots(line.lots),
    })),
  }),
  lines: MOVED,
};
