import type { OpenKind } from '@obolus/core/openItems/openItem';
import { stands } from '../storage/load/rows.ts';

/*
 * What is open stands in `open_item`, written with each posting. Lists of what is open start from it (`openLines`); lists of something
 * else look it up line by line.
 */

/** Lines `l` of a table with what is open of them, `x`; to be narrowed by `isOpen`. */
export const openLines = (table: string): string =>
  `open_item x JOIN ${table} l ON l.document_id = x.line_document_id AND l.line_no = x.line_no`;

export const isOpen = (kind: OpenKind): string => `x.kind = '${kind}' AND x.is_open = 1`;

const openOf = (kind: OpenKind): string =>
  `COALESCE((SELECT x.quantity FROM open_item x WHERE x.kind = '${kind}' AND x.line_document_id = l.document_id AND x.line_no = l.line_no AND x.part = ''), 0)`;

export const CLOSED = `(SELECT COALESCE(SUM(c.quantity), 0) FROM order_closing_line c WHERE c.order_id = l.document_id AND c.order_line_no = l.line_no AND ${stands('c.document_id')})`;
/** What of order line `l` may still come. */
export const OPEN = `GREATEST(${openOf('to-receive')}, 0)`;
/** What of order line `l` came, less what went back to be replaced; an expense also when its bill says that it was done. */
export const RECEIVED = `(l.quantity - ${openOf('to-receive')} - ${CLOSED})`;
/** What of order line `l` is billed: on what came, and ahead of the goods. */
export const BILLED_OF_ORDER = `((SELECT COALESCE(SUM(b.quantity), 0) FROM receipt_line r JOIN bill_line b ON b.receipt_id = r.document_id AND b.receipt_line_no = r.line_no
   WHERE r.order_id = l.document_id AND r.order_line_no = l.line_no AND ${stands('b.document_id')})
  + (SELECT COALESCE(SUM(b.quantity), 0) FROM bill_line b WHERE b.order_id = l.document_id AND b.order_line_no = l.line_no AND ${stands('b.document_id')}))`;
/** What of receipt line `l` is billed: afterwards, ahead of the goods, or gone back before it was. */
export const BILLED = `(l.quantity - ${openOf('to-bill')})`;

/** What of order line `l` with its item `x` may be billed before it comes, or as a service without a receipt. */
export const BILLABLE_AHEAD = `(x.quantity - COALESCE((SELECT SUM(a.quantity) FROM open_item a WHERE a.kind = 'billed-ahead' AND a.is_open = 1 AND a.part = CONCAT(l.document_id, '/', l.line_no)), 0))`;
