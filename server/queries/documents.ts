import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { DocumentKind } from '@obolus/contract/roles';
import type { DocumentView } from '@obolus/contract/views';
import { accountOf, type AccountKey } from '@obolus/core/books/accounts';
import { formatRate, fraction, lineAmount, price, quantity, rate } from '@obolus/core/exact/amounts';
import { RequestError } from '../commands/failures.ts';
import { groupBy } from '../storage/groupBy.ts';
import { big, showAmount, showDiscount, showPrice, showQuantity, text, type Row } from './figures.ts';
import { trailOf } from './trail.ts';

type Line = DocumentView['lines'][number];
const ITEM = 'i.name AS item_name, i.number AS item_number, i.unit AS item_unit';

/** The lines of each kind, as one shape: a label, a quantity, an amount and what the line stands on. */
const LINES: Readonly<Record<DocumentKind, string>> = {
  order: `SELECT l.*, ${ITEM} FROM order_line l JOIN item i ON i.id = l.item_id WHERE l.document_id = ? ORDER BY l.line_no`,
  receipt: `SELECT l.*, ol.price, ${ITEM}, o.id AS of_id, o.number AS of_number FROM receipt_line l JOIN item i ON i.id = l.item_id JOIN document o ON o.id = l.order_id
            JOIN order_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no WHERE l.document_id = ? ORDER BY l.line_no`,
  bill: `SELECT l.line_no, l.quantity, l.price, l.discount, l.amount, l.difference, l.price_difference, ${ITEM}, o.id AS of_id, o.number AS of_number
         FROM bill_line l JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no JOIN item i ON i.id = r.item_id JOIN document o ON o.id = l.receipt_id
         WHERE l.document_id = ? UNION ALL
         SELECT l.line_no, NULL, NULL, NULL, l.amount, NULL, NULL, l.kind, '', '', NULL, NULL FROM bill_charge l WHERE l.document_id = ? ORDER BY line_no`,
  allocation: `SELECT l.line_no, l.amount, l.basis, l.by_hand, c.kind, ${ITEM}, o.id AS of_id, o.number AS of_number FROM allocation_share l
               JOIN bill_charge c ON c.document_id = l.charge_id AND c.line_no = l.charge_line_no JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no
               JOIN item i ON i.id = r.item_id JOIN document o ON o.id = l.receipt_id WHERE l.document_id = ? ORDER BY l.line_no`,
  delivery: `SELECT l.*, ${ITEM}, (SELECT COALESCE(-SUM(c.amount), 0) FROM value_change c WHERE c.line_document_id = l.document_id AND c.line_no = l.line_no) AS amount
             FROM delivery_line l JOIN item i ON i.id = l.item_id WHERE l.document_id = ? ORDER BY l.line_no`,
  invoice: `SELECT l.*, ${ITEM}, o.id AS of_id, o.number AS of_number FROM invoice_line l JOIN delivery_line d ON d.document_id = l.delivery_id AND d.line_no = l.delivery_line_no
            JOIN item i ON i.id = d.item_id JOIN document o ON o.id = l.delivery_id WHERE l.document_id = ? ORDER BY l.line_no`,
  opening: `SELECT l.*, l.value AS amount, ${ITEM} FROM opening_line l JOIN item i ON i.id = l.item_id WHERE l.document_id = ? ORDER BY l.line_no`,
};

const HEADER = `
  SELECT d.*, v.name AS vendor, w.name AS warehouse, u.name AS entered_by_name FROM document d LEFT JOIN vendor v ON v.id = d.vendor_id
  LEFT JOIN warehouse w ON w.id = d.warehouse_id JOIN user_account u ON u.id = d.entered_by`;

export async function viewDocument(manager: EntityManager, baseCurrency: string, id: string): Promise<DocumentView> {
  const [header] = (await manager.query(`${HEADER} WHERE d.id = ?`, [id])) as Row[];
  if (!header) throw new RequestError(404, 'Not found', 'There is no such document.');
  const kind = text(header.kind) as DocumentKind;
  const currency = text(header.currency);
  const rows: Row[] = await manager.query(LINES[kind], kind === 'bill' ? [id, id] : [id]);
  const lines = rows.map((row) => lineOf(kind, row, currency, baseCurrency));
  const oneCurrency = lines.every((line) => line.currency === currency);
  const total = oneCurrency ? rows.reduce((sum, row) => sum + amountOf(kind, row, currency), 0n) : await valueIn(manager, id);
  return {
    id: text(header.id),
    kind,
    number: text(header.number),
    date: text(header.date),
    party: text(header.vendor ?? header.customer),
    reference: text(header.reference),
    facts: factsOf(kind, header),
    currency,
    amount: showAmount(total, currency),
    rate: currency === baseCurrency ? null : formatRate(rate(big(header.rate))),
    lines,
    entries: await entriesOf(manager, id, baseCurrency),
    trail: await trailOf(manager, baseCurrency, { id, kind }),
    enteredBy: text(header.entered_by_name),
    enteredAt: text(header.entered_at),
  };
}

