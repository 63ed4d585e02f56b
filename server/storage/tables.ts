import { EntitySchema, type EntitySchemaColumnOptions } from 'typeorm';

/*
 * The tables. Facts are appended and never changed; the application's database user has no right to (see rights.ts).
 * Money: whole minor units as BIGINT. Quantities and prices: millionths as BIGINT. Rates: 10 places as BIGINT.
 */

type Column = EntitySchemaColumnOptions;
const id = (): Column => ({ type: 'bigint', primary: true });
const ref = (): Column => ({ type: 'bigint' });
const line = (): Column => ({ type: 'int', primary: true });
const number = (): Column => ({ type: 'int' });
const figure = (): Column => ({ type: 'bigint' });
const text = (length: number): Column => ({ type: 'varchar', length });
const name = (length: number): Column => ({ type: 'varchar', length, primary: true });
const day = (): Column => ({ type: 'date' });
const instant = (): Column => ({ type: 'datetime', precision: 6 });
const long = (): Column => ({ type: 'longtext' });
const maybe = (column: Column): Column => ({ ...column, nullable: true });
const flag = (usual = 0): Column => ({ type: 'tinyint', default: usual });
const dimensions = () => ({ department: maybe(text(40)), location: maybe(text(40)), project: maybe(text(40)) });
/** Where nothing is said, what holds for all. */
const tolerances = () => ({ over_tolerance: maybe(figure()), short_tolerance: maybe(figure()) });
/** What bills may differ by: parts of one, and amounts of four decimals in base currency. */
const allowances = () => ({
  bill_over_part: maybe(figure()),
  bill_over_amount: maybe(figure()),
  bill_short_part: maybe(figure()),
  bill_short_amount: maybe(figure()),
});
/** What others name a party by. */
const identifiers = () => ({
  tax_number: { ...text(40), default: '' },
  gln: { ...text(13), default: '' },
});
const generated = (): Column => ({ type: 'bigint', primary: true, generated: 'increment' });

type Row = Record<string, unknown>;
interface Keys {
  unique?: Record<string, string[]>;
  indices?: Record<string, string[]>;
}

function table(name: string, columns: Record<string, Column>, keys: Keys = {}): EntitySchema<Row> {
  return new EntitySchema<Row>({
    name,
    columns,
    uniques: Object.entries(keys.unique ?? {}).map(([key, fields]) => ({ name: key, columns: fields })),
    indices: Object.entries(keys.indices ?? {}).map(([key, fields]) => ({ name: key, columns: fields })),
  });
}

