import { type LineId, poolId } from '@obolus/core/costing/pool';
import { base, documentAmount, ONE_UNIT, quantity } from '@obolus/core/exact/amounts';
import type { Charge, CreditableLine, CreditTaken, ExpensedLine, Payable, Prepayment } from '@obolus/core/state/owed';
import {
  among,
  amountOf,
  baseOf,
  big,
  byLine,
  CHARGE_VENDOR,
  dimensionsOf,
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

/** Charges, of bills, credit memos or moved from expense, and what was allocated of them. */
export async function readCharges(reading: Reading, lines: readonly LineId[]): Promise<Charge[]> {
  const keys = keysOf(lines);
  const rows = await query(
    reading,
    `SELECT l.*, ${CHARGE_VENDOR} AS vendor_id, d.date FROM bill_charge l JOIN document d ON d.id = l.document_id
     WHERE l.is_cost = 1 AND ${among(lines, 'l.document_id', 'l.line_no')} AND ${stands('d.id')}`,
    keys,
  );
  const shares = byLine(
    await query(
      reading,
      `SELECT s.charge_id, s.charge_line_no, s.document_id, MIN(s.line_no) AS line_no, SUM(s.amount) AS amount FROM allocation_share s
       WHERE ${among(lines, 's.charge_id', 's.charge_line_no')} AND ${stands('s.document_id')} GROUP BY s.charge_id, s.charge_line_no, s.document_id`,
      keys,
    ),
    'charge_id',
    'charge_line_no',
  );
  return rows.map((row) => {
    const id = idOf(row);
    const allocated = (shares.get(id) ?? []).map((share) => ({ line: idOf(share), amount: baseOf(share.amount) }));
    return {
      id,
      kind: text(row.kind),
      vendor: text(row.vendor_id),
      date: text(row.date),
      amount: baseOf(row.base_amount),
      allocated,
    };
  });
}

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
            COALESCE(r.location, o.location) AS location, COALESCE(r.project, o.project) AS project, d.vendor_id, d.currency, d.date, rd.date AS received, rd.warehouse_id
     FROM bill_line b JOIN document d ON d.id = b.document_id
     LEFT JOIN receipt_line r ON r.document_id = b.receipt_id AND r.line_no = b.receipt_line_no LEFT JOIN document rd ON rd.id = b.receipt_id
     LEFT JOIN ordered_line o ON o.document_id = b.order_id AND o.line_no = b.order_line_no
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
      expected:
        row.difference === 'credit'
          ? { amount: documentAmount(big(row.amount) - big(row.ordered)), base: baseOf(row.price_difference) }
          : nothing,
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
      kind: 'charge' as const,
      per: ONE_UNIT,
      item: undefined,
      expense: undefined,
      quantity: quantity(0n),
      amount: amountOf(row.amount),
      base: base(0n),
      dimensions: undefined,
      expected: nothing,
      goods: undefined,
      charge: text(row.kind),
    })),
    ...disputed.map((row) => ({
      ...known(row),
      kind: 'disputed' as const,
      per: ONE_UNIT,
      item: undefined,
      expense: undefined,
      quantity: quantity(0n),
      amount: amountOf(row.amount),
      base: base(0n),
      dimensions: undefined,
      expected: { amount: amountOf(row.amount), base: baseOf(row.base_amount) },
      goods: undefined,
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

/** Expenses of bills, and charges that are no cost of goods, from which a charge may be moved. */
export async function readExpensed(reading: Reading, line: LineId): Promise<ExpensedLine[]> {
  const keys = keysOf([line]);
  const rows = await query(
    reading,
    `SELECT e.document_id, e.line_no, e.expense, e.base_amount, e.department, e.location, e.project, d.vendor_id, d.date
     FROM bill_expense e JOIN document d ON d.id = e.document_id WHERE ${among([line], 'e.document_id', 'e.line_no')} AND ${stands('d.id')}
     UNION ALL SELECT c.document_id, c.line_no, c.kind, c.base_amount, NULL, NULL, NULL, d.vendor_id, d.date
     FROM bill_charge c JOIN document d ON d.id = c.document_id WHERE c.is_cost = 0 AND ${among([line], 'c.document_id', 'c.line_no')} AND ${stands('d.id')}`,
    [...keys, ...keys],
  );
  const moved = await query(
    reading,
    `SELECT * FROM expense_move m WHERE m.of_id = ? AND m.of_line_no = ? AND ${stands('m.document_id')}`,
    keys,
  );
  return rows.map((row) => ({
    id: idOf(row),
    vendor: text(row.vendor_id),
    date: text(row.date),
    expense: text(row.expense),
    amount: baseOf(row.base_amount),
    dimensions: dimensionsOf(row),
    moved: moved.map((part) => ({ line: `${text(part.document_id)}/1`, amount: baseOf(part.amount) })),
  }));
}

/** What is owed on bills, or by the vendor on credit memos, and what was paid of it. */
export async function readPayables(reading: Reading, documents: readonly string[]): Promise<Payable[]> {
  if (documents.length === 0) return [];
  const rows = await query(
    reading,
    `SELECT p.*, d.vendor_id, d.currency, d.rate, d.date FROM payable p JOIN document d ON d.id = p.document_id WHERE p.document_id IN (?) AND ${stands('d.id')}`,
    [documents],
  );
  const paid = await query(
    reading,
    `SELECT l.*, d.date FROM payment_line l JOIN document d ON d.id = l.document_id WHERE l.of_id IN (?) AND ${stands('d.id')} ORDER BY l.document_id, l.line_no`,
    [documents],
  );
  const goods = await query(
    reading,
    `SELECT b.document_id, b.receipt_id, b.receipt_line_no, b.amount, r.item_id, d.warehouse_id, d.date FROM bill_line b
     JOIN receipt_line r ON r.document_id = b.receipt_id AND r.line_no = b.receipt_line_no JOIN document d ON d.id = b.receipt_id
     WHERE b.document_id IN (?) AND r.item_id IS NOT NULL ORDER BY b.line_no`,
    [documents],
  );
  const waiting = await query(
    reading,
    'SELECT b.document_id, b.line_no, b.order_id, b.order_line_no FROM bill_line b WHERE b.document_id IN (?) AND b.waits = 1 ORDER BY b.line_no',
    [documents],
  );
  return rows.map((row) => {
    const document = text(row.document_id);
    return {
      waitsFor: waiting
        .filter((line) => line.document_id === document)
        .map((line) => ({ line: idOf(line), of: idOf(line, 'order_id', 'order_line_no') })),
      document,
      vendor: text(row.vendor_id),
      currency: text(row.currency),
      rate: rateOf(row.rate),
      date: text(row.date),
      amount: amountOf(row.amount),
      base: baseOf(row.base_amount),
      goods: goods
        .filter((line) => line.document_id === document)
        .map((line) => ({
          pool: poolId(text(line.item_id), text(line.warehouse_id)),
          movement: idOf(line, 'receipt_id', 'receipt_line_no'),
          date: text(line.date),
          amount: amountOf(line.amount),
        })),
      paid: paid
        .filter((line) => line.of_id === document)
        .map((line) => ({
          line: idOf(line),
          date: text(line.date),
          amount: amountOf(line.settled),
          base: baseOf(line.booked),
        })),
    };
  });
}

export async function readPrepayment(reading: Reading, document: string): Promise<Prepayment[]> {
  const rows = await query(
    reading,
    `SELECT p.*, d.vendor_id, d.currency, d.date FROM prepayment p JOIN document d ON d.id = p.document_id WHERE p.document_id = ? AND ${stands('d.id')}`,
    [document],
  );
  const used = await query(
    reading,
    `SELECT * FROM payment p WHERE p.prepayment_id = ? AND ${stands('p.document_id')} ORDER BY p.document_id`,
    [document],
  );
  return rows.map((row) => ({
    document,
    vendor: text(row.vendor_id),
    currency: text(row.currency),
    date: text(row.date),
    amount: amountOf(row.amount),
    base: baseOf(row.base_amount),
    used: used.map((part) => ({
      line: `${text(part.document_id)}/1`,
      amount: amountOf(part.amount),
      base: baseOf(part.base_amount),
    })),
  }));
}