/** Documents of a kind, latest first, by key. */
export async function listDocuments(
  manager: EntityManager,
  baseCurrency: string,
  kind: DocumentKind,
  before: string | undefined,
): Promise<ReplyOf<typeof api.documents>> {
  const rows: Row[] = await manager.query(
    `SELECT d.id, d.number, d.date, d.currency, d.reference, COALESCE(v.name, d.customer, '') AS party,
            COALESCE((SELECT SUM(b.amount) FROM bill_line b WHERE b.document_id = d.id), 0) + COALESCE((SELECT SUM(c.amount) FROM bill_charge c WHERE c.document_id = d.id), 0) AS billed,
            COALESCE((SELECT SUM(j.amount) FROM journal_line j WHERE j.document_id = d.id AND j.amount > 0), 0) AS journal
     FROM document d LEFT JOIN vendor v ON v.id = d.vendor_id WHERE d.kind = ? AND (? IS NULL OR d.id < ?) ORDER BY d.id DESC LIMIT 200`,
    [kind, before ?? null, before ?? null],
  );
  return {
    rows: rows.map((row) => {
      const currency = kind === 'bill' ? text(row.currency) : baseCurrency;
      const amount = showAmount(kind === 'bill' ? row.billed : row.journal, currency);
      return {
        id: text(row.id),
        kind,
        number: text(row.number),
        date: text(row.date),
        party: text(row.party),
        reference: text(row.reference),
        amount,
        currency,
      };
    }),
  };
}

function amountOf(kind: DocumentKind, row: Row, currency: string): bigint {
  if (kind === 'order') return lineAmount(quantity(big(row.quantity)), price(big(row.price)), fraction(big(row.discount)), currency);
  return big(row.amount);
}

function lineOf(kind: DocumentKind, row: Row, documentCurrency: string, baseCurrency: string): Line {
  const currency = kind === 'receipt' ? text(row.currency) : documentCurrency;
  return {
    line: text(row.line_no),
    label: text(row.item_name),
    number: text(row.item_number),
    quantity: row.quantity == null ? null : showQuantity(row.quantity),
    unit: text(row.item_unit),
    price: row.price == null ? null : showPrice(row.price),
    amount: showAmount(amountOf(kind, row, currency), currency),
    currency,
    of: row.of_id == null ? null : { id: row.of_id, number: text(row.of_number) },
    note: noteOf(kind, row, baseCurrency),
  };
}

function noteOf(kind: DocumentKind, row: Row, baseCurrency: string): string {
  if (kind === 'order')
    return [row.due_day ? `due ${row.due_day}` : '', big(row.discount) > 0n ? `less ${showDiscount(row.discount)} %` : ''].filter(Boolean).join(', ');
  if (kind === 'bill') {
    if (row.quantity == null) return 'charge';
    const difference = big(row.price_difference);
    return difference === 0n ? '' : `${showAmount(difference, baseCurrency)} ${row.difference === 'cost' ? 'into cost' : 'to purchase price variance'}`;
  }
  if (kind === 'allocation') return `${text(row.kind)}, ${Number(row.by_hand) ? 'by hand' : `by ${text(row.basis)}`}`;
  return '';
}

function factsOf(kind: DocumentKind, header: Row): DocumentView['facts'] {
  const named: [string, string | null | undefined][] = [
    [kind === 'bill' ? 'Vendor’s number' : 'Packing slip', header.reference],
    ['Transport', header.transport],
    ['Warehouse', header.warehouse],
    ['Due', header.due_day],
    ['Note', header.note],
  ];
  return named.flatMap(([name, value]) => (value ? [{ name, value }] : []));
}

async function valueIn(manager: EntityManager, id: string): Promise<bigint> {
  const [row] = (await manager.query('SELECT COALESCE(SUM(amount), 0) AS value FROM value_change WHERE document_id = ? AND line_document_id = ?', [
    id,
    id,
  ])) as Row[];
  return big(row?.value);
}

async function entriesOf(manager: EntityManager, id: string, currency: string): Promise<DocumentView['entries']> {
  const rows: Row[] = await manager.query(
    `SELECT k.number, e.date, l.entry_no, l.account, l.amount, i.name AS item, v.name AS vendor FROM entry e JOIN ledger_link k ON k.document_id = e.document_id AND k.entry_no = e.entry_no
     LEFT JOIN journal_line l ON l.document_id = e.document_id AND l.entry_no = e.entry_no
     LEFT JOIN item i ON i.id = l.item_id LEFT JOIN vendor v ON v.id = l.vendor_id WHERE e.document_id = ? ORDER BY e.entry_no, l.line_no`,
    [id],
  );
  return [...groupBy(rows, (row) => text(row.number)).values()].map((lines) => ({
    date: text(lines[0]?.date),
    number: text(lines[0]?.number),
    lines: lines.flatMap((row) => (row.account == null ? [] : [journalLine(row, currency)])),
  }));
}

/** A line of the journal as users read it. */
export function journalLine(row: Row, currency: string): DocumentView['entries'][number]['lines'][number] {
  const account = text(row.account) as AccountKey;
  return {
    account,
    accountName: accountOf(account).name,
    amount: showAmount(row.amount, currency),
    ...(row.item == null ? {} : { item: row.item }),
    ...(row.vendor == null ? {} : { vendor: row.vendor }),
  };
}
