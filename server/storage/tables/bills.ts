import { id, ref, line, number, figure, text, day, name, maybe, flag, dimensions, table } from './columns.ts';

/** Bills, credits and paying. */
export const bills = {
  billLine: table(
    'bill_line',
    {
      document_id: id(),
      line_no: line(),
      receipt_id: maybe(ref()),
      receipt_line_no: maybe(number()),
      order_id: maybe(ref()),
      order_line_no: maybe(number()),
      quantity: figure(),
      price: figure(),
      discount: figure(),
      difference: text(20),
      /** As billed, in the bill's currency and in its order's. */
      amount: figure(),
      in_order: figure(),
      ordered: figure(),
      rate: figure(),
      cleared: figure(),
      price_difference: figure(),
      payable: figure(),
      tax: figure(),
      done: flag(),
      waits: flag(),
      reason: { ...text(200), default: '' },
    },
    {
      indices: {
        bill_line_by_receipt: ['receipt_id', 'receipt_line_no'],
        bill_line_by_order: ['order_id', 'order_line_no'],
      },
    },
  ),
  /** At which rates what a bill or a credit memo asks for became what was ordered in other currencies. */
  crossRate: table('cross_rate', { document_id: id(), currency: name(3), rate: figure(), agreed: flag() }),
  billCharge: table('bill_charge', {
    document_id: id(),
    line_no: line(),
    kind: text(30),
    amount: figure(),
    base_amount: figure(),
    is_cost: flag(1),
    /** No cost of goods, and no expense: a cost of sending goods back. */
    of_return: flag(),
    reason: { ...text(200), default: '' },
  }),
  billExpense: table('bill_expense', {
    document_id: id(),
    line_no: line(),
    expense: text(60),
    amount: figure(),
    base_amount: figure(),
    ...dimensions(),
  }),
  /** Parts of a bill that are due by themselves, and what of it is due later than each. */
  billInstalment: table('bill_instalment', {
    document_id: id(),
    line_no: line(),
    due_day: day(),
    amount: figure(),
    later: figure(),
  }),
  billTax: table('bill_tax', {
    document_id: id(),
    line_no: line(),
    amount: figure(),
    recoverable: flag(),
    self_assessed: flag(),
    with_discount: flag(),
  }),
  /** Where a bill as a whole was other than expected: in its tax, in what it asks for in all. */
  billWhole: table('bill_whole', {
    document_id: id(),
    line_no: line(),
    kind: text(10),
    amount: figure(),
    reason: text(200),
  }),
  /** What a bill asks for and was not accepted: a credit is expected for it. */
  /** What a vendor will credit though nothing went back: why, and the bill that it is about. */
  vendorClaim: table('vendor_claim', { document_id: id(), why: text(12), bill_id: maybe(ref()) }),
  vendorClaimLine: table('vendor_claim_line', {
    document_id: id(),
    line_no: line(),
    said: text(200),
    expense: maybe(text(60)),
    amount: figure(),
    base_amount: figure(),
  }),
  billDisputed: table('bill_disputed', {
    document_id: id(),
    line_no: line(),
    said: text(200),
    amount: figure(),
    base_amount: figure(),
    decision: text(10),
    reason: text(200),
  }),
  /** What a broker paid to customs, by the entry whose debt it clears. */
  billDisbursement: table(
    'bill_disbursement',
    { document_id: id(), line_no: line(), of_id: ref(), amount: figure() },
    { indices: { bill_disbursement_by_entry: ['of_id'] } },
  ),
  /** Whom a bill asks to be paid to, where that is not the vendor at its account on file. */
  billRemitTo: table('bill_remit_to', {
    document_id: id(),
    payee: text(140),
    account: text(60),
    bank_code: text(11),
    stated_by: ref(),
  }),
  payable: table('payable', { document_id: id(), amount: figure(), base_amount: figure() }),
  creditLine: table(
    'credit_line',
    {
      document_id: id(),
      line_no: line(),
      of_id: ref(),
      of_line_no: number(),
      goes_to: text(12),
      quantity: figure(),
      amount: figure(),
      own_amount: figure(),
      own: figure(),
      payable: figure(),
      /** Of a claim that is closed: what came in money, in its currency. */
      received: figure(),
    },
    { indices: { credit_line_by_line: ['of_id', 'of_line_no'] } },
  ),
  prepayment: table(
    'prepayment',
    {
      document_id: id(),
      amount: figure(),
      base_amount: figure(),
      order_id: maybe(ref()),
      /** A deposit that comes back. */
      refundable: flag(),
      /** The tax in it, in its currency and as it stands in input tax: the base amount is without it. */
      tax: { ...figure(), default: 0 },
      tax_base: { ...figure(), default: 0 },
    },
    { indices: { prepayment_by_order: ['order_id'] } },
  ),
  /** What came back of a prepayment: in its currency, and as it was booked. */
  prepaymentRefund: table(
    'prepayment_refund',
    {
      document_id: id(),
      of_id: ref(),
      amount: figure(),
      booked: figure(),
      tax: { ...figure(), default: 0 },
      tax_base: { ...figure(), default: 0 },
    },
    { indices: { prepayment_refund_by_prepayment: ['of_id'] } },
  ),
  payment: table(
    'payment',
    {
      document_id: id(),
      prepayment_id: maybe(ref()),
      discounts_to: text(10),
      amount: figure(),
      base_amount: figure(),
      /** The tax of the prepayment that was used: in its currency, and as it stood in input tax. */
      prepaid_tax: { ...figure(), default: 0 },
      prepaid_tax_base: { ...figure(), default: 0 },
    },
    { indices: { payment_by_prepayment: ['prepayment_id'] } },
  ),
  paymentLine: table(
    'payment_line',
    {
      document_id: id(),
      line_no: line(),
      of_id: ref(),
      amount: figure(),
      discount: figure(),
      write_off: figure(),
      settled: figure(),
      booked: figure(),
      withheld: { ...figure(), default: 0 },
    },
    { indices: { payment_line_by_document: ['of_id'] } },
  ),
};
