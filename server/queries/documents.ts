import type { EntityManager } from 'typeorm';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import type { DocumentView } from '@obolus/contract/views';
import type { AccountKey } from '@obolus/core/books/accounts';
import type { EntryLine } from '@obolus/core/books/journal';
import type { LotPart } from '@obolus/core/costing/pool';
import { base, formatQuantity, formatRate, rate } from '@obolus/core/exact/amounts';
import { RequestError } from '../asking/failures.ts';
import { readLotsOf } from '../storage/load/movements.ts';
import { isTrue } from '../storage/load/rows.ts';
import { groupBy } from '../storage/groupBy.ts';
import { asidesOf } from './asides.ts';
import { entryLines } from './entries.ts';
import { amountOfLine, big, type Row, showAmount, showDiscount, showPrice, showQuantity, text } from './figures.ts';
import { trailOf } from './trail.ts';

type Line = DocumentView['lines'][number];
const ITEM = 'i.name AS item_name, i.number AS item_number, i.unit AS item_unit';
/** Goods of an item, or an expense. */
const BOUGHT =
  "COALESCE(i.name, l.expense) AS item_name, COALESCE(i.number, '') AS item_number, COALESCE(i.unit, '') AS item_unit";
const OF = 'o.id AS of_id, o.number AS of_number';
const VALUE =
  'ABS((SELECT COALESCE(SUM(c.amount), 0) FROM value_change c WHERE c.line_document_id = m.document_id AND c.line_no = m.line_no AND c.document_id = m.document_id))';
/** Goods that a document moves, at what they were worth when it was posted. */
const MOVED = `SELECT m.line_no, m.quantity, m.purpose, ${ITEM}, w.name AS where_name, ${VALUE} AS amount, NULL AS of_id FROM movement m JOIN pool p ON p.id = m.pool_id
  JOIN item i ON i.id = p.item_id JOIN warehouse w ON w.id = p.warehouse_id WHERE m.document_id = ? ORDER BY m.line_no`;
const NOTHING = 'SELECT 1 AS line_no FROM DUAL WHERE ? IS NULL';

/** What was done with an order, as its only line. */
const STEP = `SELECT NULL AS line_no, s.amount, s.step AS item_name, '' AS item_number, '' AS item_unit, ${OF} FROM order_step s JOIN document o ON o.id = s.order_id WHERE s.document_id = ?`;

