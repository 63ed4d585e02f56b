import type { EntityManager } from 'typeorm';
import { billNumberKey } from '@obolus/core/purchasing/billNumber';
import { folded as foldedNumber } from '@obolus/core/matching/goods';
import { type Message, message } from '@obolus/messages/message';
import type { BillPaper } from '../billPapers/billPaper.ts';
import { PLAIN, text, type Row } from '../queries/figures.ts';
import { isOpen } from '../queries/openOfOrder.ts';
import { isTrue, stands } from '../storage/load/rows.ts';
import type { BillableLine } from './openLines.ts';
import { foldedName } from '../papers/ours.ts';

/**
 * What a paper refers to and cannot mean: what is unknown here, another vendor's, or billed already, as far as `open` is all that may still be billed of its
 * vendor; and that it is about an earlier bill.
 */
export async function doubtsOfReferences(
  manager: EntityManager,
  vendor: string,
  paper: BillPaper,
  open: readonly BillableLine[],
): Promise<Message[]> {
  const doubts = [
    await doubtOfOrders(manager, vendor, paper, open),
    await doubtOfReceipts(manager, vendor, paper),
    await doubtOfSlips(manager, vendor, paper),
    await doubtOfContracts(manager, vendor, paper),
    await doubtOfEarlier(manager, vendor, paper),
  ];
  return doubts.filter((doubt) => doubt !== undefined);
}

/** What waits with the same vendor's number, whatever it came as: as its paper is called, or its draft. One of the two is enough. */
export interface Twin {
  readonly id: string;
  readonly number: string;
  readonly name: string;
  /** Whether it has a paper; else somebody typed it. */
  readonly isPaper: boolean;
}

/** The other one of the two, where a paper's number waits twice. */
export async function twinOf(
  manager: EntityManager,
  id: string,
  vendor: string,
  { kind, number }: Pick<BillPaper, 'kind' | 'number'>,
): Promise<Twin | undefined> {
  const key = billNumberKey(number);
  if (key === '') return undefined;
  const waiting: Row[] = await manager.query(
    `SELECT d.id, COALESCE(NULLIF(JSON_VALUE(d.body, '$.reference'), ''), p.number, '') AS number, COALESCE(NULLIF(p.name, ''), d.title) AS name, p.id IS NOT NULL AS is_paper
     FROM draft d LEFT JOIN incoming_paper p ON p.id = d.id WHERE d.kind = ? AND d.id <> ? AND COALESCE(JSON_VALUE(d.body, '$.vendor'), p.vendor_id) = ? ORDER BY d.id`,
    [kind, id, vendor],
  );
  const twin = waiting.find((row) => billNumberKey(text(row.number)) === key);
  return (
    twin && { id: text(twin.id), number: text(twin.number), name: text(twin.name), isPaper: isTrue(twin.is_paper) }
  );
}

/** An order that a paper names is one of its vendor's, of which something can still be billed. */
async function doubtOfOrders(
  manager: EntityManager,
  vendor: string,
  { kind, lines, currency }: BillPaper,
  open: readonly BillableLine[],
): Promise<Message | undefined> {
  const named = [...new Set(lines.map(({ order }) => order.trim().replace(/\/\d+$/, '')).filter(Boolean))];
  if (kind === 'credit' || named.length === 0) return undefined;
  const rows: Row[] = await manager.query(
    `SELECT d.number, d.vendor_id, EXISTS (SELECT 1 FROM order_closing_line c WHERE c.order_id = d.id AND ${stands('c.document_id')}) AS is_closed
     FROM document d WHERE d.kind = 'order' AND d.number IN (?) AND ${stands('d.id')}`,
    [named],
  );
  const known = new Map(rows.map((row) => [foldedName(text(row.number)), row]));
  const of = (number: string) => known.get(foldedName(number));
  const unknown = named.find((number) => !of(number));
  if (unknown !== undefined) return message('paper.doubt_order_unknown', { order: unknown });
  const other = named.find((number) => text(of(number)?.vendor_id) !== vendor);
  if (other !== undefined) return message('paper.doubt_order_other', { order: other });
  // What may be billed is known in a currency only.
  if (currency === '') return undefined;
  const left = new Set(open.map(({ order }) => foldedName(order)));
  const done = named.find((number) => !left.has(foldedName(number)));
  if (done === undefined) return undefined;
  return message(isTrue(of(done)?.is_closed) ? 'paper.doubt_order_closed' : 'paper.doubt_order_billed', {
    order: done,
  });
}

