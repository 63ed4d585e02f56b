import { day, figure, flag, generated, id, instant, line, long, maybe, number, ref, table, text } from './columns.ts';

/** What is to be paid, what the bank was told, and what it said: appended only. */
export const bankFacts = {
  paymentRun: table('payment_run', {
    document_id: id(),
    bank_account_id: ref(),
    amount: figure(),
    way: { ...text(10), default: 'transfer' },
  }),
  /** What became of a number of an account's checks: it pays a payment, or its form was spoiled; void where its document was reversed. */
  bankCheck: table(
    'bank_check',
    { document_id: id(), bank_account_id: ref(), number: figure(), payment_id: maybe(ref()) },
    { unique: { bank_check_once: ['bank_account_id', 'number'] }, indices: { bank_check_by_payment: ['payment_id'] } },
  ),
  /** A bill whose payment somebody holds, or releases again; why is the document's note. */
  paymentHold: table(
    'payment_hold',
    { document_id: id(), of_id: ref(), step: text(10) },
    { indices: { payment_hold_by_document: ['of_id'] } },
  ),
  /** One for each vendor and currency; in its currency, and in base at the rate of the day. */
  runPayment: table('run_payment', {
    document_id: id(),
    line_no: line(),
    vendor_id: ref(),
    currency: text(3),
    amount: figure(),
    base_amount: figure(),
  }),
  runBill: table(
    'run_bill',
    {
      document_id: id(),
      payment_no: line(),
      bill_no: line(),
      of_id: ref(),
      amount: figure(),
      discount: figure(),
      doubt: { ...text(30), default: '' },
    },
    { indices: { run_bill_by_document: ['of_id'] } },
  ),
  /** What a payment of a run pays before the bill. */
  runPrepayment: table('run_prepayment', {
    document_id: id(),
    payment_no: line(),
    order_id: maybe(ref()),
    refundable: flag(),
    amount: figure(),
    tax: figure(),
  }),
  /** Which payment or prepayment was made of which place of a run: once. */
  runPaid: table(
    'run_paid',
    { document_id: id(), run_id: ref(), run_line_no: number() },
    { unique: { run_paid_once: ['run_id', 'run_line_no'] } },
  ),
  /** The file of a run that was released: written with its release, once. */
  runFile: table('run_file', { run_id: id(), name: text(35), content: long(), made_at: instant() }),
  /** That it went to the bank, once. */
  runSending: table('run_sending', { run_id: id(), sent_by: ref(), sent_at: instant() }),
  /** What a document moved on a bank account: what left it for a payment, below zero what came into it; in the currency of the document, of the account, and in base. */
  bankMovement: table('bank_movement', {
    document_id: id(),
    bank_account_id: maybe(ref()),
    amount: figure(),
    held: figure(),
    base_amount: figure(),
    /** What the bank kept for itself, in the currency of the account and in base. */
    fee: figure(),
    fee_base: figure(),
    /** Whether somebody said what the bank took. */
    is_said: flag(),
  }),
  bankStatement: table('bank_statement', { document_id: id(), bank_account_id: maybe(ref()) }),
  bankStatementLine: table(
    'bank_statement_line',
    {
      document_id: id(),
      line_no: line(),
      payment_id: maybe(ref()),
      took: figure(),
      fee: figure(),
      says: text(140),
    },
    { indices: { bank_statement_by_payment: ['payment_id'] } },
  ),
  /** A vendor's statement of account, with what stood against it here. */
  vendorStatement: table('vendor_statement', {
    document_id: id(),
    from_day: maybe(day()),
    opening: figure(),
    closing: figure(),
    own_opening: figure(),
    own_closing: figure(),
    agreed: figure(),
  }),
  /** A line of the statement, of our account, or both. */
  vendorStatementLine: table('vendor_statement_line', {
    document_id: id(),
    line_no: line(),
    found: text(20),
    date: maybe(day()),
    reference: text(60),
    says: text(140),
    amount: maybe(figure()),
    of_id: maybe(ref()),
    own_date: maybe(day()),
    own_amount: maybe(figure()),
  }),
  /** A file of the bank that was read, under the bank’s own name for it. */
  bankFile: table(
    'bank_file',
    {
      id: generated(),
      kind: text(10),
      reference: text(60),
      /** The account that a statement is of, where it is one of ours. */
      bank_account_id: maybe(ref()),
      content: long(),
      document_id: maybe(ref()),
      read_by: ref(),
      read_at: instant(),
    },
    { unique: { bank_file_once: ['kind', 'reference'] } },
  ),
  /** Each line of it, with what was made of it. */
  bankLine: table(
    'bank_line',
    {
      id: generated(),
      file_id: ref(),
      line_no: number(),
      kind: text(10),
      day: maybe(day()),
      amount: maybe(figure()),
      currency: text(3),
      says: text(140),
      reference: text(35),
      payment_id: maybe(ref()),
      /** Why nothing was booked for it; empty where something was, or nothing is to be. */
      because: text(20),
    },
    { indices: { bank_line_by_file: ['file_id'], bank_line_by_payment: ['payment_id', 'kind'] } },
  ),
  /** What somebody said later that a line was. */
  bankExplanation: table('bank_explanation', {
    line_id: id(),
    note: text(200),
    document_id: maybe(ref()),
    explained_by: ref(),
    explained_at: instant(),
  }),
};

/** The bank that ships with the application instead of the company’s own: what it was sent, and what it has ready. */
export const bankStandIn = {
  bankStandIn: table('bank_stand_in', {
    id: generated(),
    name: text(60),
    content: long(),
    fetched: flag(),
    ready_at: instant(),
  }),
};
