import { type LineId, poolId } from '@obolus/core/costing/pool';
import { base, documentAmount, ONE_UNIT, quantity } from '@obolus/core/exact/amounts';
import type { DifferenceDecision } from '@obolus/core/purchasing/bill/command';
import { inBillCurrency } from '@obolus/core/purchasing/creditable';
import type { CreditableLine, CreditTaken } from '@obolus/core/state/owed';
import type { BooksLoader } from './loader.ts';
import {
  among,
  amountOf,
  baseOf,
  big,
  byLine,
  dimensionsOf,
  documentsOf,
  idOf,
  keysOf,
  optional,
  quantityOf,
  query,
  rateOf,
  type Reading,
  type Row,
  stands,
  text,
} from './rows.ts';

export async function loadCreditable(loader: BooksLoader, lines: readonly LineId[]): Promise<void> {
  await loader.lockDocuments(documentsOf(lines));
  await loader.keep('creditable', lines, async (missing) =>
    (await readCreditable(loader.reading, missing)).map((entry) => [entry.id, entry]),
  );
}

/** What a charge, and what was not accepted, have none of. */
const NO_GOODS = {
  per: ONE_UNIT,
  item: undefined,
  expense: undefined,
  quantity: quantity(0n),
  base: base(0n),
  dimensions: undefined,
  goods: undefined,
} as const;

/** What credit memos may cite: returned lines, billed lines, charges, what was not accepted. */
export async function readCreditable(reading: Reading, lines: readonly LineId[]): Promise<CreditableLine[]> {
  const keys = keysOf(lines);
  const credits = byLine(
    await query(
      reading,
      `SELECT c.*, d.date FROM credit_line c JOIN document d ON d.id = c.document_id WHERE ${among(lines, 'c.of_id', 'c.of_line_no')} AND ${stands('c.document_id')} ORDER BY c.document_id, c.line_no`,
      keys,
    ),
    'of_id',
    'of_line_no',
  );
  const returned = await query(
    reading,
    `SELECT b.*, r.item_id, r.per, r.currency, r.rate, r.department, r.location, r.project, d.vendor_id, d.date
     FROM return_line b JOIN receipt_line r ON r.document_id = b.receipt_id AND r.line_no = b.receipt_line_no JOIN document d ON d.id = b.document_id
     WHERE b.replaces = 0 AND b.billed > 0 AND ${among(lines, 'b.document_id', 'b.line_no')} AND ${stands('d.id')}`,
    keys,
  );
  const billed = await query(
    reading,
    `SELECT b.*, COALESCE(r.item_id, o.item_id) AS item_id, COALESCE(r.expense, o.expense) AS expense, COALESCE(r.department, o.department) AS department,
            COALESCE(r.location, o.location) AS location, COALESCE(r.project, o.project) AS project, d.vendor_id, d.currency, d.date, rd.date AS received, rd.warehouse_id, COALESCE(r.currency, od.currency) AS order_currency
     FROM bill_line b JOIN document d ON d.id = b.document_id
     LEFT JOIN receipt_line r ON r.document_id = b.receipt_id AND r.line_no = b.receipt_line_no LEFT JOIN document rd ON rd.id = b.receipt_id
     LEFT JOIN ordered_line o ON o.document_id = b.order_id AND o.line_no = b.order_line_no LEFT JOIN document od ON od.id = b.order_id
     WHERE ${among(lines, 'b.document_id', 'b.line_no')} AND ${stands('d.id')}`,
    keys,
  );
  const charged = await query(
    reading,
    `SELECT b.*, d.vendor_id, d.currency, d.rate, d.date FROM bill_charge b JOIN document d ON d.id = b.document_id
     WHERE b.is_cost = 1 AND d.kind = 'bill' AND ${among(lines, 'b.document_id', 'b.line_no')} AND ${stands('d.id')}`,
    keys,
  );
  const disputed = await query(
    reading,
    `SELECT b.*, d.vendor_id, d.currency, d.rate, d.date FROM bill_disputed b JOIN document d ON d.id = b.document_id
     WHERE ${among(lines, 'b.document_id', 'b.line_no')} AND ${stands('d.id')}`,
    keys,
  );
  const claimed = await query(
    reading,
    `SELECT b.*, d.vendor_id, d.currency, d.rate, d.date FROM vendor_claim_line b JOIN document d ON d.id = b.document_id
     WHERE ${among(lines, 'b.document_id', 'b.line_no')} AND ${stands('d.id')}`,
    keys,
  );
  const known = (row: Row) => {
    const id = idOf(row);
    const taken = (credits.get(id) ?? []).map(creditTaken);
    return {
      id,
      vendor: text(row.vendor_id),
      currency: text(row.currency),
      rate: rateOf(row.rate),
      date: text(row.date),
      credits: taken,
    };
  };
  const nothing = { amount: documentAmount(0n), base: base(0n) };
  return [
    ...returned.map((row) => ({
      ...known(row),
      kind: 'return' as const,
      per: quantityOf(row.per),
      item: optional(row.item_id),
      expense: undefined,
      quantity: quantityOf(row.billed),
      amount: amountOf(row.billed_amount),
      base: base(big(row.billed_goods) + big(row.billed_variance)),
      dimensions: dimensionsOf(row),
      expected: nothing,
      goods: undefined,
      charge: undefined,
    })),
    ...billed.map((row) => ({
      ...known(row),
      kind: 'bill' as const,
      per: ONE_UNIT,
      item: optional(row.item_id),
      expense: optional(row.expense),
      quantity: quantityOf(row.quantity),
      amount: amountOf(row.amount),
      base: base(0n),
      dimensions: dimensionsOf(row),
      charge: undefined,
      ...inBillCurrency(
        {
          amount: amountOf(row.amount),
          inOrder: amountOf(row.in_order),
          ordered: amountOf(row.ordered),
          rate: rateOf(row.rate),
          difference: text(row.difference) as DifferenceDecision,
          priceDifference: baseOf(row.price_difference),
        },
        text(row.currency),
        text(row.order_currency),
      ),
      goods:
        row.receipt_id == null || row.item_id == null
          ? undefined
          : {
              pool: poolId(row.item_id, text(row.warehouse_id)),
              movement: idOf(row, 'receipt_id', 'receipt_line_no'),
              date: text(row.received),
            },
    })),
    ...charged.map((row) => ({
      ...known(row),
      ...NO_GOODS,
      kind: 'charge' as const,
      amount: amountOf(row.amount),
      expected: nothing,
      charge: text(row.kind),
    })),
    ...disputed.map((row) => ({
      ...known(row),
      ...NO_GOODS,
      kind: 'disputed' as const,
      amount: amountOf(row.amount),
      expected: { amount: amountOf(row.amount), base: baseOf(row.base_amount) },
      charge: undefined,
    })),
    ...claimed.map((row) => ({
      ...known(row),
      ...NO_GOODS,
      kind: 'claim' as const,
      expense: optional(row.expense),
      amount: amountOf(row.amount),
      expected: { amount: amountOf(row.amount), base: baseOf(row.base_amount) },
      charge: undefined,
    })),
  ];
}

function creditTaken(row: Row): CreditTaken {
  const expected = row.goes_to === 'expected';
  return {
    line: idOf(row),
    date: text(row.date),
    quantity: quantityOf(row.quantity),
    amount: amountOf(row.own_amount),
    base: baseOf(row.own),
    expected: documentAmount(expected ? big(row.amount) : 0n),
    expectedBase: base(expected ? big(row.own) : 0n),
  };
}