/** The lines of each kind, as one shape: a label, a quantity, an amount and what the line stands on. */
const LINES: Readonly<Record<DocumentKind, string>> = {
  order: `SELECT l.*, ${BOUGHT} FROM ordered_line l LEFT JOIN item i ON i.id = l.item_id WHERE l.document_id = ? ORDER BY l.line_no`,
  'order-change': `SELECT l.document_id AS line_document, l.line_no, l.quantity, l.price, l.per, l.discount, l.due_day, ${BOUGHT}, ${OF} FROM order_line l LEFT JOIN item i ON i.id = l.item_id JOIN document o ON o.id = l.document_id
            WHERE l.by_id = ? ORDER BY l.line_no`,
  'order-closing': `SELECT l.line_no, l.quantity, 0 AS amount, COALESCE(i.name, ol.expense) AS item_name, COALESCE(i.number, '') AS item_number, COALESCE(i.unit, '') AS item_unit, ${OF}
            FROM order_closing_line l JOIN ordered_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no LEFT JOIN item i ON i.id = ol.item_id
            JOIN document o ON o.id = l.order_id WHERE l.document_id = ? ORDER BY l.line_no`,
  'aside-closing': `SELECT l.line_no, l.quantity, 0 AS amount, l.outcome AS purpose, COALESCE(i.name, ol.expense, a.what) AS item_name, COALESCE(i.number, '') AS item_number,
            COALESCE(i.unit, '') AS item_unit, ${OF} FROM aside_closing_line l JOIN receipt_aside a ON a.document_id = l.aside_id AND a.line_no = l.aside_line_no
            LEFT JOIN ordered_line ol ON ol.document_id = a.order_id AND ol.line_no = a.order_line_no LEFT JOIN item i ON i.id = COALESCE(a.item_id, ol.item_id)
            JOIN document o ON o.id = l.aside_id WHERE l.document_id = ? ORDER BY l.line_no`,
  'put-away': `SELECT l.line_no, l.quantity, 0 AS amount, l.bin AS purpose, ${ITEM}, ${OF} FROM put_away_line l JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no
            JOIN item i ON i.id = r.item_id JOIN document o ON o.id = l.receipt_id WHERE l.document_id = ? ORDER BY l.line_no`,
  'order-step': STEP,
  'order-approval': STEP,
  receipt: `SELECT l.*, COALESCE(l.corrected_price, ol.price) AS price, ${BOUGHT}, o.id AS of_id, o.number AS of_number FROM receipt_line l LEFT JOIN item i ON i.id = l.item_id JOIN document o ON o.id = l.order_id
            JOIN order_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no AND ol.by_id = l.ordered_by_id WHERE l.document_id = ? ORDER BY l.line_no`,
  bill: `SELECT l.line_no, l.quantity, l.price, COALESCE(r.per, ol.per) AS per, l.discount, l.amount, l.difference, l.price_difference, l.reason, IF(l.waits, 'wait', IF(l.order_id IS NOT NULL AND l.done = 0, 'ahead', '')) AS ahead, COALESCE(i.name, r.expense, ol.expense) AS item_name,
                COALESCE(i.number, '') AS item_number, COALESCE(i.unit, '') AS item_unit, o.id AS of_id, o.number AS of_number, l.line_no AS position
         FROM bill_line l LEFT JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no
         LEFT JOIN ordered_line ol ON ol.document_id = l.order_id AND ol.line_no = l.order_line_no
         LEFT JOIN item i ON i.id = COALESCE(r.item_id, ol.item_id) JOIN document o ON o.id = COALESCE(l.receipt_id, l.order_id) WHERE l.document_id = ?
         UNION ALL SELECT l.line_no, NULL, NULL, NULL, NULL, l.amount, 'charge', NULL, l.reason, '', l.kind, '', '', NULL, NULL, l.line_no FROM bill_charge l WHERE l.document_id = ?
         UNION ALL SELECT l.line_no, NULL, NULL, NULL, NULL, l.amount, 'expense', NULL, '', '', l.expense, '', '', NULL, NULL, l.line_no FROM bill_expense l WHERE l.document_id = ?
         UNION ALL SELECT NULL, NULL, NULL, NULL, NULL, l.amount, IF(l.recoverable, 'reclaimed', 'not reclaimed'), NULL, '', '', 'tax', '', '', NULL, NULL, l.line_no + 100000 FROM bill_tax l WHERE l.document_id = ?
         UNION ALL SELECT l.line_no, NULL, NULL, NULL, NULL, l.amount, IF(l.decision = 'credit', 'not accepted, a credit is asked for', 'not accepted, not ours'), NULL, l.reason, '', l.said, '', '', NULL, NULL, l.line_no FROM bill_disputed l WHERE l.document_id = ?
         ORDER BY position`,
  return: `SELECT l.line_no, l.quantity, ${ITEM}, ${OF}, ABS((SELECT COALESCE(SUM(c.amount), 0) FROM value_change c WHERE c.document_id = l.document_id AND c.line_document_id = l.document_id AND c.line_no = l.line_no)) AS amount
           FROM return_line l JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no JOIN item i ON i.id = r.item_id
           JOIN document o ON o.id = l.receipt_id WHERE l.document_id = ? ORDER BY l.line_no`,
  credit: `SELECT l.line_no, IF(l.quantity > 0, l.quantity, NULL) AS quantity, l.amount, l.goes_to AS purpose, o.number AS item_name, '' AS item_number, '' AS item_unit, ${OF}
           FROM credit_line l JOIN document o ON o.id = l.of_id WHERE l.document_id = ? ORDER BY l.line_no`,
  'estimate-closing': `SELECT l.line_no, l.amount, l.kind AS purpose, ${ITEM}, ${OF} FROM estimate_use l JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no
           JOIN item i ON i.id = r.item_id JOIN document o ON o.id = l.receipt_id WHERE l.document_id = ? ORDER BY l.line_no`,
  'charge-move': `SELECT l.line_no, l.base_amount AS amount, l.kind AS item_name, '' AS item_number, '' AS item_unit, ${OF}
           FROM bill_charge l JOIN expense_move x ON x.document_id = l.document_id JOIN document o ON o.id = x.of_id WHERE l.document_id = ?`,
  'customer-return': MOVED,
  assembly: MOVED,
  transfer: MOVED,
  arrival: MOVED,
  count: MOVED,
  standard: `SELECT l.line_no, l.standard AS price, 0 AS amount, ${ITEM}, NULL AS of_id FROM standard_line l JOIN item i ON i.id = l.item_id WHERE l.document_id = ? ORDER BY l.line_no`,
  'write-down': `SELECT l.line_no, l.net_realisable AS price, 0 AS amount, ${ITEM}, NULL AS of_id FROM write_down_line l JOIN pool p ON p.id = l.pool_id JOIN item i ON i.id = p.item_id
           WHERE l.document_id = ? ORDER BY l.line_no`,
  prepayment: `SELECT NULL AS line_no, l.amount, 'Prepayment' AS item_name, '' AS item_number, '' AS item_unit, NULL AS of_id FROM prepayment l WHERE l.document_id = ?`,
  payment: `SELECT l.line_no, l.amount, o.reference AS item_name, o.number AS item_number, '' AS item_unit, ${OF} FROM payment_line l JOIN document o ON o.id = l.of_id
           WHERE l.document_id = ? ORDER BY l.line_no`,
  close: NOTHING,
  open: NOTHING,
  lock: NOTHING,
  reversal: `SELECT NULL AS line_no, (SELECT COALESCE(SUM(j.amount), 0) FROM journal_line j WHERE j.document_id = l.document_id AND j.amount > 0) AS amount,
           CONCAT('All of ', o.number) AS item_name, '' AS item_number, '' AS item_unit, ${OF} FROM reversal l JOIN document o ON o.id = l.reversed_id WHERE l.document_id = ?`,
  allocation: `SELECT l.line_no, l.amount, l.basis, l.by_hand, c.kind, ${ITEM}, o.id AS of_id, o.number AS of_number FROM allocation_share l
               JOIN bill_charge c ON c.document_id = l.charge_id AND c.line_no = l.charge_line_no JOIN movement r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no
               JOIN pool p ON p.id = r.pool_id JOIN item i ON i.id = p.item_id JOIN document o ON o.id = l.receipt_id WHERE l.document_id = ? ORDER BY l.line_no`,
  delivery: `SELECT l.*, ${ITEM}, (SELECT COALESCE(-SUM(c.amount), 0) FROM value_change c WHERE c.line_document_id = l.document_id AND c.line_no = l.line_no) AS amount
             FROM delivery_line l JOIN item i ON i.id = l.item_id WHERE l.document_id = ? ORDER BY l.line_no`,
  invoice: `SELECT l.*, ${ITEM}, o.id AS of_id, o.number AS of_number FROM invoice_line l JOIN delivery_line d ON d.document_id = l.delivery_id AND d.line_no = l.delivery_line_no
            JOIN item i ON i.id = d.item_id JOIN document o ON o.id = l.delivery_id WHERE l.document_id = ? ORDER BY l.line_no`,
  opening: `SELECT l.*, l.value AS amount, ${ITEM} FROM opening_line l JOIN item i ON i.id = l.item_id WHERE l.document_id = ? ORDER BY l.line_no`,
};

