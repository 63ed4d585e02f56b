import type { EntityManager } from 'typeorm';
import type { CreditableView } from '@obolus/contract/views/bench';
import type { api } from '@obolus/contract/api';
import type { ReplyOf } from '@obolus/contract/endpoint';
import {
  documentAmount,
  formatPrice,
  formatQuantity,
  price,
  PRICE_PLACES,
  quantity,
  sumOf,
} from '@obolus/core/exact/amounts';
import { addDays } from '@obolus/core/exact/calendar';
import { decimalsOf } from '@obolus/core/exact/currencies';
import { divideRounded, powerOfTen } from '@obolus/core/exact/rounding';
import type { CreditableLine } from '@obolus/core/state/owed';
import { groupBy } from '../storage/groupBy.ts';
import { readCreditable } from '../storage/load/creditable.ts';
import { idOf, stands } from '../storage/load/rows.ts';
import { type Row, showAmount, text } from '../queries/figures.ts';
import { upTo } from '../storage/upTo.ts';

const MOST = 500;
/** Bills so many days old may still get a rebate. */
const REBATE_DAYS = 400;

/** What a credit memo may be for, the oldest first. */
export async function listCreditable(
  manager: EntityManager,
  asked: Asked,
  today: string,
): Promise<ReplyOf<typeof api.creditable>> {
  const { open, more } = await readOpenCredits(manager, asked, today);
  const rows = open.map(({ line, said }) => viewOf(line, said));
  return {
    more,
    rows: rows.sort((a, b) =>
      a.document.date < b.document.date ? -1 : a.document.date > b.document.date ? 1 : a.line < b.line ? -1 : 1,
    ),
  };
}

interface Asked {
  readonly vendor?: string | undefined;
  readonly all: boolean;
}

/**
 * Of a vendor, or of all: goods that went back, credits that were asked for, what was not accepted; and, where `all` is asked, lines and charges of its bills
 * that a credit memo may make cheaper.
 */
export async function readOpenCredits(
  manager: EntityManager,
  { vendor, all }: Asked,
  today: string,
): Promise<{ open: { line: CreditableLine; said: Row }[]; more: boolean }> {
  let more = false;
  const found: Row[] = await manager.query(
    "SELECT x.line_document_id AS document_id, x.line_no FROM open_item x WHERE x.kind IN ('to-credit', 'claim') AND x.is_open = 1 AND (? IS NULL OR x.vendor_id = ?)",
    [vendor ?? null, vendor ?? null],
  );
  if (all) {
    const since = addDays(today, -REBATE_DAYS);
    const bills = `JOIN document d ON d.id = l.document_id WHERE (? IS NULL OR d.vendor_id = ?) AND d.kind = 'bill' AND d.date >= ? AND ${stands('d.id')} ORDER BY l.document_id DESC LIMIT ${MOST + 1}`;
    for (const from of ['bill_line l', 'bill_charge l']) {
      const parameters = [vendor ?? null, vendor ?? null, since];
      const some = upTo<Row>(
        MOST,
        await manager.query(`SELECT l.document_id, l.line_no FROM ${from} ${bills}`, parameters),
      );
      more ||= some.more;
      found.push(...some.rows);
    }
  }
  const lines = [...new Set(found.map((row) => idOf(row)))];
  const known = await readCreditable({ manager, locking: false }, lines);
  const about = await readAbout(manager, [...new Set(lines.map((line) => line.split('/')[0] ?? ''))]);
  const open = known.flatMap((line) => {
    const said = about.get(line.id);
    return said ? [{ line, said }] : [];
  });
  return { open, more };
}

/** What each line of some documents is called. */
async function readAbout(manager: EntityManager, documents: readonly string[]): Promise<ReadonlyMap<string, Row>> {
  if (documents.length === 0) return new Map();
  const note = (what: string) =>
    `(SELECT n.${what} FROM document_note n WHERE n.document_id = d.id ORDER BY n.written_at DESC, n.id LIMIT 1)`;
  const header = `d.id AS document_id, d.number, d.reference, d.date, d.vendor_id, v.name AS vendor, ${note('text')} AS noted, ${note('written_at')} AS noted_at`;
  const of = 'JOIN document d ON d.id = l.document_id JOIN vendor v ON v.id = d.vendor_id';
  const rows: Row[] = await manager.query(
    `SELECT ${header}, l.line_no, i.name AS label, i.unit, i.id AS item_id FROM return_line l ${of} JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no JOIN item i ON i.id = r.item_id WHERE l.document_id IN (?)
     UNION ALL SELECT ${header}, l.line_no, COALESCE(i.name, r.expense, o.expense), COALESCE(i.unit, ''), i.id FROM bill_line l ${of}
       LEFT JOIN receipt_line r ON r.document_id = l.receipt_id AND r.line_no = l.receipt_line_no LEFT JOIN ordered_line o ON o.document_id = l.order_id AND o.line_no = l.order_line_no
       LEFT JOIN item i ON i.id = COALESCE(r.item_id, o.item_id) WHERE l.document_id IN (?)
     UNION ALL SELECT ${header}, l.line_no, l.kind, '', NULL FROM bill_charge l ${of} WHERE l.document_id IN (?)
     UNION ALL SELECT ${header}, l.line_no, l.said, '', NULL FROM bill_disputed l ${of} WHERE l.document_id IN (?)
     UNION ALL SELECT ${header}, l.line_no, l.said, '', NULL FROM vendor_claim_line l ${of} WHERE l.document_id IN (?)`,
    [documents, documents, documents, documents, documents],
  );
  return new Map(
    [...groupBy(rows, (row) => idOf(row))].flatMap(([line, [row]]) => (row ? [[line, row] as const] : [])),
  );
}

function viewOf(line: CreditableLine, said: Row): CreditableView {
  const { currency } = line;
  const taken = (figure: 'amount' | 'expected'): bigint =>
    line.credits.reduce((sum, credit) => sum + credit[figure], 0n);
  const left = quantity(line.quantity - sumOf(line.credits));
  const isReturn = line.kind === 'return';
  return {
    line: line.id,
    kind: line.kind,
    label: text(said.label),
    item: said.item_id == null ? null : text(said.item_id),
    unit: text(said.unit),
    currency,
    document: {
      id: text(said.document_id),
      number: text(said.number),
      reference: text(said.reference),
      date: text(said.date),
    },
    lastNote: said.noted == null ? null : { text: text(said.noted), at: text(said.noted_at) },
    vendor: { id: text(said.vendor_id), name: text(said.vendor) },
    quantity: isReturn ? formatQuantity(left) : null,
    // What was paid for it, as a price counts it.
    price:
      isReturn && line.quantity > 0n
        ? formatPrice(
            price(
              divideRounded(
                line.amount * line.per * powerOfTen(PRICE_PLACES),
                line.quantity * powerOfTen(decimalsOf(currency)),
              ),
            ),
          )
        : null,
    amount: showAmount(line.amount - taken('amount'), currency),
    expected: showAmount(documentAmount(line.expected.amount - taken('expected')), currency),
  };
}
