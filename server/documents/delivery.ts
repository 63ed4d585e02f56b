import { poolId } from '@obolus/core/costing/pool';
import { facts } from '../storage/tables.ts';
import { type DocumentCommand, lineAt } from './documentCommand.ts';
import { ITEM } from './lineQueries.ts';
import { dimensions, goods } from './writeParts.ts';
import { dimensionsOf, goodsOf } from './readParts.ts';
import { loadItems } from '../storage/load/items.ts';
import { wantGoods } from '../storage/load/wanted.ts';

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
    await loadItems(loader, items);
    wantGoods(
      loader,
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
  write: ({ customer, date, warehouse, lines }, names) => ({
    customer,
    date,
    warehouse: names.warehouse(warehouse),
    lines: lines.map((line) => ({ ...goods(line, names), ...dimensions(line.dimensions) })),
  }),
  trail: {
    label: 'document.trail_delivered',
    from: 'delivery',
    roots: 'SELECT ? AS id',
    rows: `SELECT d.id, d.kind, d.number, d.date, COALESCE(-c.amount, 0) AS amount FROM document d LEFT JOIN value_change c ON c.line_document_id = d.id WHERE d.id IN (?) ORDER BY d.id`,
  },
  lines: `SELECT l.*, ${ITEM}, (SELECT COALESCE(-SUM(c.amount), 0) FROM value_change c WHERE c.line_document_id = l.document_id AND c.line_no = l.line_no) AS amount
             FROM delivery_line l JOIN item i ON i.id = l.item_id WHERE l.document_id = ? ORDER BY l.line_no`,
};