const HEADER = `
  SELECT d.*, v.name AS vendor, w.name AS warehouse, u.name AS entered_by_name,
         (SELECT r.number FROM reversal x JOIN document r ON r.id = x.document_id WHERE x.reversed_id = d.id) AS reversed_by FROM document d LEFT JOIN vendor v ON v.id = d.vendor_id
  LEFT JOIN warehouse w ON w.id = d.warehouse_id JOIN user_account u ON u.id = d.entered_by`;

export async function viewDocument(manager: EntityManager, baseCurrency: string, id: string): Promise<DocumentView> {
  const [header] = (await manager.query(`${HEADER} WHERE d.id = ?`, [id])) as Row[];
  if (!header) throw new RequestError(404, 'Not found', 'There is no such document.');
  const kind = text(header.kind) as DocumentKind;
  const currency = text(header.currency);
  const rows: Row[] = await manager.query(LINES[kind], kind === 'bill' ? [id, id, id, id, id] : [id]);
  const lots = await readLotsOf({ manager, locking: false }, 'm.document_id = ?', [id]);
  const lines = rows.map((row) => ({
    line: row.line_no == null ? ('' as const) : `${text(row.line_document ?? id)}/${text(row.line_no)}`,
    ...lineOf(kind, row, currency, baseCurrency),
    lots: (lots.get(`${id}/${text(row.line_no)}`) ?? []).map(lotOf),
  }));
  // Goods of several orders come in one receipt, in the currency of each: they add up where it is the same for all.
  const currencies = new Set(lines.map((line) => line.currency));
  const [shown = currency] = currencies.size === 1 ? currencies : [currency];
  const total =
    currencies.size > 1 ? await valueIn(manager, id) : rows.reduce((sum, row) => sum + amountOf(kind, row, shown), 0n);
  return {
    id: text(header.id),
    kind,
    paper: await paperOf(manager, text(header.idempotency_key)),
    number: text(header.number),
    date: text(header.date),
    party: text(header.vendor ?? header.customer),
    vendor: header.vendor_id ?? null,
    reference: text(header.reference),
    facts: [
      ...factsOf(kind, header),
      ...(kind === 'receipt' ? (await asidesOf(manager, id)).map((value) => ({ name: 'Stands aside', value })) : []),
    ],
    currency: shown,
    amount: showAmount(total, shown),
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
            ${['bill_line', 'bill_charge', 'bill_expense', 'bill_tax', 'bill_disputed'].map((table) => `COALESCE((SELECT SUM(b.amount) FROM ${table} b WHERE b.document_id = d.id), 0)`).join(' + ')} AS billed,
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
  if (kind === 'order' || kind === 'order-change') return amountOfLine(row, currency);
  return big(row.amount);
}

const lotOf = ({ lot, quantity: part }: LotPart): Line['lots'][number] => ({ lot, quantity: formatQuantity(part) });

function lineOf(
  kind: DocumentKind,
  row: Row,
  documentCurrency: string,
  baseCurrency: string,
): Omit<Line, 'line' | 'lots'> {
  const currency = kind === 'receipt' ? text(row.currency) : documentCurrency;
  return {
    label: text(row.item_name),
    number: text(row.item_number),
    quantity: row.quantity == null ? null : showQuantity(row.quantity),
    unit: text(row.item_unit),
    price: row.price == null ? null : showPrice(row.price),
    amount: showAmount(amountOf(kind, row, currency), currency),
    currency,
    of: row.of_id == null ? null : { id: row.of_id, number: text(row.of_number) },
    note: [pricedFor(row), noteOf(kind, row, baseCurrency)].filter(Boolean).join(', '),
  };
}

/** A price of a pack is not for one. */
const pricedFor = (row: Row): string =>
  row.per == null || showQuantity(row.per) === '1' ? '' : `price for ${showQuantity(row.per)} ${text(row.item_unit)}`;

function noteOf(kind: DocumentKind, row: Row, baseCurrency: string): string {
  if (kind === 'order' || kind === 'order-change')
    return [
      row.due_day ? `due ${row.due_day}` : '',
      big(row.discount) > 0n ? `less ${showDiscount(row.discount)} %` : '',
    ]
      .filter(Boolean)
      .join(', ');
  if (kind === 'bill') {
    const difference = big(row.price_difference);
    const decided =
      difference === 0n ? '' : `${showAmount(difference, baseCurrency)} ${INTO[text(row.difference)] ?? ''}`;
    const ahead = { wait: 'billed ahead, paid when it is here', ahead: 'billed ahead' }[text(row.ahead)] ?? '';
    return [row.quantity == null ? text(row.difference) : '', decided, ahead, text(row.reason)]
      .filter(Boolean)
      .join(', ')
      .slice(0, 200);
  }
  if (kind === 'allocation') return `${text(row.kind)}, ${Number(row.by_hand) ? 'by hand' : `by ${text(row.basis)}`}`;
  return [
    text(row.purpose),
    text(row.where_name),
    row.corrected_because ? `at another price than ordered: ${text(row.corrected_because)}` : '',
  ]
    .filter(Boolean)
    .join(', ');
}

const REFERENCE: Readonly<Partial<Record<DocumentKind, string>>> = {
  bill: 'Vendor’s number',
  credit: 'Vendor’s number',
  return: 'Vendor’s return number',
  close: 'Period',
  open: 'Period',
  lock: 'Period',
};

const INTO: Readonly<Record<string, string>> = {
  cost: 'into cost',
  variance: 'to purchase price variance',
  credit: 'asked for as a credit',
};

function factsOf(kind: DocumentKind, header: Row): DocumentView['facts'] {
  const named: [string, string | null | undefined][] = [
    [REFERENCE[kind] ?? 'Packing slip', header.reference],
    ['Reversed by', header.reversed_by],
    ['Transport', header.transport],
    ['Warehouse', header.warehouse],
    ['Due', header.due_day],
    ['Note', header.note],
  ];
  return named.flatMap(([name, value]) => (value ? [{ name, value }] : []));
}

async function paperOf(manager: EntityManager, key: string): Promise<string | null> {
  const [row] = (await manager.query('SELECT id FROM incoming_paper WHERE id = ? AND content IS NOT NULL', [
    key,
  ])) as Row[];
  return row?.id ?? null;
}

async function valueIn(manager: EntityManager, id: string): Promise<bigint> {
  const [row] = (await manager.query(
    'SELECT COALESCE(SUM(amount), 0) AS value FROM value_change WHERE document_id = ? AND line_document_id = ?',
    [id, id],
  )) as Row[];
  return big(row?.value);
}

async function entriesOf(manager: EntityManager, id: string, currency: string): Promise<DocumentView['entries']> {
  const rows: Row[] = await manager.query(
    `SELECT k.number, e.date, l.entry_no, ${JOURNAL_COLUMNS} FROM entry e JOIN ledger_link k ON k.document_id = e.document_id AND k.entry_no = e.entry_no
     LEFT JOIN journal_line l ON l.document_id = e.document_id AND l.entry_no = e.entry_no
     LEFT JOIN item i ON i.id = l.item_id LEFT JOIN vendor v ON v.id = l.vendor_id WHERE e.document_id = ? ORDER BY e.entry_no, l.line_no`,
    [id],
  );
  return [...groupBy(rows, (row) => text(row.number)).values()].map((lines) => ({
    date: text(lines[0]?.date),
    number: text(lines[0]?.number),
    lines: journalLines(lines, currency),
  }));
}

/** What a journal's lines are read by: `l` with its item `i` and vendor `v`. */
export const JOURNAL_COLUMNS =
  'l.account, l.amount, l.of_values, l.expense, l.department, l.location, l.project, i.name AS item, v.name AS vendor';

/** The lines of an entry as users read them: what the document's figures and what values made, summed. */
export function journalLines(rows: readonly Row[], currency: string): DocumentView['entries'][number]['lines'] {
  const lines = rows.flatMap((row): EntryLine[] => {
    if (row.account == null) return [];
    const { item, vendor, expense, department, location, project } = row;
    const about = { item, vendor, expense, department, location, project };
    const said = Object.fromEntries(Object.entries(about).filter(([, value]) => value != null));
    return [
      { account: row.account as AccountKey, amount: base(big(row.amount)), ofValues: isTrue(row.of_values), ...said },
    ];
  });
  return entryLines({ date: '', lines }, currency);
}
