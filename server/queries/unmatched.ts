import type { EntityManager } from 'typeorm';
import type { Unmatched } from '@obolus/contract/views/bench';
import type { LineId } from '@obolus/core/costing/pool';
import { formatQuantity, type Quantity } from '@obolus/core/exact/amounts';
import { daysBetween } from '@obolus/core/exact/calendar';
import type { OpenKind } from '@obolus/core/openItems/openItem';
import { balancesOn } from '../sums/balances.ts';
import { idOf, quantityOf } from '../storage/load/rows.ts';
import { big, type Row, showAmount, text } from './figures.ts';
import { remeasuredOf } from './remeasured.ts';

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

/**
 * What goods received not invoiced is made of, line by line: what came and is not billed, what is billed
 * and did not come, what went back and is not credited. With what period ends measured anew it is its three accounts, to the cent.
 */
export async function listUnmatched(manager: EntityManager, currency: string, today: string): Promise<Unmatched> {
  const lines = await readUnmatched(manager, today);
  const measuredAnew = await Promise.all(ACCOUNTS.map((account) => remeasuredOf(manager, account, LAST_DAY)));
  const measured = measuredAnew.reduce((sum, amount) => sum + amount, 0n);
  const account = (await balancesOn(manager, LAST_DAY))
    .filter((row) => ACCOUNTS.some((account) => account === row.account))
    .reduce((sum, row) => sum + big(row.balance), 0n);
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
    account: showAmount(account, currency),
  };
}

/** What came and is not billed, what is billed and is not here, what went back and is not credited. */
const ACCOUNTS = ['grni', 'billed-ahead', 'returns-to-credit'] as const;

const LAST_DAY = '9999-12-31';

/** How each way of being open stands in the account: what came and is not billed is owed. */
const KINDS: Partial<Record<OpenKind, { kind: Kind; sign: bigint }>> = {
  'to-bill': { kind: 'received', sign: -1n },
  'billed-ahead': { kind: 'billed', sign: 1n },
  'to-credit': { kind: 'returned', sign: 1n },
};

export async function readUnmatched(manager: EntityManager, today: string): Promise<UnmatchedLine[]> {
  const rows: Row[] = await manager.query(
    'SELECT x.* FROM open_item x WHERE x.kind IN (?) AND x.is_open = 1 AND x.base_amount <> 0 ORDER BY FIELD(x.kind, ?), x.line_document_id, x.line_no',
    [Object.keys(KINDS), Object.keys(KINDS)],
  );
  const about = await readAbout(manager, [...new Set(rows.map((row) => text(row.line_document_id)))]);
  return rows.flatMap((row) => {
    const of = idOf(row, 'line_document_id');
    const [found, stands] = [about.get(of), KINDS[row.kind as OpenKind]];
    if (!found || !stands) return [];
    const { kind, sign } = stands;
    return [
      { of, kind, quantity: quantityOf(row.quantity), amount: sign * big(row.base_amount), ...aboutLine(found, today) },
    ];
  });
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
