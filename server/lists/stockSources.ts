import { big, showUnitCost, text as textOf } from '../queries/figures.ts';
import { stands } from '../storage/load/rows.ts';
import { base, day, type ListSource, quantity, text } from './source.ts';

export const stock: ListSource = {
  from: 'pool p JOIN item i ON i.id = p.item_id JOIN warehouse w ON w.id = p.warehouse_id',
  id: 'p.id',
  link: (row) => `/stock/${textOf(row.item_id)}/${textOf(row.warehouse_id)}`,
  columns: {
    item: text('i.name'),
    number: text('i.number'),
    item_id: text('i.id'),
    warehouse: text('w.name'),
    warehouse_id: text('w.id'),
    method: text("IF(i.tracking = 'serial', 'serial', i.method)"),
    last: day('p.last_day'),
    quantity: quantity('p.quantity'),
    unit: text('i.unit'),
    value: base('p.value'),
  },
  calculate: (_, rows, currency) =>
    Promise.resolve({ unit_cost: rows.map((row) => showUnitCost(big(row.value), big(row.quantity), currency) ?? '') }),
};

export const deliveries: ListSource = {
  from: 'document d',
  where: `d.kind = 'delivery' AND ${stands('d.id')}`,
  id: 'd.id',
  link: (row) => `/documents/${textOf(row.id)}`,
  columns: {
    number: text('d.number'),
    date: day('d.date'),
    customer: text('d.customer'),
    cost: base(
      '(SELECT COALESCE(-SUM(c.amount), 0) FROM value_change c JOIN delivery_line l ON l.document_id = c.line_document_id AND l.line_no = c.line_no WHERE l.document_id = d.id)',
    ),
  },
};
