import type { EntityManager } from 'typeorm';
import { RequestError } from '../asking/failures.ts';
import { viewOrder } from '../queries/orders.ts';
import {
  amountOfLine,
  askedIn,
  type Row,
  showAmount,
  showDiscount,
  showPrice,
  showQuantity,
  text,
} from '../queries/figures.ts';
import { stands } from '../storage/load/rows.ts';
import { type Language, LANGUAGES } from '@obolus/messages/speaker';

export interface Address {
  readonly name: string;
  readonly lines: readonly string[];
}

/** A version of an order as it is given to the vendor. Figures as text, exact; days as ISO. */
export interface OrderPaper {
  readonly number: string;
  readonly version: number;
  /** The day of the order, and of this version. */
  readonly date: string;
  readonly stated: string;
  /** An order that is on hold, or waits for approval, is not one yet: its paper says so. */
  readonly released: boolean;
  /** The language that the vendor is written to in. */
  readonly language: Language;
  readonly company: Address;
  readonly vendor: Address & { readonly number: string };
  readonly deliverTo: Address;
  readonly buyer: string;
  readonly currency: string;
  /** In words. */
  readonly terms: string;
  /** The Incoterm with its named place; empty for none. */
  readonly carriage: string;
  readonly note: string;
  readonly lines: readonly PaperLine[];
  readonly total: string;
}

export interface PaperLine {
  readonly number: string;
  readonly item: string;
  readonly name: string;
  /** The vendor's own number for it, where it is known. */
  readonly vendorItem: string;
  readonly quantity: string;
  readonly unit: string;
  /** What one of a pack holds. */
  readonly content: string;
  readonly price: string;
  readonly discount: string;
  /** What the discount takes off, as an amount. */
  readonly reduction: string;
  readonly due: string;
  /** Another place than the order's, in a word. */
  readonly into: string;
  readonly amount: string;
}

/** Reads a version of an order, the latest where none is asked for: its lines as that version stated them. */
export async function readOrderPaper(
  manager: EntityManager,
  baseCurrency: string,
  id: string,
  asked: number | undefined,
): Promise<OrderPaper> {
  const order = await viewOrder(manager, baseCurrency, id);
  const versions = order.history.filter(({ step }) => step === 'placed' || step === 'changed');
  const version = asked ?? order.version;
  const by = versions[version - 1];
  if (!by) throw new RequestError(404, 'problem.no_such_version', { number: order.number, version });
  const [header] = (await manager.query(
    `SELECT c.name AS company, c.address AS company_address, v.name AS vendor, v.number AS vendor_number, v.address AS vendor_address, COALESCE(NULLIF(v.language, ''), c.language) AS language,
            w.name AS warehouse, w.address AS warehouse_address, d.note
     FROM document d JOIN company c ON c.id = 1 JOIN vendor v ON v.id = d.vendor_id LEFT JOIN warehouse w ON w.id = d.warehouse_id WHERE d.id = ?`,
    [id],
  )) as Row[];
  const rows: Row[] = await manager.query(
    `SELECT l.*, i.number AS item_number, i.name AS item_name, i.unit AS item_unit, vi.number AS vendor_item, w.name AS warehouse FROM order_line l
     LEFT JOIN item i ON i.id = l.item_id LEFT JOIN warehouse w ON w.id = l.warehouse_id
     JOIN document d ON d.id = l.document_id LEFT JOIN vendor_item vi ON vi.vendor_id = d.vendor_id AND vi.item_id = l.item_id
     WHERE l.document_id = ? AND l.by_id = (SELECT MAX(n.by_id) FROM order_line n WHERE n.document_id = l.document_id AND n.line_no = l.line_no AND n.by_id <= ?
       AND (n.by_id = n.document_id OR ${stands('n.by_id')})) ORDER BY l.line_no`,
    [id, by.id],
  );
  const full = rows.map((row) => amountOfLine({ ...row, discount: '0' }, order.currency));
  const amounts = rows.map((row) => amountOfLine(row, order.currency));
  const company = addressOf(header?.company, header?.company_address);
  return {
    number: order.number,
    version,
    date: order.date,
    stated: by.date,
    buyer: order.buyer,
    currency: order.currency,
    note: text(header?.note),
    language: LANGUAGES.find((one) => one === text(header?.language)) ?? 'en',
    released: !order.held && (order.approval === 'not-needed' || order.approval === 'approved'),
    company,
    vendor: { ...addressOf(header?.vendor, header?.vendor_address), number: text(header?.vendor_number) },
    deliverTo: header?.warehouse_address
      ? { name: `${company.name}, ${text(header.warehouse)}`, lines: linesOf(header.warehouse_address) }
      : company,
    terms: order.terms,
    carriage: `${order.incoterm} ${order.place}`.trim(),
    lines: rows.map((row, at) => ({
      number: text(row.line_no),
      item: text(row.item_number),
      name: text(row.item_name ?? row.expense),
      unit: askedIn(row).unit,
      vendorItem: text(row.vendor_item),
      content: row.unit ? `${showQuantity(row.per)} ${text(row.item_unit)}` : '',
      quantity: askedIn(row).asked,
      price: showPrice(row.price),
      discount: showDiscount(row.discount),
      due: text(row.due_day),
      into: text(row.warehouse),
      amount: showAmount(amounts[at], order.currency),
      reduction: showAmount((full[at] ?? 0n) - (amounts[at] ?? 0n), order.currency),
    })),
    total: showAmount(
      amounts.reduce((sum, amount) => sum + amount, 0n),
      order.currency,
    ),
  };
}

const linesOf = (address: string | null | undefined): string[] => text(address).split('\n').filter(Boolean);
/** A name with the lines of its address. */
export const addressOf = (name: string | null | undefined, address: string | null | undefined): Address => ({
  name: text(name),
  lines: linesOf(address),
});
