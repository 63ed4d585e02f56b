import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { QueryOf, ReplyOf } from '@obolus/contract/endpoint';
import { MOST_LANDED } from '@obolus/contract/kinds/allocation';
import { MAY_ANSWER, MAY_SECOND } from '@obolus/contract/approvals';
import { barredBy } from '@obolus/core/purchasing/order/standing';
import { KINDS } from '@obolus/contract/kinds/kinds';
import type { OpenKind } from '@obolus/core/openItems/openItem';
import { WAITING } from '../storage/approvalRequests.ts';
import type { SignedIn } from '../asking/signedIn.ts';
import { readOrders } from '../storage/load/orders.ts';
import { stands } from '../storage/load/rows.ts';
import {
  askedIn,
  big,
  ITEM_COLUMNS,
  itemOf,
  type Row,
  showAmount,
  showDiscount,
  showPrice,
  showQuantity,
  text,
} from './figures.ts';
import { ordersAwaiting, RUN_WAITS } from './awaiting.ts';
import { type EstimatesOf, readEstimates } from './receiptEstimates.ts';
import { upTo } from '../storage/upTo.ts';
import { BILLED, isOpen, openLines, RECEIVED } from './openOfOrder.ts';

const MOST = 2000;
const MOST_RECEIVED = 400;

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

const RECEIVED_LINES = `
  SELECT l.document_id, l.line_no, l.quantity, l.currency, l.base_amount, d.number, d.date, d.reference, d.shipment, d.vendor_id, v.name AS vendor,
         o.id AS order_id, o.number AS order_number, ol.quantity AS ordered, ol.unit, COALESCE(l.corrected_price, ol.price) AS price, ol.per, IF(l.corrected_price IS NULL, ol.discount, 0) AS discount, ol.tax_code, ot.terms_id, l.expense, i.tariff_code, l.origin, ${ITEM_COLUMNS}, p.quantity AS held,
         (SELECT COALESCE(SUM(y.quantity), 0) FROM pool_layer y WHERE y.pool_id = l.pool_id AND y.day = d.date AND y.document_id = l.document_id AND y.line_no = l.line_no) AS layer, ${BILLED} AS billed,
         (SELECT COALESCE(SUM(b.price_difference), 0) FROM bill_line b WHERE b.receipt_id = l.document_id AND b.receipt_line_no = l.line_no AND b.difference = 'cost' AND ${stands('b.document_id')}) AS dearer,
         (SELECT COALESCE(SUM(c.amount), 0) FROM value_change c WHERE c.line_document_id = l.document_id AND c.line_no = l.line_no) AS value
  FROM receipt_line l JOIN document d ON d.id = l.document_id JOIN vendor v ON v.id = d.vendor_id LEFT JOIN item i ON i.id = l.item_id LEFT JOIN pool p ON p.id = l.pool_id
  JOIN order_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no AND ol.by_id = l.ordered_by_id JOIN document o ON o.id = l.order_id
  LEFT JOIN order_terms ot ON ot.document_id = o.id`;

