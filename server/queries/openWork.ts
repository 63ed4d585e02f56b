import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import { MAY_ANSWER, MAY_SECOND } from '@obolus/contract/approvals';
import { barredBy } from '@obolus/core/purchasing/order/standing';
import { KINDS } from '@obolus/contract/kinds/kinds';
import type { OpenKind } from '@obolus/core/openItems/openItem';
import { WAITING } from '../storage/approvalRequests.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import { readOrders } from '../storage/load/orders.ts';
import { askedIn, ITEM_COLUMNS, itemOf, type Row, showAmount, showPrice, showQuantity, text } from './figures.ts';
import { ordersAwaiting, PAYEE_ASKED, RUN_WAITS } from './awaiting.ts';
import { RECEIVED_LINES, receivedLine } from './landedGoods.ts';
import { readEstimates } from './receiptEstimates.ts';
import { upTo } from '../storage/upTo.ts';
import { NEXT_DUE } from './dueParts.ts';
import { isOpen, openLines, RECEIVED } from './openOfOrder.ts';

const MOST = 2000;

const inWords = (barred: ReturnType<typeof barredBy>) => (barred ? BARRED[barred] : '');
const BARRED = {
  order_on_hold: 'on-hold',
  order_awaits_approval: 'awaits-approval',
  order_rejected: 'rejected',
} as const;

export async function listOpenOrderLines(
  manager: EntityManager,
  baseCurrency: string,
  vendor: string | undefined,
): Promise<ReplyOf<typeof api.openOrderLines>> {
  const found: Row[] = await manager.query(
    `SELECT ${['over', 'short'].map((side) => `FLOOR(l.quantity * COALESCE(i.${side}_tolerance, v.${side}_tolerance, c.${side}_tolerance) / 1000000) AS may_be_${side}`).join(', ')},
            l.document_id, l.line_no, l.quantity, l.unit, l.price, l.per, l.due_day, l.shipment, COALESCE(l.warehouse_id, d.warehouse_id) AS into_id, w.name AS into_name, d.number, d.date, d.currency, d.vendor_id, v.name AS vendor, l.expense, ${ITEM_COLUMNS}, ${RECEIVED} AS received, x.quantity AS open
     FROM ${openLines('ordered_line')} JOIN document d ON d.id = l.document_id JOIN vendor v ON v.id = d.vendor_id JOIN company c LEFT JOIN item i ON i.id = l.item_id
     LEFT JOIN warehouse w ON w.id = COALESCE(l.warehouse_id, d.warehouse_id) WHERE (? IS NULL OR x.vendor_id = ?) AND ${isOpen('to-receive')} ORDER BY COALESCE(l.due_day, '9999-12-31'), l.document_id, l.line_no LIMIT ${MOST + 1}`,
    [vendor ?? null, vendor ?? null],
  );
  const { rows, more } = upTo(MOST, found);
  const { orders, limits } = await readOrders(
    { manager, locking: false },
    [...new Set(rows.map((row) => text(row.document_id)))],
    baseCurrency,
  );
  const barred = new Map(orders.map((order) => [order.id, barredBy(order, limits)]));
  return {
    more,
    rows: rows.map((row) => ({
      line: `${text(row.document_id)}/${text(row.line_no)}`,
      order: {
        id: text(row.document_id),
        number: text(row.number),
        date: text(row.date),
        currency: text(row.currency),
      },
      vendor: { id: text(row.vendor_id), name: text(row.vendor) },
      item: itemOf(row),
      ordered: showQuantity(row.quantity),
      ...askedIn(row),
      received: showQuantity(row.received),
      open: showQuantity(row.open),
      mayBeOver: showQuantity(row.may_be_over),
      mayBeShort: showQuantity(row.may_be_short),
      barred: inWords(barred.get(text(row.document_id))),
      shipment: text(row.shipment),
      warehouse: row.into_id == null ? null : { id: row.into_id, name: text(row.into_name) },
      price: showPrice(row.price),
      due: row.due_day ?? null,
    })),
  };
}

export async function listUnbilledLines(
  manager: EntityManager,
  currency: string,
  vendor: string | undefined,
): Promise<ReplyOf<typeof api.unbilledLines>> {
  const found: Row[] = await manager.query(
    `${RECEIVED_LINES} JOIN open_item x ON x.line_document_id = l.document_id AND x.line_no = l.line_no WHERE (? IS NULL OR x.vendor_id = ?) AND ${isOpen('to-bill')} ORDER BY d.date, l.document_id, l.line_no LIMIT ${MOST + 1}`,
    [vendor ?? null, vendor ?? null],
  );
  const { rows, more } = upTo(MOST, found);
  const estimatesOf = await readEstimates(manager, rows, currency);
  return { more, rows: rows.map((row) => receivedLine(row, currency, estimatesOf)) };
}

