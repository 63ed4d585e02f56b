import type { EntityManager } from 'typeorm';
import type { QueryOf } from '@obolus/contract/endpoint';
import type { api } from '@obolus/contract/api';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';
import type { VendorAccount } from '@obolus/contract/views/payables';
import { RequestError } from '../asking/failures.ts';
import { isTrue, stands } from '../storage/load/rows.ts';
import { upTo } from '../storage/upTo.ts';
import { big, type Row, showAmount, text } from './figures.ts';

const MOST = 2000;
const FIRST_DAY = '1900-01-01';
const LAST_DAY = '9999-12-31';

/**
 * What period ends made of what is owed to vendors, and what was taken back of it when the next period opened or one of them was reversed: as
 * documents `m`, more owed positive.
 */
const MEASURED = `(SELECT p.document_id, p.vendor_id, p.currency, p.account, -p.amount AS amount FROM period_measured p
  UNION ALL SELECT o.document_id, p.vendor_id, p.currency, p.account, p.amount FROM period_measured p JOIN period_opening o ON o.closing_id = p.document_id
  UNION ALL SELECT r.document_id, p.vendor_id, p.currency, p.account, p.amount FROM period_measured p JOIN reversal r ON r.reversed_id = p.document_id
  UNION ALL SELECT r.document_id, p.vendor_id, p.currency, p.account, -p.amount FROM period_measured p JOIN period_opening o ON o.closing_id = p.document_id JOIN reversal r ON r.reversed_id = o.document_id)`;

/** Changes `x` of what is owed, by document `d`, on what document `o` asks for. */
const CHANGES = `open_change x JOIN document d ON d.id = x.document_id JOIN document o ON o.id = x.line_document_id`;

/**
 * A vendor's account in one of its currencies. It is made of the changes of what is open to pay: its last balance is what is owed then, and the accounts of
 * all vendors together are the ageing of that day. What period ends measured anew changes nothing of what is owed, but what it stands at in the books.
 */
export async function readVendorAccount(
  manager: EntityManager,
  id: string,
  base: string,
  asked: QueryOf<typeof api.vendorAccount>,
): Promise<VendorAccount> {
  const [vendor] = (await manager.query('SELECT id, number, name, currency FROM vendor WHERE id = ?', [id])) as Row[];
  if (!vendor) throw new RequestError(404, 'problem.no_such_entry', { what: { word: 'register.vendors_one' } });
  const used: Row[] = await manager.query(
    `SELECT DISTINCT o.currency FROM ${CHANGES} WHERE x.kind = 'to-pay' AND o.vendor_id = ? ORDER BY o.currency`,
    [id],
  );
  const currencies = used.map((row) => text(row.currency));
  const own = text(vendor.currency);
  const currency = asked.currency ?? (currencies.includes(own) ? own : (currencies[0] ?? own));
  const [from, to] = [asked.from ?? FIRST_DAY, asked.to ?? LAST_DAY];
  const its = "x.kind = 'to-pay' AND o.vendor_id = ? AND o.currency = ?";
  const measured = `${MEASURED} m JOIN document d ON d.id = m.document_id WHERE m.account = 'payables' AND m.vendor_id = ? AND m.currency = ?`;
  const [before] = (await manager.query(
    `SELECT COALESCE(SUM(y.amount), 0) AS amount, COALESCE(SUM(y.base), 0) AS base FROM
       (SELECT x.amount, x.base_amount AS base FROM ${CHANGES} WHERE ${its} AND d.date < ? UNION ALL SELECT 0, m.amount FROM ${measured} AND d.date < ?) y`,
    [id, currency, from, id, currency, from],
  )) as Row[];
  const found: Row[] = await manager.query(
    `SELECT d.id, d.kind, d.number, d.date, d.reference, SUM(x.amount) AS amount, SUM(x.base_amount) AS base, 0 AS is_measured,
       GROUP_CONCAT(DISTINCT IF(o.id = d.id, NULL, COALESCE(NULLIF(o.reference, ''), o.number)) ORDER BY o.id SEPARATOR ', ') AS settles
     FROM ${CHANGES} WHERE ${its} AND d.date BETWEEN ? AND ? GROUP BY d.id, d.kind, d.number, d.date, d.reference HAVING amount <> 0 OR base <> 0
     UNION ALL SELECT d.id, d.kind, d.number, d.date, d.reference, 0, SUM(m.amount), 1, '' FROM ${measured} AND d.date BETWEEN ? AND ? GROUP BY d.id, d.kind, d.number, d.date, d.reference
     ORDER BY date, id LIMIT ${MOST + 1}`,
    [id, currency, from, to, id, currency, from, to],
  );
  const { rows, more } = upTo(MOST, found);
  const show = (amount: bigint) => showAmount(amount, currency);
  const opening = { amount: big(before?.amount), base: big(before?.base) };
  let balance = { ...opening };
  const sides = { debit: 0n, credit: 0n };
  const lines = rows.map((row) => {
    const [amount, inBase] = [big(row.amount), big(row.base)];
    balance = { amount: balance.amount + amount, base: balance.base + inBase };
    if (amount < 0n) sides.debit -= amount;
    else sides.credit += amount;
    return {
      document: { id: text(row.id), kind: text(row.kind) as DocumentKind, number: text(row.number) },
      date: text(row.date),
      reference: text(row.reference),
      settles: text(row.settles).slice(0, 400),
      measured: isTrue(row.is_measured),
      debit: amount < 0n ? show(-amount) : ('' as const),
      credit: amount > 0n ? show(amount) : ('' as const),
      balance: show(balance.amount),
      base: showAmount(inBase, base),
    };
  });
  return {
    vendor: { id, number: text(vendor.number), name: text(vendor.name) },
    currencies,
    currency,
    opening: { amount: show(opening.amount), base: showAmount(opening.base, base) },
    rows: lines,
    debit: show(sides.debit),
    credit: show(sides.credit),
    closing: { amount: show(balance.amount), base: showAmount(balance.base, base) },
    statements: await readStatementsKept(manager, id, currency),
    more,
  };
}

const STATEMENTS = 5;

/** The vendor's latest statements that were kept, and stand. */
async function readStatementsKept(
  manager: EntityManager,
  vendor: string,
  currency: string,
): Promise<VendorAccount['statements']> {
  const rows: Row[] = await manager.query(
    `SELECT d.id, d.number, d.reference, d.date, s.closing, s.own_closing, s.agreed, u.name,
       (SELECT COUNT(*) FROM vendor_statement_line l WHERE l.document_id = d.id AND l.found <> 'agreed') AS differing
     FROM vendor_statement s JOIN document d ON d.id = s.document_id JOIN user_account u ON u.id = d.entered_by
     WHERE d.vendor_id = ? AND d.currency = ? AND ${stands('d.id')} ORDER BY d.date DESC, d.id DESC LIMIT ${STATEMENTS}`,
    [vendor, currency],
  );
  return rows.map((row) => ({
    document: { id: text(row.id), number: text(row.number) },
    reference: text(row.reference),
    date: text(row.date),
    theirs: showAmount(row.closing, currency),
    ours: showAmount(row.own_closing, currency),
    agreed: showAmount(row.agreed, currency),
    differing: Number(row.differing),
    by: text(row.name),
  }));
}
