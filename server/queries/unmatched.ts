import type { EntityManager } from 'typeorm';
import type { Unmatched } from '@obolus/contract/views/bench';
import { documentOf, type LineId } from '@obolus/core/costing/pool';
import { formatQuantity, quantity, type Quantity, sumOf } from '@obolus/core/exact/amounts';
import { daysBetween } from '@obolus/core/exact/calendar';
import { awaitingCredit, unbilledAt } from '@obolus/core/periods/remeasure';
import { aheadLeft } from '@obolus/core/periods/accruals';
import { unbilledOf } from '@obolus/core/state/billedAmounts';
import { readCreditable } from '../storage/load/creditable.ts';
import { readOrderLines } from '../storage/load/orderLines.ts';
import { readReceiptLines } from '../storage/load/receiptLines.ts';
import { idOf, stands } from '../storage/load/rows.ts';
import { type Row, showAmount, text } from './figures.ts';
import { BILLED } from './openOfOrder.ts';

type Kind = Unmatched['rows'][number]['kind'];

interface Line {
  readonly of: LineId;
  readonly kind: Kind;
  readonly quantity: Quantity;
  /** In base currency. */
  readonly amount: bigint;
}

/** A line and what is known of it. */
export type UnmatchedLine = Line & ReturnType<typeof aboutLine>;

const AT_ONCE = 400;
const LAST_DAY = '9999-12-31';

/**
 * What goods received not invoiced is made of, line by line, worked out by the core from the documents that stand: what came and is not billed, what is billed
 * and did not come, what went back and is not credited. With what period ends measured anew it is the account, to the cent.
 */
export async function listUnmatched(manager: EntityManager, currency: string, today: string): Promise<Unmatched> {
  const lines = await readUnmatched(manager, today);
  const balances: Row[] = await manager.query(
    `SELECT COALESCE(SUM(j.amount), 0) AS account, COALESCE(SUM(IF(d.kind IN ('close', 'open') OR r.kind IN ('close', 'open'), j.amount, 0)), 0) AS measured
     FROM journal_line j JOIN document d ON d.id = j.document_id LEFT JOIN reversal x ON x.document_id = d.id LEFT JOIN document r ON r.id = x.reversed_id WHERE j.account = 'grni'`,
  );
  const measured = BigInt(balances[0]?.measured ?? 0);
  return {
    asOf: today,
    rows: lines
      .map(({ of: _of, amount, quantity: open, ...line }) => ({
        ...line,
        quantity: formatQuantity(open),
        amount: showAmount(amount, currency),
      }))
      .sort((a, b) => b.days - a.days),
    measured: showAmount(measured, currency),
    sum: showAmount(
      lines.reduce((sum, { amount }) => sum + amount, measured),
      currency,
    ),
    account: showAmount(balances[0]?.account, currency),
  };
}

export async function readUnmatched(manager: EntityManager, today: string): Promise<UnmatchedLine[]> {
  const lines = [...(await received(manager)), ...(await billedAhead(manager)), ...(await returned(manager))].filter(
    ({ amount }) => amount !== 0n,
  );
  const about = await readAbout(manager, [...new Set(lines.map(({ of }) => documentOf(of)))]);
  return lines.flatMap((line) => {
    const row = about.get(line.of);
    return row ? [{ ...line, ...aboutLine(row, today) }] : [];
  });
}

async function received(manager: EntityManager): Promise<Line[]> {
  const open = await manager.query<Row[]>(
    `SELECT l.document_id, l.line_no FROM receipt_line l WHERE ${BILLED} < l.quantity AND ${stands('l.document_id')} ORDER BY l.document_id, l.line_no`,
  );
  const lines = await inParts(open, (some) => readReceiptLines({ manager, locking: false }, some));
  return lines.map((line) => ({
    kind: 'received',
    of: line.id,
    quantity: unbilledOf(line),
    amount: unbilledAt(line, LAST_DAY).base,
  }));
}

