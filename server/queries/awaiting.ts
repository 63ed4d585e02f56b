import type { EntityManager } from 'typeorm';
import { approvalOf } from '@obolus/core/purchasing/order/standing';
import type { Order } from '@obolus/core/state/purchasing';
import { readOrders } from '../storage/load/orders.ts';
import { type Row, text } from './figures.ts';
import { PAYEE_WAITS } from './paidTo.ts';
import { isOpen } from './openOfOrder.ts';
import { stands } from '../storage/load/rows.ts';

/** SQL: document `d` is a payment run that nobody released or rejected. */
export const RUN_WAITS = `d.kind = 'payment-run' AND ${stands('d.id')} AND NOT EXISTS (SELECT 1 FROM approval a WHERE a.run_id = d.id)`;

/** SQL: bill `d` of vendor `v` is not paid, and waits until a second person says where it is paid to. */
export const PAYEE_ASKED = `d.kind = 'bill' AND EXISTS (SELECT 1 FROM open_item x WHERE x.line_document_id = d.id AND ${isOpen('to-pay')}) AND ${PAYEE_WAITS}`;

/** Orders with goods still to come, stated by somebody who has a limit, that wait for another person. */
export async function ordersAwaiting(manager: EntityManager, baseCurrency: string): Promise<Order[]> {
  const limited = '(SELECT id FROM user_account WHERE approval_limit IS NOT NULL)';
  const rows: Row[] = await manager.query(
    `SELECT d.id FROM (SELECT DISTINCT x.line_document_id FROM open_item x WHERE ${isOpen('to-receive')}) o JOIN document d ON d.id = o.line_document_id
     WHERE (d.entered_by IN ${limited} OR EXISTS (SELECT 1 FROM order_step s JOIN document c ON c.id = s.document_id WHERE s.order_id = d.id AND s.step = 'changed' AND c.entered_by IN ${limited}))`,
  );
  const { orders, limits } = await readOrders(
    { manager, locking: false },
    rows.map((row) => text(row.id)),
    baseCurrency,
  );
  return orders.filter((order) => approvalOf(order, limits) === 'awaited');
}
