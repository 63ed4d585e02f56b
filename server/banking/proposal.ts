import type { EntityManager } from 'typeorm';
import type { Proposal, ProposedItem } from '@obolus/contract/views/paying';
import { DUE_PARTS, NEXT_DUE } from '../queries/dueParts.ts';
import { HELD_BY_HAND } from '../queries/heldByHand.ts';
import { isOpen } from '../queries/openOfOrder.ts';
import { big, type Row, text } from '../queries/figures.ts';
import { ASKED_PAYEE, ASKS_PAYEE, paidToOf } from '../queries/paidTo.ts';
import { payableOf, WAITS_FOR } from '../queries/payables.ts';
import { baseCurrency } from '../setUp/baseCurrency.ts';
import { stands } from '../storage/load/rows.ts';
import { upTo } from '../storage/upTo.ts';
import { UNANSWERED } from '../storage/approvalRequests.ts';
import { doubtsOf } from '../queries/paidTwice.ts';

const MOST = 10_000;

/** SQL: the number of a run that asks for document `d` and waits to be released. */
const RUN_OF = `(SELECT MIN(r.number) FROM run_bill b JOIN document r ON r.id = b.document_id WHERE b.of_id = d.id AND ${stands('r.id')} AND NOT EXISTS (SELECT 1 FROM approval a WHERE a.run_id = r.id))`;

/** SQL: when the bank account of vendor `v` became what it is, if that was after it was paid last. */
export const ACCOUNT_SINCE = `(SELECT DATE(c.changed_at) FROM set_up_change c WHERE c.what = 'vendors' AND c.which_id = v.id AND c.field IN ('bank_account', 'bank_code', 'payee')
  AND DATE(c.changed_at) >= COALESCE((SELECT MAX(p.date) FROM document p WHERE p.vendor_id = v.id AND p.kind IN ('payment', 'prepayment')), '0001-01-01') ORDER BY c.id DESC LIMIT 1)`;

/** Everything that is open with all vendors, and why it is not paid with a run where it is not. */
export async function readProposal(manager: EntityManager): Promise<Proposal> {
  const base = await baseCurrency(manager);
  const changing = new Set(
    (
      (await manager.query(
        `SELECT SUBSTRING_INDEX(SUBSTRING_INDEX(q.subject_id, '/', 2), '/', -1) AS id FROM approval_request q WHERE q.subject = 'set-up' AND q.subject_id LIKE 'vendors/%/bank_account' AND ${UNANSWERED('q')}`,
      )) as Row[]
    ).map((row) => text(row.id)),
  );
  const found: Row[] = await manager.query(
    `SELECT d.id, d.kind, d.number, d.reference, d.date, ${NEXT_DUE} AS due_day, ${DUE_PARTS}, d.currency, d.discount_day, d.discount, x.amount AS open, x.base_amount AS base, x.vendor_id, ${WAITS_FOR} AS waits, ${HELD_BY_HAND} AS held_because, ${ASKED_PAYEE}, COALESCE(${RUN_OF}, '') AS run
     FROM open_item x JOIN document d ON d.id = x.line_document_id ${ASKS_PAYEE} WHERE ${isOpen('to-pay')} ORDER BY x.vendor_id, COALESCE(${NEXT_DUE}, d.date), d.id LIMIT ${MOST + 1}`,
  );
  const { rows, more } = upTo(MOST, found);
  const ids = [...new Set(rows.map((row) => text(row.vendor_id)))];
  const vendors: Row[] =
    ids.length === 0
      ? []
      : await manager.query(
          `SELECT v.id, v.name, v.hold, v.bank_account, v.payee, ${ACCOUNT_SINCE} AS since FROM vendor v WHERE v.id IN (?) ORDER BY v.name, v.id`,
          [ids],
        );
  const vendorOf = new Map(vendors.map((row) => [text(row.id), row]));
  const doubts = await doubtsOf(
    manager,
    rows.map((row) => text(row.id)),
  );
  const ownOf = (row: Row) => text(vendorOf.get(text(row.vendor_id))?.bank_account);
  const heldOf = (row: Row): ProposedItem['held'] => {
    const vendor = vendorOf.get(text(row.vendor_id));
    const to = paidToOf(row, ownOf(row));
    if (text(vendor?.hold) !== '') return 'vendor-on-hold';
    if (text(row.held_because) !== '') return 'held-by-hand';
    if (big(row.waits) > 0n) return 'waits-for-goods';
    if (to && !to.isConfirmed) return 'payee-unconfirmed';
    if (ownOf(row) === '' && !to?.account) return 'no-bank-account';
    if (changing.has(text(row.vendor_id))) return 'account-changing';
    return text(row.run) === '' ? '' : 'in-a-run';
  };
  return {
    vendors: vendors.map((row) => ({
      id: text(row.id),
      name: text(row.name),
      payee: text(row.payee),
      accountSince: text(row.since),
    })),
    items: rows.map((row) => ({
      ...payableOf(row, base, ownOf(row)),
      vendor: text(row.vendor_id),
      held: heldOf(row),
      run: text(row.run),
      doubt: doubts.get(text(row.id)) ?? null,
    })),
    more,
  };
}
