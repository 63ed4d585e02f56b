/*
 * On which shipment received goods came is said line by line: by their receipt, or by what was said later. The view `came_on` has what stands; a line
 * of which nobody said one has no row there.
 */

/** The shipment that received line `line` came on; empty for none. */
export const shipmentOf = (line: string, document = `${line}.document_id`): string =>
  `COALESCE((SELECT y.shipment FROM came_on y WHERE y.receipt_id = ${document} AND y.receipt_line_no = ${line}.line_no), '')`;

/** Received lines `l` of shipments `y`, with their receipt `d`. */
export const CAME_ON =
  'came_on y JOIN receipt_line l ON l.document_id = y.receipt_id AND l.line_no = y.receipt_line_no JOIN document d ON d.id = l.document_id';

/** The shipments that lines of receipt `document` came on. */
export const shipmentsOf = (document: string): string =>
  `COALESCE((SELECT GROUP_CONCAT(DISTINCT y.shipment ORDER BY y.shipment SEPARATOR ', ') FROM came_on y WHERE y.receipt_id = ${document}), '')`;
