import { id, ref, line, day, number, figure, text, name, maybe, table } from './columns.ts';

/** Charges, estimated, moved and put on goods; customs. */
export const charges = {
  receiptEstimate: table('receipt_estimate', {
    document_id: id(),
    line_no: line(),
    kind: { type: 'varchar', length: 30, primary: true },
    amount: figure(),
  }),
  estimateUse: table(
    'estimate_use',
    {
      document_id: id(),
      line_no: line(),
      receipt_id: ref(),
      receipt_line_no: number(),
      kind: text(30),
      amount: figure(),
      /** What of it stays in the goods, where it is closed against landed cost variance. */
      kept: { ...figure(), default: 0 },
    },
    { indices: { estimate_use_by_receipt: ['receipt_id', 'receipt_line_no'] } },
  ),
  expenseMove: table(
    'expense_move',
    { document_id: id(), of_id: ref(), of_line_no: number(), amount: figure() },
    { indices: { expense_move_by_line: ['of_id', 'of_line_no'] } },
  ),
  /** When customs took an entry, the broker who made it, and the entry that it corrects. */
  customsEntry: table(
    'customs_entry',
    { document_id: id(), entered: day(), broker_id: maybe(ref()), corrects_id: maybe(ref()) },
    { indices: { customs_entry_by_corrected: ['corrects_id'] } },
  ),
  /** What customs went by, line by line; what is not stated is null. */
  customsEntryLine: table('customs_entry_line', {
    document_id: id(),
    line_no: line(),
    code: text(20),
    origin: maybe(text(2)),
    preference: maybe({ type: 'tinyint' }),
    value: maybe(figure()),
    duty: maybe(figure()),
    import_tax: maybe(figure()),
    additions: maybe(figure()),
  }),
  customsEntryGoods: table(
    'customs_entry_goods',
    { document_id: id(), entry_line_no: line(), goods_id: id(), goods_line_no: line() },
    { indices: { customs_entry_goods_by_line: ['goods_id', 'goods_line_no'] } },
  ),
  customsEntryRate: table('customs_entry_rate', { document_id: id(), currency: name(3), rate: figure() }),
  /** What an allocation rests on beside its charges and goods. */
  allocation: table('allocation', { document_id: id(), entry_id: maybe(ref()) }),
  allocationShare: table(
    'allocation_share',
    {
      document_id: id(),
      line_no: line(),
      charge_id: ref(),
      charge_line_no: number(),
      receipt_id: ref(),
      receipt_line_no: number(),
      basis: text(20),
      by_hand: { type: 'boolean' },
      amount: figure(),
      /** What of it went to landed cost variance, since it was estimated otherwise. */
      varied: { ...figure(), default: 0 },
    },
    {
      indices: {
        allocation_by_charge: ['charge_id', 'charge_line_no'],
        allocation_by_receipt: ['receipt_id', 'receipt_line_no'],
      },
    },
  ),
};
