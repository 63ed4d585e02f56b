import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import type { StockRow } from '@obolus/contract/views/stock';
import { formatQuantity, quantity } from '@obolus/core/exact/amounts';
import { RequestError } from '../asking/failures.ts';
import { big, ITEM_COLUMNS, itemOf, type Row, showAmount, showQuantity, showUnitCost, text } from './figures.ts';
import { type Message, message } from '@obolus/messages/message';
import { inWords } from '../asking/inWords.ts';

const POOLS = `SELECT ${ITEM_COLUMNS}, w.id AS warehouse_id, w.code, w.name AS warehouse, p.id AS pool_id, p.quantity, p.value, p.last_day
  FROM pool p JOIN item i ON i.id = p.item_id JOIN warehouse w ON w.id = p.warehouse_id`;

const rowOf = (row: Row, currency: string): StockRow => ({
  item: itemOf(row),
  warehouse: { id: text(row.warehouse_id), code: text(row.code), name: text(row.warehouse), bins: [] },
  quantity: showQuantity(row.quantity),
  value: showAmount(row.value, currency),
  unitCost: showUnitCost(big(row.value), big(row.quantity), currency),
  lastMovement: row.last_day ?? null,
});

/** What a cost on a movement is made of, and whose movement it is. */
const costOn = (components: string, number: string): Message =>
  message('document.cost_on', {
    component: {
      list: components.split(', ').map((component) => {
        const said = inWords('component', component);
        return typeof said === 'string' ? said : { word: said.id };
      }),
    },
    number,
  });

/**
 * The card of an item in a warehouse: each movement at the value it was posted with, and late costs as rows of their own
 * on the day they were posted, so that the running balance is the ledger's.
 */
export async function readStockCard(
  manager: EntityManager,
  currency: string,
  item: string,
  warehouse: string,
): Promise<ReplyOf<typeof api.stockCard>> {
  const [pool] = (await manager.query(`${POOLS} WHERE p.item_id = ? AND p.warehouse_id = ?`, [
    item,
    warehouse,
  ])) as Row[];
  if (!pool) throw new RequestError(404, 'problem.never_in_warehouse');
  const changes: Row[] = await manager.query(
    `SELECT c.document_id, IF(m.document_id IS NULL, '', CONCAT(c.line_document_id, '/', c.line_no)) AS line, d.kind, d.number, c.posting AS date, IF(c.document_id = c.line_document_id, COALESCE(m.direction, 'cost'), IF(x.document_id IS NULL OR m.direction IS NULL, 'cost', IF(m.direction = 'in', 'out', 'in'))) AS direction, o.number AS of_number,
            IF(m.quantity IS NOT NULL AND (c.document_id = c.line_document_id OR x.document_id IS NOT NULL), m.quantity, 0) AS quantity, SUM(c.amount) AS value, GROUP_CONCAT(DISTINCT c.component ORDER BY c.component SEPARATOR ', ') AS component
     FROM value_change c JOIN document d ON d.id = c.document_id JOIN document o ON o.id = c.line_document_id
     LEFT JOIN movement m ON m.document_id = c.line_document_id AND m.line_no = c.line_no AND m.pool_id = c.pool_id
     LEFT JOIN reversal x ON x.document_id = c.document_id AND x.reversed_id = c.line_document_id WHERE c.pool_id = ?
     GROUP BY c.document_id, c.line_document_id, c.line_no, m.document_id, c.posting, m.direction, m.quantity, d.kind, d.number, o.number, x.document_id
     ORDER BY c.posting, c.document_id, c.line_document_id, c.line_no`,
    [pool.pool_id],
  );
  let held = 0n;
  let worth = 0n;
  const movements = changes.map((row) => {
    const moved = row.direction === 'out' ? -big(row.quantity) : big(row.quantity);
    held += moved;
    worth += big(row.value);
    return {
      document: { id: text(row.document_id), kind: text(row.kind) as DocumentKind, number: text(row.number) },
      date: text(row.date),
      direction: text(row.direction) as 'in' | 'out' | 'cost',
      what: row.direction === 'cost' ? costOn(text(row.component), text(row.of_number)) : '',
      line: text(row.line),
      quantity: formatQuantity(quantity(moved)),
      value: showAmount(row.value, currency),
      balance: formatQuantity(quantity(held)),
      balanceValue: showAmount(worth, currency),
    };
  });
  return { row: rowOf(pool, currency), movements };
}
