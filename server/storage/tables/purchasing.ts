import { id, ref, line, number, figure, text, day, instant, maybe, flag, dimensions, table } from './columns.ts';

/** Orders, receipts and what goes back. */
export const purchasing = {
  /** A line as each document states it: the order itself, then later versions. The view `ordered_line` has what stands. */
  orderLine: table(
    'order_line',
    {
      document_id: id(),
      line_no: line(),
      by_id: id(),
      item_id: maybe(ref()),
      quantity: figure(),
      unit: { ...text(20), default: '' },
      price: figure(),
      per: { ...figure(), default: 1_000_000 },
      discount: figure(),
      due_day: maybe(day()),
      expense: maybe(text(60)),
      ...dimensions(),
      /** Where it is to come in, where that is not the order's warehouse. */
      warehouse_id: maybe(ref()),
      tax_code: { ...text(20), default: '' },
      shipment: { ...text(60), default: '' },
    },
    { indices: { order_line_by_item: ['item_id'], order_line_by_shipment: ['shipment'] } },
  ),
  /** What an order says of paying and of carriage. */
  orderTerms: table('order_terms', {
    document_id: id(),
    terms_id: maybe(ref()),
    incoterm: { ...text(3), default: '' },
    place: { ...text(60), default: '' },
  }),
  /** The line of a return whose goods an order line is in place of. */
  orderReplaces: table(
    'order_replaces',
    { document_id: id(), line_no: line(), return_id: ref(), return_line_no: number() },
    { indices: { order_replaces_by_return: ['return_id', 'return_line_no'] } },
  ),
  orderEstimate: table('order_estimate', {
    document_id: id(),
    line_no: line(),
    by_id: id(),
    kind: { type: 'varchar', length: 30, primary: true },
    estimated_by: text(10),
    figure: figure(),
    rule: { ...text(30), default: '' },
  }),
  /** What was done with an order after it was placed: changed, held, released, sent. */
  orderStep: table(
    'order_step',
    { document_id: id(), order_id: ref(), step: text(12), version_id: ref(), amount: figure() },
    { indices: { order_step_by_order: ['order_id'] } },
  ),
  orderClosingLine: table(
    'order_closing_line',
    { document_id: id(), line_no: line(), order_id: ref(), order_line_no: number(), quantity: figure() },
    { indices: { order_closing_by_line: ['order_id', 'order_line_no'] } },
  ),
  receiptLine: table(
    'receipt_line',
    {
      document_id: id(),
      line_no: line(),
      order_id: ref(),
      order_line_no: number(),
      ordered_by_id: ref(),
      item_id: maybe(ref()),
      pool_id: maybe(ref()),
      quantity: figure(),
      per: { ...figure(), default: 1_000_000 },
      currency: text(3),
      rate: figure(),
      amount: figure(),
      base_amount: figure(),
      expense: maybe(text(60)),
      origin: { ...text(2), default: '' },
      preference: flag(),
      ...dimensions(),
      /** The price at which it came in, where that is not the order's. */
      corrected_price: maybe(figure()),
      corrected_because: { ...text(200), default: '' },
    },
    { indices: { receipt_line_by_order: ['order_id', 'order_line_no'] } },
  ),
  /** What came and is not taken: rejected, or without an order. */
  receiptHeld: table('receipt_held', {
    document_id: id(),
    line_no: line(),
    order_id: maybe(ref()),
    order_line_no: maybe(number()),
    item_id: maybe(ref()),
    what: text(160),
    quantity: figure(),
    reason: text(200),
    place: text(60),
    photo_id: maybe({ type: 'varchar', length: 36 }),
  }),
  /** Pictures and PDFs, as they were given. */
  paper: table('paper', {
    id: { type: 'varchar', length: 36, primary: true },
    name: text(200),
    media_type: text(40),
    checksum: text(64),
    content: { type: 'mediumblob' },
    kept_by: ref(),
    kept_at: instant(),
  }),
  /** Received goods that went from the dock into bins. */
  putAwayLine: table(
    'put_away_line',
    {
      document_id: id(),
      line_no: line(),
      receipt_id: ref(),
      receipt_line_no: number(),
      quantity: figure(),
      bin: text(20),
    },
    { indices: { put_away_by_line: ['receipt_id', 'receipt_line_no'] } },
  ),
  /** On which shipment received goods came, as their receipt says, then as later documents do. The view `came_on` has what stands. */
  receiptShipment: table(
    'receipt_shipment',
    {
      document_id: id(),
      line_no: line(),
      receipt_id: ref(),
      receipt_line_no: number(),
      shipment: text(60),
    },
    {
      indices: {
        receipt_shipment_by_line: ['receipt_id', 'receipt_line_no'],
        receipt_shipment_by_shipment: ['shipment'],
      },
    },
  ),
  heldClosingLine: table(
    'held_closing_line',
    {
      document_id: id(),
      line_no: line(),
      held_id: ref(),
      held_line_no: number(),
      quantity: figure(),
      outcome: text(12),
    },
    { indices: { held_closing_by_line: ['held_id', 'held_line_no'] } },
  ),
  receiptAhead: table(
    'receipt_ahead',
    {
      document_id: id(),
      line_no: line(),
      ahead_id: id(),
      ahead_line_no: line(),
      quantity: figure(),
      amount: figure(),
      base_amount: figure(),
      goods: figure(),
      tax: figure(),
    },
    { indices: { receipt_ahead_by_line: ['ahead_id', 'ahead_line_no'] } },
  ),
  /** What of a received line came in at the rate of a prepayment. */
  receiptPrepaid: table(
    'receipt_prepaid',
    { document_id: id(), line_no: line(), prepayment_id: id(), amount: figure(), base_amount: figure() },
    { indices: { receipt_prepaid_by_prepayment: ['prepayment_id'] } },
  ),
  returnLine: table(
    'return_line',
    {
      document_id: id(),
      line_no: line(),
      receipt_id: ref(),
      receipt_line_no: number(),
      quantity: figure(),
      reason: { ...text(200), default: '' },
      /** What it looks like: a paper. */
      photo_id: maybe({ type: 'varchar', length: 36 }),
      replaces: flag(),
      unbilled: figure(),
      unbilled_ordered: figure(),
      unbilled_cleared: figure(),
      billed: figure(),
      billed_amount: figure(),
      billed_goods: figure(),
      billed_variance: figure(),
    },
    { indices: { return_line_by_receipt: ['receipt_id', 'receipt_line_no'] } },
  ),
};
