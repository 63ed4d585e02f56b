import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { QueryOf, ReplyOf } from '@obolus/contract/endpoint';
import { MOST_LANDED } from '@obolus/contract/kinds/allocation';
import { stands } from '../storage/load/rows.ts';
import { upTo } from '../storage/upTo.ts';
import { shipmentOf } from './cameOn.ts';
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
import { BILLED } from './openOfOrder.ts';
import { readCarriedOn } from './carriedOn.ts';
import { readDeclaredBy } from './declaredBy.ts';
import { RETURNED } from './returnable.ts';
import { type EstimatesOf, readEstimates } from './receiptEstimates.ts';

type LandedView = ReplyOf<typeof api.receivedLines>['rows'][number];
type ReceivedView = ReplyOf<typeof api.unbilledLines>['rows'][number];

/** So many of the latest are looked at where nobody says which. */
const MOST_RECEIVED = 400;

const LAYER = (movement: string, pool: string) =>
  `(SELECT COALESCE(SUM(y.quantity), 0) FROM pool_layer y WHERE y.pool_id = ${pool} AND y.day = d.date AND y.document_id = ${movement}.document_id AND y.line_no = ${movement}.line_no)`;
const VALUE = (line: string, narrowed = '') =>
  `(SELECT COALESCE(SUM(c.amount), 0) FROM value_change c WHERE c.line_document_id = ${line}.document_id AND c.line_no = ${line}.line_no${narrowed})`;

/** Lines of receipts with their orders; to be narrowed. */
export const RECEIVED_LINES = `
  SELECT l.document_id, l.line_no, l.quantity, l.currency, l.base_amount, d.number, d.date, d.reference, ${shipmentOf('l')} AS shipment, d.vendor_id, v.name AS vendor,
         o.id AS order_id, o.number AS order_number, ol.quantity AS ordered, ol.unit, COALESCE(l.corrected_price, ol.price) AS price, ol.per, IF(l.corrected_price IS NULL, ol.discount, 0) AS discount, ol.tax_code, ot.terms_id, l.expense, i.tariff_code, l.origin, ${ITEM_COLUMNS}, p.quantity AS held,
         ${LAYER('l', 'l.pool_id')} AS layer, ${BILLED} AS billed,
         (SELECT COALESCE(SUM(b.price_difference), 0) FROM bill_line b WHERE b.receipt_id = l.document_id AND b.receipt_line_no = l.line_no AND b.difference = 'cost' AND ${stands('b.document_id')}) AS dearer,
         ${RETURNED} AS returned,
         ${VALUE('l')} AS value
  FROM receipt_line l JOIN document d ON d.id = l.document_id JOIN vendor v ON v.id = d.vendor_id LEFT JOIN item i ON i.id = l.item_id LEFT JOIN pool p ON p.id = l.pool_id
  JOIN order_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no AND ol.by_id = l.ordered_by_id JOIN document o ON o.id = l.order_id
  LEFT JOIN order_terms ot ON ot.document_id = o.id`;

/** What arrived of transfers, and what was made: what was carried with it is its price component, charges are not. */
const STOCK_LINES = `
  SELECT m.document_id, m.line_no, m.quantity, m.purpose, d.number, d.date, d.reference, '' AS shipment, i.tariff_code, i.origin, ${ITEM_COLUMNS}, p.quantity AS held,
         ${LAYER('m', 'm.pool_id')} AS layer, ${VALUE('m', ' AND c.shared = 0')} AS goods, ${VALUE('m')} AS value
  FROM movement m JOIN document d ON d.id = m.document_id JOIN pool p ON p.id = m.pool_id JOIN item i ON i.id = p.item_id`;

/** What any goods say onto which charges may go. */
function landedIn(row: Row, currency: string, goods: bigint, estimatesOf: EstimatesOf) {
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
    item: itemOf(row),
    tariffCode: text(row.tariff_code),
    origin: text(row.origin),
    received: showQuantity(row.quantity),
    goods: showAmount(goods, currency),
    value: showAmount(row.value, currency),
    onHand: showQuantity(held.toString()),
    estimates: estimatesOf(row),
  };
}

const goodsOf = (row: Row): bigint => big(row.base_amount) + big(row.dearer);

