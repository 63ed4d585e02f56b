export const ITEM = 'i.name AS item_name, i.number AS item_number, i.unit AS item_unit';

/** Goods of an item, or an expense. */
export const BOUGHT =
  "COALESCE(i.name, l.expense) AS item_name, COALESCE(i.number, '') AS item_number, COALESCE(i.unit, '') AS item_unit";

export const OF = 'o.id AS of_id, o.number AS of_number';

export const VALUE =
  'ABS((SELECT COALESCE(SUM(c.amount), 0) FROM value_change c WHERE c.line_document_id = m.document_id AND c.line_no = m.line_no AND c.document_id = m.document_id))';

/** Goods that a document moves, at what they were worth when it was posted. */
export const MOVED = `SELECT m.line_no, m.quantity, m.purpose, ${ITEM}, w.name AS where_name, ${VALUE} AS amount, NULL AS of_id FROM movement m JOIN pool p ON p.id = m.pool_id
  JOIN item i ON i.id = p.item_id JOIN warehouse w ON w.id = p.warehouse_id WHERE m.document_id = ? ORDER BY m.line_no`;

export const NOTHING = 'SELECT 1 AS line_no FROM DUAL WHERE ? IS NULL';

/** What was done with an order, as its only line. */
export const STEP = `SELECT NULL AS line_no, s.amount, s.step AS item_name, '' AS item_number, '' AS item_unit, ${OF} FROM order_step s JOIN document o ON o.id = s.order_id WHERE s.document_id = ?`;