async function billedAhead(manager: EntityManager): Promise<Line[]> {
  const open = await manager.query<Row[]>(
    `SELECT DISTINCT b.order_id AS document_id, b.order_line_no AS line_no FROM bill_line b WHERE b.order_id IS NOT NULL AND b.done = 0 AND ${stands('b.document_id')}
     UNION SELECT r.order_id, r.order_line_no FROM return_line t JOIN receipt_line r ON r.document_id = t.receipt_id AND r.line_no = t.receipt_line_no
     WHERE t.replaces = 1 AND t.billed > 0 AND ${stands('t.document_id')}`,
  );
  const lines = await inParts(open, (some) => readOrderLines({ manager, locking: false }, some));
  return lines.flatMap((line) =>
    line.aheads.map((ahead) => ({
      kind: 'billed' as const,
      of: ahead.line,
      amount: aheadLeft(ahead),
      quantity: quantity(ahead.quantity - sumOf(ahead.taken)),
    })),
  );
}

async function returned(manager: EntityManager): Promise<Line[]> {
  const open = await manager.query<Row[]>(
    `SELECT l.document_id, l.line_no FROM return_line l WHERE l.replaces = 0 AND l.billed > 0 AND ${stands('l.document_id')}
     AND l.billed > (SELECT COALESCE(SUM(c.quantity), 0) FROM credit_line c WHERE c.of_id = l.document_id AND c.of_line_no = l.line_no AND ${stands('c.document_id')})`,
  );
  const lines = await inParts(open, (some) => readCreditable({ manager, locking: false }, some));
  return lines.map((line) => ({
    kind: 'returned' as const,
    of: line.id,
    amount: awaitingCredit(line, LAST_DAY).base,
    quantity: quantity(line.quantity - sumOf(line.credits)),
  }));
}

/** Reads lines some hundred at a time. */
async function inParts<Found>(
  rows: readonly Row[],
  read: (lines: readonly LineId[]) => Promise<Found[]>,
): Promise<Found[]> {
  const lines = rows.map((row) => idOf(row));
  const found: Found[] = [];
  for (let at = 0; at < lines.length; at += AT_ONCE) found.push(...(await read(lines.slice(at, at + AT_ONCE))));
  return found;
}

async function readAbout(manager: EntityManager, documents: readonly string[]): Promise<ReadonlyMap<string, Row>> {
  if (documents.length === 0) return new Map();
  const header = 'd.id AS document_id, l.line_no, d.number, d.reference, d.date, d.vendor_id, v.name AS vendor';
  const of = 'JOIN document d ON d.id = l.document_id JOIN vendor v ON v.id = d.vendor_id';
  const rows: Row[] = await manager.query(
    `SELECT ${header}, COALESCE(i.name, l.expense) AS label, COALESCE(i.unit, '') AS unit FROM receipt_line l ${of} LEFT JOIN item i ON i.id = l.item_id WHERE l.document_id IN (?)
     UNION ALL SELECT ${header}, COALESCE(i.name, o.expense), COALESCE(i.unit, '') FROM bill_line l ${of} JOIN ordered_line o ON o.document_id = l.order_id AND o.line_no = l.order_line_no
       LEFT JOIN item i ON i.id = o.item_id WHERE l.document_id IN (?)
     UNION ALL SELECT ${header}, i.name, i.unit FROM return_line l ${of} JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no
       JOIN item i ON i.id = r.item_id WHERE l.document_id IN (?)`,
    [documents, documents, documents],
  );
  return new Map(rows.map((row) => [idOf(row), row]));
}

const aboutLine = (row: Row, today: string) => ({
  vendor: { id: text(row.vendor_id), name: text(row.vendor) },
  document: {
    id: text(row.document_id),
    number: text(row.number),
    reference: text(row.reference),
    date: text(row.date),
  },
  label: text(row.label),
  unit: text(row.unit),
  days: daysBetween(text(row.date), today),
});