export const receivedLine = (row: Row, currency: string, estimatesOf: EstimatesOf): ReceivedView => ({
  ...landedIn(row, currency, goodsOf(row), estimatesOf),
  currency: text(row.currency),
  order: { id: text(row.order_id), number: text(row.order_number), terms: text(row.terms_id) },
  taxCode: text(row.tax_code),
  vendor: { id: text(row.vendor_id), name: text(row.vendor) },
  ordered: showQuantity(row.ordered),
  billed: showQuantity(row.billed),
  price: showPrice(row.price),
  unit: askedIn(row).unit,
  per: showQuantity(row.per),
  discount: showDiscount(row.discount),
});

/**
 * Goods onto which charges may go: all of a shipment, or of the documents that are named; else the latest, the latest first; `find` in a shipment,
 * packing slip, document, order, vendor or item.
 */
export async function listLandedGoods(
  manager: EntityManager,
  currency: string,
  { find, shipment, receipts }: QueryOf<typeof api.receivedLines>,
): Promise<ReplyOf<typeof api.receivedLines>> {
  const most = shipment === undefined && receipts === undefined ? MOST_RECEIVED : MOST_LANDED;
  const [received, stock] = narrowedBy(find ?? '', shipment, receipts?.split(','));
  const order = (line: string) => `ORDER BY d.date DESC, ${line}.document_id DESC, ${line}.line_no LIMIT ${most + 1}`;
  const lines: Row[] = await manager.query(
    `${RECEIVED_LINES} WHERE l.item_id IS NOT NULL AND ${stands('d.id')} AND ${received.where} ${order('l')}`,
    received.given,
  );
  const others: Row[] = stock
    ? await manager.query(
        `${STOCK_LINES} WHERE m.purpose IN ('arrived', 'made') AND ${stands('d.id')} AND ${stock.where} ${order('m')}`,
        stock.given,
      )
    : [];
  const estimatesOf = await readEstimates(manager, lines, currency);
  const cameWith = [...new Set(lines.map((row) => text(row.document_id)))];
  const carriedOn = await readCarriedOn(manager, cameWith, currency);
  const declaredBy = await readDeclaredBy(manager, cameWith);
  const rows: LandedView[] = [
    ...lines.map((row) => ({
      ...landedIn(row, currency, goodsOf(row), estimatesOf),
      how: 'received' as const,
      returned: showQuantity(row.returned),
      carried: carriedOn(row),
      entries: declaredBy(row),
      currency: text(row.currency),
      vendor: { id: text(row.vendor_id), name: text(row.vendor) },
    })),
    ...others.map((row) => ({
      ...landedIn(row, currency, big(row.goods), () => []),
      how: text(row.purpose) === 'made' ? ('made' as const) : ('arrived' as const),
      returned: '0',
      carried: [],
      entries: [],
      currency,
      vendor: null,
    })),
  ];
  // Both come in one order: of a day the document that was entered last first, its lines as they stand.
  const later = (a: LandedView, b: LandedView) =>
    (a.receipt.date < b.receipt.date ? 1 : a.receipt.date > b.receipt.date ? -1 : 0) ||
    Number(b.receipt.id) - Number(a.receipt.id);
  return upTo(most, rows.sort(later));
}

interface Narrowed {
  readonly where: string;
  readonly given: readonly unknown[];
}

const ON_SHIPMENT =
  '(l.document_id, l.line_no) IN (SELECT y.receipt_id, y.receipt_line_no FROM came_on y WHERE y.shipment = ?)';

/** Of received lines, and of what arrived or was made; none of these is of a shipment. */
function narrowedBy(
  find: string,
  shipment: string | undefined,
  documents: readonly string[] | undefined,
): readonly [Narrowed, Narrowed | undefined] {
  if (shipment !== undefined) return [{ where: ON_SHIPMENT, given: [shipment] }, undefined];
  if (documents !== undefined)
    return [
      { where: 'l.document_id IN (?)', given: [documents] },
      { where: 'm.document_id IN (?)', given: [documents] },
    ];
  const like = `%${find.replace(/[\\%_]/g, '\\$&')}%`;
  const of = (columns: readonly string[]): Narrowed => ({
    where: `(${columns.map((column) => `${column} LIKE ?`).join(' OR ')})`,
    given: columns.map(() => like),
  });
  return [of([shipmentOf('l'), 'd.reference', 'd.number', 'o.number', 'v.name', 'i.name']), of(['d.number', 'i.name'])];
}
