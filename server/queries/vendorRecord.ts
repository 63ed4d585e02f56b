import type { EntityManager } from 'typeorm';
import type { VendorRecord } from '@obolus/contract/views/orders';
import { RequestError } from '../asking/failures.ts';
import { stands } from '../storage/load/rows.ts';
import { type Row, text } from './figures.ts';
import { CLOSED } from './openOfOrder.ts';

const came = (until = '') =>
  `(SELECT COALESCE(SUM(r.quantity), 0) FROM receipt_line r JOIN document g ON g.id = r.document_id WHERE r.order_id = l.document_id AND r.order_line_no = l.line_no AND ${stands('r.document_id')}${until})`;

/**
 * Order lines that were due by today, of the last twelve months in which any were, by month: on time if all that came had come by the due day and
 * nothing is open; in full if as much came as was ordered; what was closed short is not in full.
 */
export async function readVendorRecord(manager: EntityManager, id: string, today: string): Promise<VendorRecord> {
  const [vendor] = (await manager.query(
    'SELECT v.id, v.number, v.name, v.currency, v.hold, t.name AS terms FROM vendor v JOIN terms t ON t.id = v.terms_id WHERE v.id = ?',
    [id],
  )) as Row[];
  if (!vendor) throw new RequestError(404, 'problem.no_such_vendor');
  const months: Row[] = await manager.query(
    `SELECT x.month, COUNT(*) AS due_lines, SUM(x.by_then + x.closed >= x.quantity) AS on_time, SUM(x.came >= x.quantity) AS in_full,
            SUM(x.by_then >= x.quantity) AS both_of_it
     FROM (SELECT DATE_FORMAT(l.due_day, '%Y-%m') AS month, l.quantity, ${came()} AS came, ${came(' AND g.date <= l.due_day')} AS by_then, ${CLOSED} AS closed
           FROM ordered_line l JOIN document d ON d.id = l.document_id WHERE d.vendor_id = ? AND l.due_day <= ? AND l.item_id IS NOT NULL AND ${stands('d.id')}) x
     GROUP BY x.month ORDER BY x.month DESC LIMIT 12`,
    [id, today],
  );
  return {
    id: text(vendor.id),
    number: text(vendor.number),
    name: text(vendor.name),
    currency: text(vendor.currency),
    terms: text(vendor.terms),
    hold: text(vendor.hold),
    months: months.map((row) => ({
      month: text(row.month),
      lines: Number(row.due_lines),
      onTime: Number(row.on_time),
      inFull: Number(row.in_full),
      both: Number(row.both_of_it),
    })),
  };
}
