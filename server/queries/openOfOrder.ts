import { stands } from '../storage/load/rows.ts';

/**
 * What has been received, billed and invoiced is worked out from the documents that stand, each time; it is nowhere stored.
 * Received: less what went back to be replaced; an expense also when its bill says that it was done. Billed: also ahead of the goods, and what went back before it was.
 */
export const RECEIVED = `((SELECT COALESCE(SUM(r.quantity), 0) FROM receipt_line r WHERE r.order_id = l.document_id AND r.order_line_no = l.line_no AND ${stands('r.document_id')})
  + (SELECT COALESCE(SUM(b.quantity), 0) FROM bill_line b WHERE b.done = 1 AND b.order_id = l.document_id AND b.order_line_no = l.line_no AND ${stands('b.document_id')})
  - (SELECT COALESCE(SUM(b.quantity), 0) FROM return_line b JOIN receipt_line r ON r.document_id = b.receipt_id AND r.line_no = b.receipt_line_no
     WHERE b.replaces = 1 AND r.order_id = l.document_id AND r.order_line_no = l.line_no AND ${stands('b.document_id')}))`;
export const CLOSED = `(SELECT COALESCE(SUM(c.quantity), 0) FROM order_closing_line c WHERE c.order_id = l.document_id AND c.order_line_no = l.line_no AND ${stands('c.document_id')})`;
/** What of an order line may still come. */
export const OPEN = `GREATEST(l.quantity - ${RECEIVED} - ${CLOSED}, 0)`;
/** What of an order line is billed: on what came, and ahead of the goods. */
export const BILLED_OF_ORDER = `((SELECT COALESCE(SUM(b.quantity), 0) FROM receipt_line r JOIN bill_line b ON b.receipt_id = r.document_id AND b.receipt_line_no = r.line_no
   WHERE r.order_id = l.document_id AND r.order_line_no = l.line_no AND ${stands('b.document_id')})
  + (SELECT COALESCE(SUM(b.quantity), 0) FROM bill_line b WHERE b.order_id = l.document_id AND b.order_line_no = l.line_no AND ${stands('b.document_id')}))`;
/** What of receipt line l is billed: afterwards, ahead of the goods, or gone back before it was. */
export const BILLED = `((SELECT COALESCE(SUM(b.quantity), 0) FROM bill_line b WHERE b.receipt_id = l.document_id AND b.receipt_line_no = l.line_no AND ${stands('b.document_id')})
  + (SELECT COALESCE(SUM(a.quantity), 0) FROM receipt_ahead a WHERE a.document_id = l.document_id AND a.line_no = l.line_no)
  + (SELECT COALESCE(SUM(b.unbilled), 0) FROM return_line b WHERE b.receipt_id = l.document_id AND b.receipt_line_no = l.line_no AND ${stands('b.document_id')}))`;

/** What is billed ahead of the goods and has not come of order line l. */
const AHEAD = `((SELECT COALESCE(SUM(b.quantity), 0) FROM bill_line b WHERE b.done = 0 AND b.order_id = l.document_id AND b.order_line_no = l.line_no AND ${stands('b.document_id')})
  - (SELECT COALESCE(SUM(a.quantity), 0) FROM receipt_ahead a JOIN bill_line b ON b.document_id = a.ahead_id AND b.line_no = a.ahead_line_no
     WHERE b.order_id = l.document_id AND b.order_line_no = l.line_no AND ${stands('a.document_id')}))`;

/** What of order line l may be billed before it comes, or as a service without a receipt. */
export const BILLABLE_AHEAD = `(${OPEN} - ${AHEAD})`;
