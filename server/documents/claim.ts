import { formatAmount } from '@obolus/core/exact/amounts';
import { message } from '@obolus/messages/message';
import { type Row, text } from '../queries/figures.ts';
import { loadPayables } from '../storage/load/payables.ts';
import { loadRates } from '../storage/load/setUp.ts';
import { keyOf } from '../storage/lineColumns.ts';
import { facts } from '../storage/tables.ts';
import type { DocumentCommand } from './documentCommand.ts';
import { vendorIn } from './readParts.ts';

export const claim: DocumentCommand<'claim'> = {
  read: (body, reader) => ({
    kind: 'claim',
    vendor: reader.given(body.vendor, '/vendor'),
    currency: body.currency,
    date: body.date,
    why: body.why,
    reason: body.reason,
    ...(body.bill ? { bill: body.bill } : {}),
    lines: body.lines.map(({ said, expense, amount }, position) => ({
      said: said.trim(),
      expense: expense === '' ? undefined : expense,
      amount: reader.document(amount, body.currency, `/lines/${position}/amount`),
    })),
  }),
  async load({ bill, currency, date }, loader) {
    if (bill !== undefined) await loadPayables(loader, [bill]);
    await loadRates(loader, [currency], date);
  },
  brings: (body) => [vendorIn(body)],
  header: ({ vendor, currency, reason }) => ({ vendor, currency, note: reason }),
  rows: ({ why, bill, lines }, { id }) => [
    { table: facts.vendorClaim, rows: [{ document_id: id, why, bill_id: bill ?? null }] },
    {
      table: facts.vendorClaimLine,
      rows: lines.map((line) => ({
        ...keyOf(line.id),
        said: line.said,
        expense: line.expense ?? null,
        amount: line.amount,
        base_amount: line.base,
      })),
    },
  ],
  async facts(manager, id) {
    const [row] = (await manager.query(
      "SELECT c.why, COALESCE(NULLIF(b.reference, ''), b.number) AS bill FROM vendor_claim c LEFT JOIN document b ON b.id = c.bill_id WHERE c.document_id = ?",
      [id],
    )) as Row[];
    return [
      {
        name: message('document.claimed_for'),
        value: message(`status.claim_${text(row?.why)}` as 'status.claim_rebate'),
      },
      ...(row?.bill == null ? [] : [{ name: message('kind.bill'), value: text(row.bill) }]),
    ];
  },
  write: ({ vendor, date, currency, why, reason, bill, lines }, names) => ({
    vendor: names.vendor(vendor),
    date,
    currency,
    why,
    reason,
    ...(bill === undefined ? {} : { bill: names.document(bill) }),
    lines: lines.map(({ said, expense, amount }) => ({
      said,
      expense: expense ?? '',
      amount: formatAmount(amount, currency),
    })),
  }),
  lines: `SELECT l.line_no, l.amount, l.said AS item_name, COALESCE(l.expense, '') AS item_number, '' AS item_unit, NULL AS of_id FROM vendor_claim_line l WHERE l.document_id = ? ORDER BY l.line_no`,
};