/** A receipt of ours that a paper names is of goods of its vendor, of which something can still be billed. */
async function doubtOfReceipts(
  manager: EntityManager,
  vendor: string,
  { kind, besides: { receipts } }: BillPaper,
): Promise<Message | undefined> {
  if (receipts.length === 0) return undefined;
  const rows: Row[] = await manager.query(
    `SELECT d.number, d.vendor_id, EXISTS (SELECT 1 FROM open_item x WHERE x.line_document_id = d.id AND ${isOpen('to-bill')}) AS is_open
     FROM document d WHERE d.kind = 'receipt' AND d.number IN (?) AND ${stands('d.id')}`,
    [receipts],
  );
  const known = new Map(rows.map((row) => [foldedName(text(row.number)), row]));
  const of = (number: string) => known.get(foldedName(number));
  const unknown = receipts.find((number) => !of(number));
  if (unknown !== undefined) return message('paper.doubt_receipt_unknown', { receipt: unknown });
  const other = receipts.find((number) => text(of(number)?.vendor_id) !== vendor);
  if (other !== undefined) return message('paper.doubt_receipt_other', { receipt: other });
  const billed = kind === 'bill' ? receipts.find((number) => !isTrue(of(number)?.is_open)) : undefined;
  return billed === undefined ? undefined : message('paper.doubt_receipt_billed', { receipt: billed });
}

/** A packing slip that a paper names came with a receipt of its vendor, or is a shipment. */
async function doubtOfSlips(
  manager: EntityManager,
  vendor: string,
  { kind, lines }: BillPaper,
): Promise<Message | undefined> {
  const named = [...new Set(lines.map(({ slip }) => slip.trim()).filter((slip) => foldedNumber(slip) !== ''))];
  if (kind === 'credit' || named.length === 0) return undefined;
  const keys = named.map(foldedNumber);
  const rows: Row[] = await manager.query(
    `SELECT ${PLAIN('d.reference')} AS name FROM document d WHERE d.kind = 'receipt' AND d.vendor_id = ? AND ${stands('d.id')} AND ${PLAIN('d.reference')} IN (?)
     UNION SELECT ${PLAIN('c.shipment')} FROM came_on c WHERE ${PLAIN('c.shipment')} IN (?) UNION SELECT ${PLAIN('s.number')} FROM shipment s WHERE ${PLAIN('s.number')} IN (?)`,
    [vendor, keys, keys, keys],
  );
  const known = new Set(rows.map((row) => text(row.name)));
  const unknown = named.find((slip) => !known.has(foldedNumber(slip)));
  return unknown === undefined ? undefined : message('paper.doubt_slip_unknown', { slip: unknown });
}

/**
 * A contract that a paper names is one of its vendor's and holds on its day. Of a vendor whose contracts are not kept here nothing can be said, but that a
 * number is another vendor's.
 */
async function doubtOfContracts(
  manager: EntityManager,
  vendor: string,
  { date, besides }: BillPaper,
): Promise<Message | undefined> {
  const named = [...new Set(besides.contracts.map((number) => number.trim()))];
  if (named.length === 0) return undefined;
  const rows: Row[] = await manager.query(
    'SELECT vendor_id, number, from_day, to_day FROM vendor_contract WHERE vendor_id = ? OR number IN (?) ORDER BY id',
    [vendor, named],
  );
  const own = rows.filter((row) => text(row.vendor_id) === vendor);
  const of = (kept: readonly Row[], number: string) =>
    kept.find((row) => foldedName(text(row.number)) === foldedName(number));
  const unknown = named.find((number) => !of(own, number) && (own.length > 0 || of(rows, number)));
  if (unknown !== undefined)
    return message(of(rows, unknown) ? 'paper.doubt_contract_other' : 'paper.doubt_contract_unknown', {
      contract: unknown,
    });
  const past = named.find((number) => {
    const row = of(own, number);
    return row && date !== '' && (text(row.from_day) > date || (text(row.to_day) || date) < date);
  });
  return past === undefined ? undefined : message('paper.doubt_contract_past', { contract: past, day: { day: date } });
}

/** An earlier bill that a paper names is one of its vendor's; a bill that names one corrects it, or says it once more. */
async function doubtOfEarlier(
  manager: EntityManager,
  vendor: string,
  { kind, refersTo }: BillPaper,
): Promise<Message | undefined> {
  if (refersTo === '') return undefined;
  const known: unknown[] = await manager.query('SELECT 1 FROM bill_number WHERE vendor_id = ? AND number_key = ?', [
    vendor,
    billNumberKey(refersTo),
  ]);
  if (known.length === 0) return message('paper.doubt_earlier_unknown', { bill: refersTo });
  return kind === 'bill' ? message('paper.doubt_earlier', { bill: refersTo }) : undefined;
}