/** What is set up and may be changed. */
export const setUp = {
  company: table('company', {
    id: line(),
    name: text(160),
    currency: text(3),
    recognition: text(20),
    first_open_day: day(),
    locked_until: maybe(day()),
    customs_with_freight: flag(),
    address: { ...text(400), default: '' },
    ...identifiers(),
    bank_account: { ...text(60), default: '' },
    /** Bills of a vendor with the same amount are asked about within so many days. */
    alike_within: maybe(number()),
    /** Of four decimals, in base currency. */
    write_off_limit: maybe(figure()),
    over_tolerance: { ...figure(), default: 0 },
    short_tolerance: { ...figure(), default: 0 },
    /** Goods are counted without seeing what was ordered. */
    blind: flag(),
    /** A receipt leaves a draft of its bill. */
    drafts_bill: flag(),
    ...allowances(),
    /** Of four decimals, in base currency. */
    sign_off_above: maybe(figure()),
  }),
  user: table(
    'user_account',
    {
      id: generated(),
      email: text(160),
      name: text(160),
      role: text(20),
      password_hash: text(200),
      approval_limit: maybe(figure()),
      blocked: flag(),
    },
    { unique: { user_email_once: ['email'] } },
  ),
  item: table(
    'item',
    {
      id: generated(),
      number: text(40),
      name: text(160),
      unit: text(20),
      method: text(20),
      weight: maybe(figure()),
      volume: maybe(figure()),
      tariff_code: text(20),
      origin: text(2),
      tracking: { ...text(10), default: 'none' },
      standard: maybe(figure()),
      group_id: maybe(ref()),
      ...tolerances(),
      ...allowances(),
      retired: flag(),
    },
    { unique: { item_number_once: ['number'] } },
  ),
  vendor: table(
    'vendor',
    {
      id: generated(),
      number: text(40),
      name: text(160),
      currency: text(3),
      terms_id: ref(),
      address: { ...text(400), default: '' },
      mail: { ...text(160), default: '' },
      ...identifiers(),
      tax_code_id: maybe(ref()),
      ...tolerances(),
      ...allowances(),
      /** Why nothing is ordered from it, nor paid to it. */
      hold: { ...text(160), default: '' },
      retired: flag(),
      /** The expense that its bills are for, where they are for nothing on order. */
      usual_expense: { ...text(60), default: '' },
    },
    { unique: { vendor_number_once: ['number'] } },
  ),
  /** From so many of the unit on, from a day on; the empty unit is the stock unit. */
  vendorPrice: table(
    'vendor_price',
    {
      id: generated(),
      vendor_id: ref(),
      item_id: ref(),
      unit: text(20),
      least: figure(),
      from_day: day(),
      to_day: maybe(day()),
      price: figure(),
    },
    { unique: { vendor_price_once: ['vendor_id', 'item_id', 'unit', 'least', 'from_day'] } },
  ),
  /** Accounts of a vendor: one counts when a second person has confirmed it, and until a later one is. */
  /** A bill whose differences a second person is asked to look at, as it would be posted, and the answer. */
  signOff: table(
    'sign_off',
    {
      id: generated(),
      draft_id: text(36),
      body_hash: text(64),
      body: long(),
      note: text(200),
      asked_by: ref(),
      asked_at: instant(),
      answer: { ...text(10), default: '' },
      because: { ...text(200), default: '' },
      answered_by: maybe(ref()),
      answered_at: maybe(instant()),
    },
    { indices: { sign_off_by_draft: ['draft_id'] } },
  ),
  vendorBankAccount: table(
    'vendor_bank_account',
    {
      id: generated(),
      vendor_id: ref(),
      account: text(60),
      changed_by: ref(),
      changed_at: instant(),
      answer: { ...text(10), default: '' },
      answered_by: maybe(ref()),
      answered_at: maybe(instant()),
    },
    { indices: { vendor_bank_account_by_vendor: ['vendor_id'] } },
  ),
  warehouse: table(
    'warehouse',
    { id: generated(), code: text(20), name: text(160), address: { ...text(400), default: '' }, retired: flag() },
    { unique: { warehouse_code_once: ['code'] } },
  ),
  taxCode: table(
    'tax_code',
    { id: generated(), code: text(20), name: text(160), retired: flag() },
    { unique: { tax_code_once: ['code'] } },
  ),
  terms: table(
    'terms',
    {
      id: generated(),
      code: text(20),
      name: text(160),
      days: number(),
      after_month: flag(),
      discount: maybe(figure()),
      discount_days: maybe(number()),
      retired: flag(),
    },
    { unique: { terms_once: ['code'] } },
  ),
  dimension: table(
    'dimension',
    { id: generated(), kind: text(12), code: text(40), name: text(160), retired: flag() },
    { unique: { dimension_once: ['kind', 'code'] } },
  ),
  itemGroup: table(
    'item_group',
    { id: generated(), code: text(20), name: text(160), retired: flag() },
    { unique: { item_group_once: ['code'] } },
  ),
  customer: table(
    'customer',
    {
      id: generated(),
      number: text(40),
      name: text(120),
      address: { ...text(400), default: '' },
      mail: { ...text(160), default: '' },
      ...identifiers(),
      retired: flag(),
    },
    { unique: { customer_once: ['number'] } },
  ),
  shipment: table(
    'shipment',
    {
      id: generated(),
      number: text(60),
      carrier_id: maybe(ref()),
      note: { ...text(160), default: '' },
      retired: flag(),
    },
    { unique: { shipment_once: ['number'] } },
  ),
  chargeKind: table(
    'charge_kind',
    {
      id: generated(),
      code: text(30),
      name: text(160),
      is_cost: flag(1),
      to_border: flag(),
      basis: { ...text(20), default: '' },
      vendor_id: maybe(ref()),
      expense_account_id: maybe(ref()),
      retired: flag(),
    },
    { unique: { charge_kind_once: ['code'] } },
  ),
  /** The chart of accounts. */
  account: table(
    'account',
    { id: generated(), number: text(20), name: text(160), retired: flag() },
    { unique: { account_number_once: ['number'] } },
  ),
  /** The account that each kind of posting uses. */
  postingAccount: table(
    'posting_account',
    { id: generated(), posting: text(40), account_id: ref() },
    { unique: { posting_account_once: ['posting'] } },
  ),
  expenseAccount: table(
    'expense_account',
    { id: generated(), code: text(60), account_id: maybe(ref()), retired: flag() },
    { unique: { expense_account_once: ['code'] } },
  ),
  tariffRate: table(
    'tariff_rate',
    {
      id: generated(),
      measure: text(40),
      code: text(20),
      origin: { ...text(2), default: '' },
      preference: flag(),
      from_day: day(),
      to_day: maybe(day()),
      percent: figure(),
      per_unit: figure(),
      unit: text(12),
      combine: text(10),
      floor: maybe(figure()),
      cap: maybe(figure()),
    },
    { unique: { tariff_rate_once: ['measure', 'code', 'origin', 'preference', 'from_day'] } },
  ),
  exchangeRate: table(
    'exchange_rate',
    { id: generated(), currency: text(3), from_day: day(), rate: figure() },
    { unique: { exchange_rate_once: ['currency', 'from_day'] } },
  ),
};