export async function listOpenCharges(
  manager: EntityManager,
  currency: string,
): Promise<ReplyOf<typeof api.openCharges>> {
  const found: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, l.kind, l.base_amount, d.number, d.reference, d.date, v.name AS vendor,
            x.base_amount AS rest,
            (SELECT GROUP_CONCAT(DISTINCT y.shipment SEPARATOR '\n') FROM customs_entry_goods g JOIN came_on y ON y.receipt_id = g.goods_id AND y.receipt_line_no = g.goods_line_no
              WHERE g.document_id = l.document_id) AS declared
     FROM ${openLines('bill_charge')} JOIN document d ON d.id = l.document_id JOIN vendor v ON v.id = x.vendor_id
     WHERE ${isOpen('to-allocate')} ORDER BY d.date, l.document_id, l.line_no LIMIT ${MOST + 1}`,
  );
  const { rows, more } = upTo(MOST, found);
  return {
    more,
    rows: rows.map((row) => ({
      line: `${text(row.document_id)}/${text(row.line_no)}`,
      bill: { id: text(row.document_id), number: text(row.reference) || text(row.number), date: text(row.date) },
      vendor: text(row.vendor),
      kind: text(row.kind) as 'freight',
      amount: showAmount(row.base_amount, currency),
      left: showAmount(row.rest, currency),
      declared: text(row.declared).split('\n').filter(Boolean),
    })),
  };
}

export async function listUninvoicedLines(
  manager: EntityManager,
  currency: string,
  customer: string | undefined,
): Promise<ReplyOf<typeof api.uninvoicedLines>> {
  const found: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, l.quantity, d.number, d.date, d.customer, ${ITEM_COLUMNS}, l.quantity - x.quantity AS invoiced,
            (SELECT COALESCE(-SUM(c.amount), 0) FROM value_change c WHERE c.line_document_id = l.document_id AND c.line_no = l.line_no) AS cost
     FROM ${openLines('delivery_line')} JOIN document d ON d.id = l.document_id JOIN item i ON i.id = l.item_id
     WHERE (? IS NULL OR d.customer = ?) AND ${isOpen('to-invoice')} ORDER BY d.date, l.document_id, l.line_no LIMIT ${MOST + 1}`,
    [customer ?? null, customer ?? null],
  );
  const { rows, more } = upTo(MOST, found);
  return {
    more,
    rows: rows.map((row) => ({
      line: `${text(row.document_id)}/${text(row.line_no)}`,
      delivery: {
        id: text(row.document_id),
        number: text(row.number),
        date: text(row.date),
        customer: text(row.customer),
      },
      item: itemOf(row),
      delivered: showQuantity(row.quantity),
      invoiced: showQuantity(row.invoiced),
      cost: showAmount(row.cost, currency),
    })),
  };
}

/** Bills that wait for whoever may enter them; for others the receipts that have none. */
const BILLS = `((SELECT COUNT(*) FROM draft b WHERE b.shared = 1 AND b.kind IN ('bill', 'credit')) + (SELECT COUNT(*) FROM incoming_paper p WHERE p.state IN ('unassigned', 'refused')))`;
/** What others asked of whoever may be a second person, and is not about themselves. */
const REQUESTS = `(SELECT COUNT(*) FROM approval_request q WHERE q.asked_by <> ? AND q.subject_id NOT LIKE CONCAT('people/', ?, '/%') AND ${WAITING})`;
const documentsOpen = (kind: OpenKind) =>
  `(SELECT COUNT(DISTINCT x.line_document_id) FROM open_item x WHERE ${isOpen(kind)})`;

/** Among so many of the latest documents it is looked for one that somebody else entered. */
const LATEST = 200;

/** How many pieces of work wait, for the index. */
export async function countWaiting(
  manager: EntityManager,
  { id: user, role }: SignedIn,
  baseCurrency: string,
  today: string,
): Promise<ReplyOf<typeof api.waiting>> {
  const [row] = (await manager.query(
    `SELECT
       ${documentsOpen('to-receive')} AS receiving,
       ${KINDS.bill.mayPost.includes(role) ? BILLS : MAY_SECOND.includes(role) ? '0' : documentsOpen('to-bill')} AS bills,
       ${MAY_SECOND.includes(role) ? REQUESTS : '? * ? * 0'} AS requests,
       ${MAY_ANSWER['payment-run'].includes(role) ? `(SELECT COUNT(*) FROM document d WHERE ${RUN_WAITS} AND d.entered_by <> ?)` : '? * 0'} AS runs,
       ${MAY_ANSWER['remit-to'].includes(role) ? `(SELECT COUNT(*) FROM document d JOIN vendor v ON v.id = d.vendor_id WHERE ${PAYEE_ASKED} AND d.entered_by <> ?)` : '? * 0'} AS payees,
       (SELECT COUNT(*) FROM open_item x WHERE ${isOpen('to-allocate')}) AS charges,
       ${documentsOpen('to-invoice')} AS deliveries,
       (SELECT COUNT(*) FROM open_item x WHERE ${isOpen('to-credit')}) + (SELECT COUNT(*) FROM open_item x WHERE ${isOpen('claim')}) AS credits,
       (SELECT COUNT(*) FROM open_item x JOIN document d ON d.id = x.line_document_id WHERE ${isOpen('to-pay')} AND ${NEXT_DUE} <= ? + INTERVAL 7 DAY) AS due,
       (SELECT COUNT(*) FROM draft WHERE user_id = ?) AS drafts,
       (SELECT MAX(l.id) FROM (SELECT id, entered_by FROM document ORDER BY id DESC LIMIT ${LATEST}) l WHERE l.entered_by <> ?) AS of_others`,
    [user, user, user, user, today, user, user],
  )) as Row[];
  const orders = await ordersAwaiting(manager, baseCurrency);
  const answerable = MAY_ANSWER.order.includes(role)
    ? orders.filter(({ versions }) => versions.every(({ by }) => by !== user)).length
    : 0;
  return {
    approvals: Number(row?.requests) + Number(row?.runs) + Number(row?.payees) + answerable,
    orders: orders.length,
    receiving: Number(row?.receiving),
    bills: Number(row?.bills),
    charges: Number(row?.charges),
    deliveries: Number(row?.deliveries),
    credits: Number(row?.credits),
    due: Number(row?.due),
    drafts: Number(row?.drafts),
    latestOfOthers: row?.of_others == null ? null : text(row.of_others),
  };
}
