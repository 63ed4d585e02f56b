import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import { daysBetween } from '@obolus/core/exact/calendar';
import type { UnbilledEstimate } from '@obolus/contract/views/shipments';
import { groupBy } from '../storage/groupBy.ts';
import { upTo } from '../storage/upTo.ts';
import { big, type Row, showAmount, text } from './figures.ts';
import { isOpen } from './openOfOrder.ts';

/** A container holds more lines than any one paper. */
const MOST = 20_000;

/** Whose bill is awaited: the main carriage is billed by the shipment's carrier, all else by whoever usually does. */
const AWAITED = `COALESCE(IF(k.part = 'carriage', s.carrier_id, NULL), k.vendor_id, s.carrier_id)`;

/** What was estimated with received goods and is not billed: of each kind and shipment, or receipt that came under none, the oldest first. */
export async function listUnbilledEstimates(
  manager: EntityManager,
  currency: string,
  today: string,
): Promise<ReplyOf<typeof api.unbilledEstimates>> {
  const found: Row[] = await manager.query(
    `SELECT x.part AS kind, x.line_document_id, x.line_no, x.base_amount, d.number, d.date, COALESCE(y.shipment, '') AS shipment, a.id AS vendor_id, a.name AS vendor, a.currency AS vendor_currency, v.name AS goods_of
     FROM open_item x JOIN document d ON d.id = x.line_document_id JOIN vendor v ON v.id = d.vendor_id JOIN charge_kind k ON k.code = x.part
       LEFT JOIN came_on y ON y.receipt_id = x.line_document_id AND y.receipt_line_no = x.line_no LEFT JOIN shipment s ON s.number = y.shipment LEFT JOIN vendor a ON a.id = ${AWAITED}
     WHERE ${isOpen('estimated')} ORDER BY d.date, d.id, x.line_no, x.part LIMIT ${MOST + 1}`,
  );
  const { rows, more } = upTo(MOST, found);
  const groups = groupBy(rows, (row) =>
    [row.kind, row.vendor_id, row.shipment || `#${text(row.line_document_id)}`].join('|'),
  );
  return { rows: [...groups.values()].map((of) => together(of, currency, today)), more };
}

function together(of: readonly Row[], currency: string, today: string): UnbilledEstimate {
  const [first = {}] = of;
  const receipts = new Map(of.map((row) => [text(row.line_document_id), text(row.number)]));
  return {
    kind: text(first.kind),
    vendor:
      first.vendor_id == null
        ? null
        : { id: text(first.vendor_id), name: text(first.vendor), currency: text(first.vendor_currency) },
    shipment: text(first.shipment),
    from: [...new Set(of.map((row) => text(row.goods_of)))].join(', ').slice(0, 400),
    receipts: [...receipts].map(([id, number]) => ({ id, number })),
    lines: of.map((row) => `${text(row.line_document_id)}/${text(row.line_no)}`),
    oldest: text(first.date),
    days: Math.max(0, daysBetween(text(first.date), today)),
    left: showAmount(
      of.reduce((sum, row) => sum + big(row.base_amount), 0n),
      currency,
    ),
  };
}