/** Parts of what is set up: taken away with what they were part of. */
export const setUpParts = {
  /** What an item is bought in beside its stock unit, and how many stock units that holds. */
  itemPack: table('item_pack', { item_id: id(), unit: name(20), size: figure() }),
  /** Codes on the goods, each of one item in one unit. */
  itemCode: table(
    'item_code',
    { code: name(40), item_id: ref(), unit: text(20) },
    { indices: { item_code_by_item: ['item_id'] } },
  ),
  /** The vendor's own number for an item. */
  vendorItem: table('vendor_item', { vendor_id: id(), item_id: id(), number: text(40) }),
  /** What charges of a kind may differ by on bills. */
  chargeAllowance: table('charge_allowance', { company_id: line(), kind: name(30), ...allowances() }),
  /** Places inside a warehouse. */
  bin: table('bin', { warehouse_id: id(), code: name(20), kind: text(10) }),
  /** The taxes of a code in their order: so many percent, reclaimed or not, on the goods or on what the taxes above made of them. */
  taxLevel: table('tax_level', {
    tax_code_id: id(),
    level_no: line(),
    name: text(40),
    percent: figure(),
    recoverable: flag(),
    on_top: flag(),
  }),
};

/** Posted documents and what they caused: appended only. */
export const facts = {
  document: table(
    'document',
    {
      id: id(),
      kind: text(20),
      number: text(30),
      date: day(),
      vendor_id: maybe(ref()),
      customer: maybe(text(120)),
      warehouse_id: maybe(ref()),
      currency: text(3),
      rate: figure(),
      reference: text(60),
      transport: text(60),
      due_day: maybe(day()),
      note: text(500),
      entered_by: ref(),
      entered_at: instant(),
      idempotency_key: text(80),
    },
    {
      unique: { document_number_once: ['kind', 'number'], document_key_once: ['idempotency_key'] },
      indices: {
        document_by_kind: ['kind', 'id'],
        document_by_vendor: ['vendor_id', 'kind'],
        document_by_entry: ['entered_at'],
      },
    },
  ),
  /** Which documents build on which: none can be reversed while another stands on it. */
  citation: table('citation', { document_id: id(), cited_id: id() }, { indices: { citation_by_cited: ['cited_id'] } }),
  reversal: table(
    'reversal',
    { document_id: id(), reversed_id: ref() },
    { unique: { reversed_once: ['reversed_id'] } },
  ),
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
      transport: { ...text(60), default: '' },
    },
    { indices: { order_line_by_item: ['item_id'] } },
  ),
  /** What an order says of paying and of carriage. */
  orderTerms: table('order_terms', {
    document_id: id(),
    terms_id: maybe(ref()),
    incoterm: { ...text(3), default: '' },
    place: { ...text(60), default: '' },
  }),
  orderEstimate: table('order_estimate', {
    document_id: id(),
    line_no: line(),
    by_id: id(),
    kind: { type: 'varchar', length: 30, primary: true },
    estimated_by: text(10),
    figure: figure(),
  }),
  /** What was done with an order after it was placed: changed, held, released, sent, approved, rejected. */
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
  receiptAside: table('receipt_aside', {
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
  asideClosingLine: table(
    'aside_closing_line',
    {
      document_id: id(),
      line_no: line(),
      aside_id: ref(),
      aside_line_no: number(),
      quantity: figure(),
      outcome: text(12),
    },
    { indices: { aside_closing_by_line: ['aside_id', 'aside_line_no'] } },
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
    },
    { indices: { estimate_use_by_receipt: ['receipt_id', 'receipt_line_no'] } },
  ),
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
      amount: figure(),
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
  billCharge: table('bill_charge', {
    document_id: id(),
    line_no: line(),
    kind: text(30),
    amount: figure(),
    base_amount: figure(),
    is_cost: flag(1),
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
  billTax: table('bill_tax', { document_id: id(), line_no: line(), amount: figure(), recoverable: flag() }),
  /** Where a bill as a whole was other than expected: in its tax, in what it asks for in all. */
  billWhole: table('bill_whole', {
    document_id: id(),
    line_no: line(),
    kind: text(10),
    amount: figure(),
    reason: text(200),
  }),
  /** What a bill asks for and was not accepted: a credit is expected for it. */
  billDisputed: table('bill_disputed', {
    document_id: id(),
    line_no: line(),
    said: text(200),
    amount: figure(),
    base_amount: figure(),
    decision: text(10),
    reason: text(200),
  }),
  payable: table('payable', { document_id: id(), amount: figure(), base_amount: figure() }),
  returnLine: table(
    'return_line',
    {
      document_id: id(),
      line_no: line(),
      receipt_id: ref(),
      receipt_line_no: number(),
      quantity: figure(),
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
    },
    { indices: { credit_line_by_line: ['of_id', 'of_line_no'] } },
  ),
  expenseMove: table(
    'expense_move',
    { document_id: id(), of_id: ref(), of_line_no: number(), amount: figure() },
    { indices: { expense_move_by_line: ['of_id', 'of_line_no'] } },
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
    },
    {
      indices: {
        allocation_by_charge: ['charge_id', 'charge_line_no'],
        allocation_by_receipt: ['receipt_id', 'receipt_line_no'],
      },
    },
  ),
  deliveryLine: table('delivery_line', {
    document_id: id(),
    line_no: line(),
    item_id: ref(),
    pool_id: ref(),
    quantity: figure(),
  }),
  invoiceLine: table(
    'invoice_line',
    {
      document_id: id(),
      line_no: line(),
      delivery_id: ref(),
      delivery_line_no: number(),
      quantity: figure(),
      price: figure(),
      amount: figure(),
    },
    { indices: { invoice_line_by_delivery: ['delivery_id', 'delivery_line_no'] } },
  ),
  customerReturnLine: table(
    'customer_return_line',
    {
      document_id: id(),
      line_no: line(),
      delivery_id: ref(),
      delivery_line_no: number(),
      quantity: figure(),
      price: figure(),
      uninvoiced: figure(),
      invoiced: figure(),
      credit: figure(),
    },
    { indices: { customer_return_by_delivery: ['delivery_id', 'delivery_line_no'] } },
  ),
  openingLine: table('opening_line', {
    document_id: id(),
    line_no: line(),
    item_id: ref(),
    pool_id: ref(),
    quantity: figure(),
    value: figure(),
  }),
  assemblyLine: table('assembly_line', {
    document_id: id(),
    line_no: line(),
    item_id: ref(),
    pool_id: ref(),
    quantity: figure(),
    made: flag(),
  }),
  transferLine: table('transfer_line', {
    document_id: id(),
    line_no: line(),
    item_id: ref(),
    to_warehouse_id: ref(),
    quantity: figure(),
    arrived: flag(),
  }),
  arrivalLine: table(
    'arrival_line',
    {
      document_id: id(),
      line_no: line(),
      transfer_id: ref(),
      transfer_line_no: number(),
      quantity: figure(),
      lost: figure(),
    },
    { indices: { arrival_line_by_transfer: ['transfer_id', 'transfer_line_no'] } },
  ),
  countLine: table('count_line', {
    document_id: id(),
    line_no: line(),
    item_id: ref(),
    pool_id: ref(),
    change: text(10),
    quantity: figure(),
    value: figure(),
  }),
  standardLine: table(
    'standard_line',
    { document_id: id(), line_no: line(), item_id: ref(), date: day(), standard: figure() },
    { indices: { standard_line_by_item: ['item_id', 'date'] } },
  ),
  writeDownLine: table(
    'write_down_line',
    { document_id: id(), line_no: line(), pool_id: ref(), net_realisable: figure() },
    { indices: { write_down_by_pool: ['pool_id'] } },
  ),
  prepayment: table('prepayment', { document_id: id(), amount: figure(), base_amount: figure() }),
  payment: table('payment', {
    document_id: id(),
    prepayment_id: maybe(ref()),
    discounts_to: text(10),
    amount: figure(),
    base_amount: figure(),
  }),
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
    },
    { indices: { payment_line_by_document: ['of_id'] } },
  ),
  periodClosing: table('period_closing', { document_id: id(), period: text(7), open_from: day(), open_before: day() }),
  periodAccrual: table('period_accrual', {
    document_id: id(),
    line_no: line(),
    account: text(40),
    amount: figure(),
    item_id: maybe(ref()),
    vendor_id: maybe(ref()),
    expense: maybe(text(60)),
    ...dimensions(),
  }),
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
      ...dimensions(),
    },
    {
      indices: {
        journal_line_by_account: ['account', 'document_id'],
        // Balances as of a day, from the index alone.
        journal_line_by_day: ['account_id', 'account', 'date', 'amount'],
      },
    },
  ),
  /** Who changed what in the setting up, and when. */
  setUpChange: table(
    'set_up_change',
    {
      id: generated(),
      what: text(20),
      which_id: ref(),
      field: text(40),
      was: text(2000),
      became: text(2000),
      changed_by: ref(),
      changed_at: instant(),
    },
    { indices: { set_up_change_by_which: ['what', 'which_id'] } },
  ),
  idempotency: table('idempotency', {
    key: { type: 'varchar', length: 80, primary: true },
    user_id: ref(),
    body_hash: text(64),
    entered_at: instant(),
  }),
  reply: table('reply', { key: { type: 'varchar', length: 80, primary: true }, body: { type: 'mediumtext' } }),
};

