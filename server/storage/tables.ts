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
const day = (): Column => ({ type: 'date' });
const instant = (): Column => ({ type: 'datetime', precision: 6 });
const long = (): Column => ({ type: 'longtext' });
const maybe = (column: Column): Column => ({ ...column, nullable: true });
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
  company: table('company', { id: line(), name: text(160), currency: text(3), recognition: text(20), first_open_day: day() }),
  user: table(
    'user_account',
    { id: generated(), email: text(160), name: text(160), role: text(20), password_hash: text(200) },
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
    },
    { unique: { item_number_once: ['number'] } },
  ),
  vendor: table(
    'vendor',
    { id: generated(), number: text(40), name: text(160), currency: text(3), terms_days: number() },
    { unique: { vendor_number_once: ['number'] } },
  ),
  vendorPrice: table('vendor_price', { vendor_id: id(), item_id: id(), price: figure() }),
  warehouse: table('warehouse', { id: generated(), code: text(20), name: text(160) }, { unique: { warehouse_code_once: ['code'] } }),
  exchangeRate: table('exchange_rate', { currency: { type: 'varchar', length: 3, primary: true }, from_day: { type: 'date', primary: true }, rate: figure() }),
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
      reference_key: maybe(text(120)),
      transport: text(60),
      due_day: maybe(day()),
      note: text(500),
      entered_by: ref(),
      entered_at: instant(),
      idempotency_key: text(80),
    },
    {
      unique: { document_number_once: ['kind', 'number'], bill_number_once: ['vendor_id', 'reference_key'], document_key_once: ['idempotency_key'] },
      indices: { document_by_kind: ['kind', 'id'], document_by_vendor: ['vendor_id', 'kind'] },
    },
  ),
  orderLine: table(
    'order_line',
    { document_id: id(), line_no: line(), item_id: ref(), quantity: figure(), price: figure(), discount: figure(), due_day: maybe(day()) },
    { indices: { order_line_by_item: ['item_id'] } },
  ),
  receiptLine: table(
    'receipt_line',
    {
      document_id: id(),
      line_no: line(),
      order_id: ref(),
      order_line_no: number(),
      item_id: ref(),
      pool_id: ref(),
      quantity: figure(),
      currency: text(3),
      rate: figure(),
      amount: figure(),
      base_amount: figure(),
    },
    { indices: { receipt_line_by_order: ['order_id', 'order_line_no'] } },
  ),
  billLine: table(
    'bill_line',
    {
      document_id: id(),
      line_no: line(),
      receipt_id: ref(),
      receipt_line_no: number(),
      quantity: figure(),
      price: figure(),
      discount: figure(),
      difference: text(20),
      amount: figure(),
      cleared: figure(),
      price_difference: figure(),
      payable: figure(),
    },
    { indices: { bill_line_by_receipt: ['receipt_id', 'receipt_line_no'] } },
  ),
  billCharge: table('bill_charge', { document_id: id(), line_no: line(), kind: text(30), amount: figure(), base_amount: figure() }),
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
    { indices: { allocation_by_charge: ['charge_id', 'charge_line_no'], allocation_by_receipt: ['receipt_id', 'receipt_line_no'] } },
  ),
  deliveryLine: table('delivery_line', { document_id: id(), line_no: line(), item_id: ref(), pool_id: ref(), quantity: figure() }),
  invoiceLine: table(
    'invoice_line',
    { document_id: id(), line_no: line(), delivery_id: ref(), delivery_line_no: number(), quantity: figure(), price: figure(), amount: figure() },
    { indices: { invoice_line_by_delivery: ['delivery_id', 'delivery_line_no'] } },
  ),
  openingLine: table('opening_line', { document_id: id(), line_no: line(), item_id: ref(), pool_id: ref(), quantity: figure(), value: figure() }),
  movement: table(
    'movement',
    { document_id: id(), line_no: line(), pool_id: ref(), date: day(), direction: text(3), quantity: figure() },
    { indices: { movement_by_pool: ['pool_id', 'date', 'document_id', 'line_no'] } },
  ),
  valueChange: table(
    'value_change',
    {
      id: generated(),
      document_id: ref(),
      entry_no: number(),
      line_document_id: ref(),
      line_no: number(),
      pool_id: maybe(ref()),
      component: text(40),
      amount: figure(),
      effective: day(),
      posting: day(),
    },
    { indices: { value_change_by_line: ['line_document_id', 'line_no'], value_change_by_document: ['document_id'] } },
  ),
  entry: table('entry', { document_id: id(), entry_no: line(), date: day() }, { indices: { entry_by_date: ['date'] } }),
  journalLine: table(
    'journal_line',
    { document_id: id(), entry_no: line(), line_no: line(), account: text(40), amount: figure(), item_id: maybe(ref()), vendor_id: maybe(ref()) },
    { indices: { journal_line_by_account: ['account', 'document_id'] } },
  ),
  idempotency: table('idempotency', { key: { type: 'varchar', length: 80, primary: true }, user_id: ref(), body_hash: text(64), entered_at: instant() }),
};

/** The chain of the ledger: only the procedure `seal_entry` writes it. */
export const chain = {
  ledgerHead: table('ledger_head', { id: line(), number: figure(), hash: text(64) }),
  ledgerLink: table(
    'ledger_link',
    { number: id(), document_id: ref(), entry_no: number(), digest: text(64), previous_hash: text(64), hash: text(64), sealed_at: instant() },
    { unique: { ledger_link_once: ['document_id', 'entry_no'] } },
  ),
};

/** What can be worked out again, or need not last: may be changed and removed. */
export const state = {
  pool: table(
    'pool',
    { id: generated(), item_id: ref(), warehouse_id: ref(), quantity: figure(), value: figure(), last_day: maybe(day()) },
    { unique: { pool_once: ['item_id', 'warehouse_id'] } },
  ),
  poolLayer: table('pool_layer', {
    pool_id: id(),
    day: { type: 'date', primary: true },
    document_id: id(),
    line_no: line(),
    quantity: figure(),
    value: figure(),
  }),
  draft: table('draft', {
    id: { type: 'varchar', length: 36, primary: true },
    user_id: ref(),
    kind: text(20),
    title: text(120),
    body: long(),
    version: number(),
    updated_at: instant(),
  }),
  session: table('session', { session_id: { type: 'varchar', length: 128, primary: true }, expires: { type: 'int', unsigned: true }, data: maybe(long()) }),
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
    state: text(20),
  }),
};

export const allTables = [...Object.values(setUp), ...Object.values(facts), ...Object.values(chain), ...Object.values(state)];
