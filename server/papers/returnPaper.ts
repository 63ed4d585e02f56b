import type { EntityManager } from 'typeorm';
import { type Language, LANGUAGES } from '@obolus/messages/speaker';
import { RequestError } from '../asking/failures.ts';
import { type Row, showQuantity, text } from '../queries/figures.ts';
import { groupBy } from '../storage/groupBy.ts';
import { type Address, addressOf } from './orderPaper.ts';

/** What goes back to a vendor, as it is packed with the goods and sent by mail. Figures as text, exact; days as ISO. */
export interface ReturnPaper {
  readonly number: string;
  /** What the vendor calls it; empty where it was not said. */
  readonly reference: string;
  readonly date: string;
  readonly language: Language;
  readonly company: Address;
  readonly vendor: Address & { readonly number: string };
  readonly by: string;
  readonly lines: readonly ReturnedLine[];
}

export interface ReturnedLine {
  readonly item: string;
  readonly name: string;
  readonly vendorItem: string;
  readonly quantity: string;
  readonly unit: string;
  /** Lots or serial numbers, each with how much of it. */
  readonly lots: readonly { readonly lot: string; readonly quantity: string }[];
  /** What it came with: the vendor's packing slip, else the receipt, and the order. */
  readonly slip: string;
  readonly order: string;
  readonly reason: string;
  readonly isReplaced: boolean;
}

/** @throws RequestError 404 where there is no such return */
export async function readReturnPaper(manager: EntityManager, id: string): Promise<ReturnPaper> {
  const [header] = (await manager.query(
    `SELECT d.number, d.reference, d.date, c.name AS company, c.address AS company_address, v.name AS vendor, v.number AS vendor_number, v.address AS vendor_address,
       COALESCE(NULLIF(v.language, ''), c.language) AS language, u.name AS by_name
     FROM document d JOIN company c ON c.id = 1 JOIN vendor v ON v.id = d.vendor_id JOIN user_account u ON u.id = d.entered_by WHERE d.id = ? AND d.kind = 'return'`,
    [id],
  )) as Row[];
  if (!header) throw new RequestError(404, 'problem.no_such_document');
  const rows: Row[] = await manager.query(
    `SELECT l.line_no, l.quantity, l.reason, l.replaces, i.number AS item, i.name, i.unit, vi.number AS vendor_item, COALESCE(NULLIF(g.reference, ''), g.number) AS slip, o.number AS order_number
     FROM return_line l JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no JOIN item i ON i.id = r.item_id JOIN document g ON g.id = l.receipt_id
       JOIN document o ON o.id = r.order_id LEFT JOIN vendor_item vi ON vi.vendor_id = g.vendor_id AND vi.item_id = i.id WHERE l.document_id = ? ORDER BY l.line_no`,
    [id],
  );
  const lots = groupBy(
    (await manager.query(
      'SELECT line_no, lot, quantity FROM movement_lot WHERE document_id = ? ORDER BY line_no, position',
      [id],
    )) as Row[],
    (row) => text(row.line_no),
  );
  return {
    number: text(header.number),
    reference: text(header.reference),
    date: text(header.date),
    language: LANGUAGES.find((one) => one === text(header.language)) ?? 'en',
    company: addressOf(header.company, header.company_address),
    vendor: { ...addressOf(header.vendor, header.vendor_address), number: text(header.vendor_number) },
    by: text(header.by_name),
    lines: rows.map((row) => ({
      item: text(row.item),
      name: text(row.name),
      vendorItem: text(row.vendor_item),
      quantity: showQuantity(row.quantity),
      unit: text(row.unit),
      lots: (lots.get(text(row.line_no)) ?? []).map((lot) => ({
        lot: text(lot.lot),
        quantity: showQuantity(lot.quantity),
      })),
      slip: text(row.slip),
      order: text(row.order_number),
      reason: text(row.reason),
      isReplaced: Number(row.replaces ?? 0) === 1,
    })),
  };
}