/** The chain of the ledger: only the procedure `seal_entry` writes it. */
export const chain = {
  ledgerHead: table('ledger_head', { id: line(), number: figure(), hash: text(64) }),
  ledgerLink: table(
    'ledger_link',
    {
      number: id(),
      document_id: ref(),
      entry_no: number(),
      digest: text(64),
      previous_hash: text(64),
      hash: text(64),
      sealed_at: instant(),
    },
    { unique: { ledger_link_once: ['document_id', 'entry_no'] } },
  ),
};

/** What can be worked out again, or need not last: may be changed and removed. */
export const state = {
  pool: table(
    'pool',
    {
      id: generated(),
      item_id: ref(),
      warehouse_id: ref(),
      quantity: figure(),
      value: figure(),
      last_day: maybe(day()),
      standard: maybe(figure()),
      since_checkpoint: { ...number(), default: 0 },
    },
    { unique: { pool_once: ['item_id', 'warehouse_id'] } },
  ),
  /** The numbers of a vendor's bills and credit memos that stand; one that is reversed gives its number free. */
  billNumber: table(
    'bill_number',
    {
      id: generated(),
      vendor_id: ref(),
      number_key: text(120),
      document_id: ref(),
      /** What another bill may be taken for this one by; empty for a credit memo. */
      shape: { ...text(60), default: '' },
      date: maybe(day()),
      currency: { ...text(3), default: '' },
      amount: { ...figure(), default: 0 },
    },
    {
      unique: { bill_number_once: ['vendor_id', 'number_key'] },
      indices: {
        bill_number_by_document: ['document_id'],
        bill_number_by_shape: ['vendor_id', 'shape'],
        bill_number_by_date: ['vendor_id', 'date'],
      },
    },
  ),
  poolLayer: table('pool_layer', {
    pool_id: id(),
    day: { type: 'date', primary: true },
    document_id: id(),
    line_no: line(),
    part_id: id(),
    part_line_no: line(),
    lot: { type: 'varchar', length: 60, primary: true },
    quantity: figure(),
    value: figure(),
  }),
  /** States of a pool on the way, each with its layers as text: a late cost starts at the last before its movement. */
  poolCheckpoint: table('pool_checkpoint', {
    pool_id: id(),
    day: { type: 'date', primary: true },
    place: id(),
    quantity: figure(),
    value: figure(),
    standard: maybe(figure()),
    layers: long(),
  }),
  draft: table('draft', {
    id: { type: 'varchar', length: 36, primary: true },
    /** Whose it is; nobody's yet where it waits for whoever may post it. */
    user_id: maybe(ref()),
    kind: text(20),
    title: text(120),
    body: long(),
    version: number(),
    updated_at: instant(),
    /** Whether it waits for whoever may post it, once nobody holds it. */
    shared: flag(),
    /** Until when whoever works on it holds it. */
    held_until: maybe(instant()),
    /** The command that it stands for, where it is complete. */
    command: maybe(long()),
    /** What somebody wrote to it, when it is to be looked at again, and when it posts by itself and for whom. */
    note: { ...text(200), default: '' },
    look_again: maybe(day()),
    post_on: maybe(day()),
    post_by: maybe(ref()),
    /** Why it did not post by itself. */
    says: { ...text(500), default: '' },
  }),
  /** What vendors announce; who received it is found by its number. */
  despatchAdvice: table(
    'despatch_advice',
    {
      id: { type: 'varchar', length: 36, primary: true },
      vendor_id: ref(),
      number: text(60),
      despatched: maybe(day()),
      arrives: maybe(day()),
      transport: text(60),
      kept_by: ref(),
      kept_at: instant(),
    },
    { unique: { despatch_advice_once: ['vendor_id', 'number'] } },
  ),
  despatchAdviceLine: table('despatch_advice_line', {
    advice_id: { type: 'varchar', length: 36, primary: true },
    line_no: line(),
    order_id: maybe(ref()),
    order_line_no: maybe(number()),
    said: text(200),
    quantity: figure(),
    lot: text(60),
    expires: maybe(day()),
    problem: text(200),
  }),
  /**
   * Papers of bills and credit memos, each under the id of the draft, and of the posting, that comes of it: as they came, and what of them can be read. The same
   * paper is kept once, and `again` where somebody said why.
   * Of what was refused only that it came is kept.
   */
  incomingPaper: table(
    'incoming_paper',
    {
      id: { type: 'varchar', length: 36, primary: true },
      came: text(10),
      sender: { ...text(160), default: '' },
      name: text(200),
      media_type: text(40),
      bytes: figure(),
      checksum: maybe(text(64)),
      again: { ...number(), default: 0 },
      content: maybe({ type: 'longblob' }),
      structured: maybe({ type: 'longblob' }),
      state: text(10),
      says: { ...text(500), default: '' },
      vendor_id: maybe(ref()),
      number: { ...text(60), default: '' },
      currency: { ...text(3), default: '' },
      total: maybe(figure()),
      kept_by: maybe(ref()),
      kept_at: instant(),
    },
    { unique: { incoming_paper_once: ['checksum', 'again'] } },
  ),
  /** Mails that came, and those that were sent. */
  mail: table(
    'mail',
    {
      id: { type: 'varchar', length: 36, primary: true },
      outward: { type: 'tinyint' },
      sender: text(160),
      recipients: text(500),
      subject: text(200),
      body: { type: 'mediumtext' },
      attachments: { ...text(1000), default: '' },
      at: instant(),
    },
    { indices: { mail_by_time: ['at'] } },
  ),
  /** How somebody likes to see a list, under a name. */
  savedView: table('saved_view', { user_id: id(), list: name(20), name: name(60), state: text(4000) }),
  session: table('session', {
    session_id: { type: 'varchar', length: 128, primary: true },
    expires: { type: 'int', unsigned: true },
    data: maybe(long()),
  }),
  signInAttempt: table(
    'sign_in_attempt',
    { id: generated(), email: text(160), address: text(60), at: instant() },
    { indices: { attempt_by_email: ['email', 'at'], attempt_by_address: ['address', 'at'] } },
  ),
  importBatch: table('import_batch', {
    id: { type: 'varchar', length: 36, primary: true },
    user_id: ref(),
    kind: text(20),
    file_name: text(200),
    checksum: text(64),
    state: text(20),
    says: text(500),
    lease_until: maybe(instant()),
    created_at: instant(),
  }),
  importRow: table('import_row', {
    import_id: { type: 'varchar', length: 36, primary: true },
    row_no: line(),
    group_no: number(),
    fields: long(),
    problems: long(),
    /** What loading it does to what is there. */
    does: text(200),
    state: text(20),
  }),
};

export const allTables = [
  ...Object.values(setUp),
  ...Object.values(setUpParts),
  ...Object.values(facts),
  ...Object.values(chain),
  ...Object.values(state),
];
