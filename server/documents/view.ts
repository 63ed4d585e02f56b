import type { EntityManager } from 'typeorm';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import type { DocumentView } from '@obolus/contract/views/documents';
import type { LotPart } from '@obolus/core/costing/pool';
import { formatQuantity, formatRate, rate } from '@obolus/core/exact/amounts';
import { RequestError } from '../asking/failures.ts';
import { readLotsOf } from '../storage/load/movements.ts';
import { groupBy } from '../storage/groupBy.ts';
import { big, type Row, showAmount, showPrice, showQuantity, text } from '../queries/figures.ts';
import { trailOf } from '../queries/trail.ts';
import { JOURNAL_COLUMNS, journalLines } from '../queries/entries.ts';
import { readNotes } from './notes.ts';
import { commandOf, TRAIL_STAGES } from './registry.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { type Message, message, type MessageId } from '@obolus/messages/message';
import type { Shown } from '@obolus/contract/message';
import { inWords } from '../asking/inWords.ts';

type Line = DocumentView['lines'][number];
const HEADER = `
  SELECT d.*, v.name AS vendor, w.name AS warehouse, u.name AS entered_by_name,
         (SELECT r.number FROM reversal x JOIN document r ON r.id = x.document_id WHERE x.reversed_id = d.id) AS reversed_by FROM document d LEFT JOIN vendor v ON v.id = d.vendor_id
  LEFT JOIN warehouse w ON w.id = d.warehouse_id JOIN user_account u ON u.id = d.entered_by`;

export async function viewDocument(manager: EntityManager, baseCurrency: string, id: string): Promise<DocumentView> {
  const [header] = (await manager.query(`${HEADER} WHERE d.id = ?`, [id])) as Row[];
  if (!header) throw new RequestError(404, 'problem.no_such_document');
  const kind = text(header.kind) as DocumentKind;
  const currency = text(header.currency);
  const command = commandOf(kind);
  const asked = command.lines.split('?').length - 1;
  const rows: Row[] = await manager.query(command.lines, Array<string>(asked).fill(id));
  const lots = await readLotsOf({ manager, locking: false }, 'm.document_id = ?', [id]);
  const moved = await movedIn(manager, id);
  const lines = rows.map((row) => ({
    line: row.line_no == null ? ('' as const) : `${text(row.line_document ?? id)}/${text(row.line_no)}`,
    ...lineOf(command, row, currency, baseCurrency),
    lots: (lots.get(`${id}/${text(row.line_no)}`) ?? []).map(lotOf),
    moved: moved.has(text(row.line_no)),
  }));
  // Goods of several orders come in one receipt, in the currency of each: they add up where it is the same for all.
  const currencies = new Set(lines.map((line) => line.currency));
  const [shown = currency] = currencies.size === 1 ? currencies : [currency];
  const total =
    currencies.size > 1
      ? await valueIn(manager, id)
      : rows.reduce((sum, row) => sum + amountOf(command, row, shown), 0n);
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
      ...factsOf(command.reference ?? 'document.packing_slip', header),
      ...((await command.facts?.(manager, id)) ?? []),
    ],
    papers: [...((await command.papers?.(manager, id)) ?? [])],
    currency: shown,
    amount: showAmount(total, shown),
    rate: currency === baseCurrency ? null : formatRate(rate(big(header.rate))),
    lines,
    entries: await entriesOf(manager, id, baseCurrency),
    trail: await trailOf(manager, baseCurrency, id, { here: command.trail, stages: TRAIL_STAGES }),
    enteredBy: text(header.entered_by_name),
    enteredAt: text(header.entered_at),
    notes: await readNotes(manager, id),
  };
}

/** The lines of a document with which goods moved. */
async function movedIn(manager: EntityManager, id: string): Promise<ReadonlySet<string>> {
  const rows: Row[] = await manager.query('SELECT line_no FROM movement WHERE document_id = ?', [id]);
  return new Set(rows.map((row) => text(row.line_no)));
}

const lotOf = ({ lot, quantity: part }: LotPart): Line['lots'][number] => ({ lot, quantity: formatQuantity(part) });

function lineOf(
  command: Showing,
  row: Row,
  documentCurrency: string,
  baseCurrency: string,
): Omit<Line, 'line' | 'lots' | 'moved'> {
  // Goods of several orders come in one receipt: each line has the currency of its own.
  const currency = text(row.currency ?? documentCurrency);
  return {
    label: command.labelOf?.(row) ?? text(row.item_name),
    number: text(row.item_number),
    quantity: row.quantity == null ? null : showQuantity(row.quantity),
    unit: text(row.item_unit),
    price: row.price == null ? null : showPrice(row.price),
    amount: showAmount(amountOf(command, row, currency), currency),
    currency,
    of: row.of_id == null ? null : { id: row.of_id, number: text(row.of_number) },
    note: [...pricedFor(row), ...(command.noteOf?.(row, baseCurrency) ?? movedBy(row))],
  };
}

/** A price of a pack is not for one. */
const pricedFor = (row: Row): Message[] =>
  row.per == null || showQuantity(row.per) === '1'
    ? []
    : [message('document.price_for', { quantity: { figure: showQuantity(row.per) }, unit: text(row.item_unit) })];

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

/** How a kind shows itself. */
type Showing = Pick<DocumentCommand<never>, 'amountOf' | 'noteOf' | 'labelOf'>;

const amountOf = (command: Showing, row: Row, currency: string): bigint =>
  command.amountOf?.(row, currency) ?? big(row.amount);

const movedBy = (row: Row): Shown[] => [
  ...(row.purpose ? [inWords('purpose', text(row.purpose))] : []),
  ...(row.where_name ? [text(row.where_name)] : []),
];

function factsOf(reference: MessageId, header: Row): DocumentView['facts'] {
  const named: [MessageId, Shown | null | undefined][] = [
    [reference, header.reference],
    ['document.reversed_by', header.reversed_by],
    ['document.warehouse', header.warehouse],
    ['document.due', header.due_day && message('document.day', { day: { day: header.due_day } })],
    ['document.note', header.note],
  ];
  return named.flatMap(([name, value]) => (value ? [{ name: message(name), value }] : []));
}
