import type { EntityManager } from 'typeorm';
import { fraction, price, type Price, quantity, type Rate } from '@obolus/core/exact/amounts';
import { isDay } from '@obolus/core/exact/calendar';
import { folded, orderNumber } from '@obolus/core/matching/goods';
import type { OpenLine } from '@obolus/core/matching/billText';
import { priceAcross } from '@obolus/core/purchasing/crossRate';
import type { BillPaper } from '../billPapers/billPaper.ts';
import { readGoodsCalled } from '../papers/ours.ts';
import { ratesAcross } from '../queries/crossRates.ts';
import { shipmentOf } from '../queries/cameOn.ts';
import { big, type Row, text } from '../queries/figures.ts';
import { BILLABLE_AHEAD, isOpen, openLines } from '../queries/openOfOrder.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { isTrue } from '../storage/load/rows.ts';

/** A line of a vendor that may be billed, with what its bill line says beside quantity and price. */
export interface BillableLine extends OpenLine {
  readonly taxCode: string;
  /** What it was ordered in; its price here is in the currency of the bill. */
  readonly currency: string;
  /** An expense on order: its bill stands for its receipt. */
  readonly service: boolean;
}

/**
 * Received lines of a vendor that are not all billed, as the order prices them; then what is on order and neither received nor billed. What was
 * ordered in another currency than the paper's is meant where the paper names it, or nothing else is open: at its price by the day's cross rate.
 */
export async function readBillable(
  manager: EntityManager,
  vendor: string,
  paper: Pick<BillPaper, 'currency' | 'date' | 'lines'>,
): Promise<BillableLine[]> {
  const received: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, l.item_id, COALESCE(i.name, l.expense) AS name, l.currency, d.date, d.reference, ${shipmentOf('l')} AS shipment, o.number AS order_number, x.quantity AS open,
            COALESCE(l.corrected_price, ol.price) AS price, ol.per, IF(l.corrected_price IS NULL, ol.discount, 0) AS discount, ol.tax_code, 0 AS ahead, 0 AS service
     FROM ${openLines('receipt_line')} JOIN document d ON d.id = l.document_id JOIN document o ON o.id = l.order_id LEFT JOIN item i ON i.id = l.item_id
     JOIN order_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no AND ol.by_id = l.ordered_by_id
     WHERE x.vendor_id = ? AND ${isOpen('to-bill')} ORDER BY d.date, l.document_id, l.line_no`,
    [vendor],
  );
  const ordered: Row[] = await manager.query(
    `SELECT l.document_id, l.line_no, l.item_id, COALESCE(i.name, l.expense) AS name, d.currency, COALESCE(l.due_day, d.date) AS date, '' AS reference, l.shipment, d.number AS order_number,
            ${BILLABLE_AHEAD} AS open, l.price, l.per, l.discount, l.tax_code, 1 AS ahead, l.item_id IS NULL AS service
     FROM ${openLines('ordered_line')} JOIN document d ON d.id = l.document_id LEFT JOIN item i ON i.id = l.item_id
     WHERE x.vendor_id = ? AND ${isOpen('to-receive')} AND ${BILLABLE_AHEAD} > 0 ORDER BY l.document_id, l.line_no`,
    [vendor],
  );
  const { rows, rates } = await meantBy(manager, [...received, ...ordered], paper);
  const called = await readGoodsCalled(
    manager,
    vendor,
    rows.flatMap((row) => (row.item_id == null ? [] : [text(row.item_id)])),
  );
  return rows.map((row) => ({
    line: `${text(row.document_id)}/${text(row.line_no)}` as const,
    item: text(row.item_id) || text(row.name),
    description: text(row.name),
    order: text(row.order_number),
    slip: text(row.reference),
    shipment: text(row.shipment),
    date: text(row.date),
    quantity: quantity(big(row.open)),
    currency: text(row.currency),
    price: priceIn(rates.get(text(row.currency)), price(big(row.price))),
    per: quantity(big(row.per)),
    discount: fraction(big(row.discount)),
    taxCode: text(row.tax_code),
    ahead: isTrue(row.ahead),
    service: isTrue(row.service),
    ...called(text(row.item_id)),
  }));
}

/** The open lines that a paper can be for, with the rates of what was ordered in other currencies. */
async function meantBy(
  manager: EntityManager,
  rows: readonly Row[],
  { currency, date, lines }: Pick<BillPaper, 'currency' | 'date' | 'lines'>,
): Promise<{ rows: readonly Row[]; rates: ReadonlyMap<string, Rate> }> {
  const own = rows.filter((row) => row.currency === currency);
  if (own.length === rows.length || !isDay(date)) return { rows: own, rates: new Map() };
  const orders = new Set(lines.map(({ order }) => orderNumber(order)));
  const slips = new Set(lines.map(({ slip }) => folded(slip)));
  const isNamed = (row: Row): boolean => {
    const slip = folded(text(row.reference) || text(row.shipment));
    return orders.has(orderNumber(text(row.order_number))) || (slip !== '' && slips.has(slip));
  };
  const rates = await ratesAcross(manager, await baseCurrency(manager), currency, date);
  const isMeant = (row: Row): boolean => rates.has(text(row.currency)) && (own.length === 0 || isNamed(row));
  return { rows: rows.filter((row) => row.currency === currency || isMeant(row)), rates };
}

const priceIn = (across: Rate | undefined, ordered: Price): Price =>
  across === undefined ? ordered : priceAcross(ordered, across);