function receivedLine(
  row: Row,
  currency: string,
  estimatesOf: EstimatesOf,
): ReplyOf<typeof api.unbilledLines>['rows'][number] {
  // By FIFO the line's own layer says; an average pool does not know whose goods are left, only how many.
  const pooled = big(row.held) < big(row.quantity) ? big(row.held) : big(row.quantity);
  const held = row.item_method === 'fifo' || row.item_method === 'lot' ? big(row.layer) : pooled;
  return {
    line: `${text(row.document_id)}/${text(row.line_no)}`,
    receipt: {
      id: text(row.document_id),
      number: text(row.number),
      date: text(row.date),
      packingSlip: text(row.reference),
      shipment: text(row.shipment),
    },
    order: { id: text(row.order_id), number: text(row.order_number), terms: text(row.terms_id) },
    taxCode: text(row.tax_code),
    vendor: { id: text(row.vendor_id), name: text(row.vendor) },
    item: itemOf(row),
    tariffCode: text(row.tariff_code),
    origin: text(row.origin),
    currency: text(row.currency),
    ordered: showQuantity(row.ordered),
    received: showQuantity(row.quantity),
    billed: showQuantity(row.billed),
    price: showPrice(row.price),
    unit: askedIn(row).unit,
    per: showQuantity(row.per),
    discount: showDiscount(row.discount),
    goods: showAmount(big(row.base_amount) + big(row.dearer), currency),
    value: showAmount(row.value, currency),
    onHand: showQuantity(held.toString()),
    estimates: estimatesOf(row),
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

/**
 * Received lines on which charges may land: all of a shipment, or of receipts; else the latest, the latest first; `find` in a shipment,
 * packing slip, receipt, order, vendor or item.
 */
export async function listReceivedLines(
  manager: EntityManager,
  currency: string,
  { find, shipment, receipts }: QueryOf<typeof api.receivedLines>,
): Promise<ReplyOf<typeof api.receivedLines>> {
  const like = `%${(find ?? '').replace(/[\\%_]/g, '\\$&')}%`;
  const [where, given, most]: readonly [string, unknown[], number] =
    shipment !== undefined
      ? ['d.shipment = ?', [shipment], MOST_LANDED]
      : receipts !== undefined
        ? ['l.document_id IN (?)', [receipts.split(',')], MOST_LANDED]
        : [
            '(d.shipment LIKE ? OR d.reference LIKE ? OR d.number LIKE ? OR o.number LIKE ? OR v.name LIKE ? OR i.name LIKE ?)',
            [like, like, like, like, like, like],
            MOST_RECEIVED,
          ];
  const found: Row[] = await manager.query(
    `${RECEIVED_LINES} WHERE l.item_id IS NOT NULL AND ${stands('d.id')} AND ${where} ORDER BY d.date DESC, l.document_id DESC, l.line_no LIMIT ${most + 1}`,
    given,
  );
  const { rows, more } = upTo(most, found);
  const estimatesOf = await readEstimates(manager, rows, currency);
  return { more, rows: rows.map((row) => receivedLine(row, currency, estimatesOf)) };
}

export async function listOpenCharges(
  manager: EntityManager,
  currency: string,
): Promise<ReplyOf<typeof api.openCharges>> {
  const found: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, l.kind, l.base_amount, d.number, d.reference, d.date, v.name AS vendor,
            x.base_amount AS rest
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
       (SELECT COUNT(*) FROM open_item x WHERE ${isOpen('to-allocate')}) AS charges,
       ${documentsOpen('to-invoice')} AS deliveries,
       (SELECT COUNT(*) FROM open_item x WHERE ${isOpen('to-credit')}) + (SELECT COUNT(*) FROM open_item x WHERE ${isOpen('claim')}) AS credits,
       (SELECT COUNT(*) FROM open_item x JOIN document d ON d.id = x.line_document_id WHERE ${isOpen('to-pay')} AND d.due_day <= ? + INTERVAL 7 DAY) AS due,
       (SELECT COUNT(*) FROM draft WHERE user_id = ?) AS drafts`,
    [user, user, user, today, user],
  )) as Row[];
  const orders = await ordersAwaiting(manager, baseCurrency);
  const answerable = MAY_ANSWER.order.includes(role)
    ? orders.filter(({ versions }) => versions.every(({ by }) => by !== user)).length
    : 0;
  return {
    approvals: Number(row?.requests) + Number(row?.runs) + answerable,
    orders: orders.length,
    receiving: Number(row?.receiving),
    bills: Number(row?.bills),
    charges: Number(row?.charges),
    deliveries: Number(row?.deliveries),
    credits: Number(row?.credits),
    due: Number(row?.due),
    drafts: Number(row?.drafts),
  };
}
