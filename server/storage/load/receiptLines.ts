import { type LineId, poolId } from '@obolus/core/costing/pool';
import { base, documentAmount } from '@obolus/core/exact/amounts';
import type { BilledPart, ReceiptLine, ReturnedLine } from '@obolus/core/state/purchasing';
import { citing, type Further, own, readLines } from './citedBy.ts';
import { itemsOf } from './items.ts';
import type { BooksLoader } from './loader.ts';
import { lotOf } from './movements.ts';
import { aheadTaken } from './orderLines.ts';
import {
  amountOf,
  baseOf,
  big,
  boughtOf,
  dimensionsOf,
  documentsOf,
  idOf,
  isTrue,
  priceOf,
  quantityOf,
  rateOf,
  type Reading,
  type Row,
  text,
} from './rows.ts';

/** Received lines, with their items. */
export async function loadReceiptLines(loader: BooksLoader, lines: readonly LineId[]): Promise<void> {
  // The lock goes off first, the rest with it.
  await Promise.all([
    loader.lockDocuments(documentsOf(lines)),
    loader.keep('receiptLines', lines, async (missing) =>
      (await readReceiptLines(loader.reading, missing, itemsOf(loader))).map((line) => [line.id, line]),
    ),
  ]);
}

const OF_RECEIPT = {
  ahead: own('receipt_ahead', 't.ahead_id, t.ahead_line_no'),
  estimates: own('receipt_estimate', 't.kind'),
  prepaid: own('receipt_prepaid', 't.prepayment_id'),
  lots: own('movement_lot', 't.document_id, t.line_no, t.position'),
  used: citing('estimate_use', 'receipt'),
  landed: citing(
    'allocation_share',
    'receipt',
    ', c.kind',
    'JOIN bill_charge c ON c.document_id = t.charge_id AND c.line_no = t.charge_line_no',
  ),
  bills: citing('bill_line', 'receipt'),
  returns: citing('return_line', 'receipt'),
  putAway: citing('put_away_line', 'receipt'),
} satisfies Record<string, Further>;

/** Received lines with all that cites them: bills, returns, charges that landed, what became of their estimates. */
export async function readReceiptLines(
  reading: Reading,
  lines: readonly LineId[],
  beside?: (rows: readonly Row[]) => Promise<void>,
): Promise<ReceiptLine[]> {
  const { rows, found } = await readLines(reading, lines, 'receipt_line', OF_RECEIPT, beside);
  return rows.map((row) => {
    const id = idOf(row);
    const item = row.item_id;
    const of = (part: keyof typeof found) => found[part].get(id) ?? [];
    const charge = (part: Row) => ({ line: idOf(part), kind: text(part.kind), amount: baseOf(part.amount) });
    return {
      id,
      of: idOf(row, 'order_id', 'order_line_no'),
      vendor: text(row.vendor_id),
      currency: text(row.currency),
      rate: rateOf(row.rate),
      date: text(row.date),
      bought: boughtOf(row),
      pool: item == null ? undefined : poolId(item, text(row.warehouse_id)),
      quantity: quantityOf(row.quantity),
      per: quantityOf(row.per),
      origin: text(row.origin),
      preference: isTrue(row.preference),
      dimensions: dimensionsOf(row),
      taxCode: text(row.tax_code),
      amount: amountOf(row.amount),
      baseAmount: baseOf(row.base_amount),
      lots: of('lots').map(lotOf),
      ahead: of('ahead').map((part) => ({ ...aheadTaken(part), of: idOf(part, 'ahead_id', 'ahead_line_no') })),
      prepaid: of('prepaid').map((part) => ({
        of: text(part.prepayment_id),
        amount: amountOf(part.amount),
        base: baseOf(part.base_amount),
      })),
      estimates: of('estimates').map((estimate) => ({ kind: text(estimate.kind), amount: baseOf(estimate.amount) })),
      estimatesUsed: of('used').map((use) => ({ ...charge(use), date: text(use.date) })),
      landed: [
        ...of('landed').map((share) => ({ ...charge(share), amount: base(big(share.amount) - big(share.varied)) })),
        ...of('used').flatMap((use) => (big(use.kept) === 0n ? [] : [{ ...charge(use), amount: baseOf(use.kept) }])),
      ],
      bills: of('bills').map(billedPart),
      returns: of('returns').map(returnedLine),
      putAway: of('putAway').map((part) => ({
        line: idOf(part),
        quantity: quantityOf(part.quantity),
        bin: text(part.bin),
      })),
      shipments: row.shipped_by == null ? [] : [{ line: `${text(row.shipped_by)}/0`, shipment: text(row.shipment) }],
      corrected:
        row.corrected_price == null
          ? undefined
          : { price: priceOf(row.corrected_price), reason: text(row.corrected_because) },
    };
  });
}

function billedPart(row: Row): BilledPart {
  const into = (decision: string) => base(row.difference === decision ? big(row.price_difference) : 0n);
  const known = { line: idOf(row), date: text(row.date), quantity: quantityOf(row.quantity) };
  const amounts = { ordered: amountOf(row.ordered), cleared: baseOf(row.cleared), billed: amountOf(row.in_order) };
  return { ...known, ...amounts, intoGoods: into('cost'), toVariance: into('variance') };
}

function returnedLine(row: Row): ReturnedLine {
  return {
    line: idOf(row),
    date: text(row.date),
    unbilled: quantityOf(row.unbilled),
    unbilledOrdered: documentAmount(big(row.unbilled_ordered)),
    unbilledCleared: baseOf(row.unbilled_cleared),
    billed: quantityOf(row.billed),
    billedAmount: amountOf(row.billed_amount),
    billedGoods: baseOf(row.billed_goods),
    billedVariance: baseOf(row.billed_variance),
  };
}
