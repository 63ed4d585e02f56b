import { id, ref, line, number, figure, text, day, maybe, flag, dimensions, table } from './columns.ts';

/** Periods, movements with their values, and the journal. */
export const ledger = {
  periodClosing: table('period_closing', { document_id: id(), period: text(7), open_from: day(), open_before: day() }),
  periodAccrual: table('period_accrual', {
    document_id: id(),
    line_no: line(),
    account: text(40),
    amount: figure(),
    item_id: maybe(ref()),
    vendor_id: maybe(ref()),
    expense: maybe(text(60)),
    bank_account_id: maybe(ref()),
    ...dimensions(),
  }),
  /** What closing a period made of all that was open with a vendor in a currency, measured anew: debit positive. */
  periodMeasured: table(
    'period_measured',
    {
      document_id: id(),
      line_no: line(),
      account: text(40),
      vendor_id: ref(),
      currency: text(3),
      amount: figure(),
    },
    { indices: { period_measured_by_vendor: ['vendor_id', 'account'] } },
  ),
  periodOpening: table('period_opening', { document_id: id(), period: text(7), closing_id: maybe(ref()) }),
  movement: table(
    'movement',
    {
      document_id: id(),
      line_no: line(),
      pool_id: ref(),
      date: day(),
      direction: text(3),
      quantity: figure(),
      purpose: text(12),
      party: maybe(text(120)),
      ...dimensions(),
      back_id: maybe(ref()),
      back_line_no: maybe(number()),
      back_day: maybe(day()),
      back_price: maybe(figure()),
    },
    {
      indices: {
        movement_by_pool: ['pool_id', 'date', 'document_id', 'line_no'],
        movement_by_back: ['back_id', 'back_line_no'],
      },
    },
  ),
  movementLot: table(
    'movement_lot',
    { document_id: id(), line_no: line(), position: line(), lot: text(60), quantity: figure(), expires: maybe(day()) },
    { indices: { movement_lot_by_lot: ['lot'] } },
  ),
  /** What takes value from a movement out: invoices, returns of customers, arrivals, what is made. */
  taking: table(
    'taking',
    {
      document_id: id(),
      line_no: line(),
      source_id: id(),
      source_line_no: line(),
      kind: { type: 'varchar', length: 20, primary: true },
      date: day(),
      quantity: figure(),
      into_pool_id: maybe(ref()),
      ...dimensions(),
    },
    { indices: { taking_by_source: ['source_id', 'source_line_no'] } },
  ),
  valueChange: table(
    'value_change',
    {
      document_id: id(),
      change_no: line(),
      entry_no: number(),
      line_document_id: ref(),
      line_no: number(),
      pool_id: maybe(ref()),
      component: text(40),
      shared: flag(),
      amount: figure(),
      effective: day(),
      posting: day(),
      against: maybe(text(40)),
      vendor_id: maybe(ref()),
      about_item_id: maybe(ref()),
      ...dimensions(),
    },
    {
      indices: {
        value_change_by_line: ['line_document_id', 'line_no'],
        // All that a pool's movements are worth, read from the index alone.
        value_change_by_pool: ['pool_id', 'line_document_id', 'line_no', 'shared', 'amount'],
      },
    },
  ),
  entry: table('entry', { document_id: id(), entry_no: line(), date: day() }, { indices: { entry_by_date: ['date'] } }),
  journalLine: table(
    'journal_line',
    {
      document_id: id(),
      entry_no: line(),
      line_no: line(),
      /** What kind of posting it is, the account of the chart that this used then, and the day of its entry. */
      account: text(40),
      account_id: ref(),
      date: day(),
      amount: figure(),
      item_id: maybe(ref()),
      vendor_id: maybe(ref()),
      of_values: flag(),
      expense: maybe(text(60)),
      /** Which bank account, and what moved on it in its own currency, where that is another. */
      bank_account_id: maybe(ref()),
      held: maybe(figure()),
      ...dimensions(),
    },
    {
      indices: {
        journal_line_by_bank: ['bank_account_id', 'date', 'amount', 'held'],
        journal_line_by_account: ['account', 'document_id'],
        // Balances as of a day, from the index alone.
        journal_line_by_day: ['date', 'account_id', 'account', 'amount'],
        journal_line_by_amount: ['amount', 'document_id'],
      },
    },
  ),
};
