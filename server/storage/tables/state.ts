import {
  id,
  ref,
  line,
  number,
  figure,
  text,
  name,
  day,
  instant,
  long,
  maybe,
  flag,
  generated,
  table,
} from './columns.ts';

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
      /** How often it was written. */
      version: { ...figure(), default: 0 },
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
        bill_number_by_key: ['number_key'],
        bill_number_by_amount: ['vendor_id', 'currency', 'amount'],
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
    /** Up to where the books were when it was proposed; empty where nothing proposed it. */
    rests_on: { ...text(120), default: '' },
    /** What somebody wrote to it, when it is to be looked at again, and when it posts by itself and for whom. */
    note: { ...text(200), default: '' },
    look_again: maybe(day()),
    post_on: maybe(day()),
    post_by: maybe(ref()),
    /** Why it did not post by itself. */
    says: { ...text(4000), default: '' },
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
      shipment: text(60),
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
    problem: { ...text(4000), default: '' },
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
      /** Whom it asks to be paid to, as it says it: names, accounts. */
      asks_payee: maybe(long()),
      state: text(10),
      says: { ...text(4000), default: '' },
      vendor_id: maybe(ref()),
      number: { ...text(60), default: '' },
      currency: { ...text(3), default: '' },
      total: maybe(figure()),
      /** Of a paper that lies beside the one that its bill is entered from: that one. */
      beside: maybe({ type: 'varchar', length: 36 }),
      kept_by: maybe(ref()),
      kept_at: instant(),
    },
    { unique: { incoming_paper_once: ['checksum', 'again'] }, indices: { incoming_paper_beside: ['beside'] } },
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
  /** How somebody looks at the columns of a table, as JSON. */
  tableLayout: table('table_layout', { user_id: id(), name: name(60), layout: text(16000) }),
  savedView: table('saved_view', { user_id: id(), list: name(20), name: name(60), state: text(4000) }),
  session: table('session', {
    session_id: { type: 'varchar', length: 128, primary: true },
    expires: { type: 'int', unsigned: true },
    data: maybe(long()),
  }),
  /** How far ahead of its pace somebody who signs in is (`server/signIn/limits.ts`). */
  signInPace: table('sign_in_pace', { what: name(240), free_at: instant() }),
  /** From where somebody has signed in before. */
  signInKnown: table('sign_in_known', { email: name(160), address: name(60) }),
  /** Links that set a new password, once. */
  passwordReset: table(
    'password_reset',
    { token_hash: name(64), user_id: ref(), expires_at: instant() },
    { indices: { password_reset_by_user: ['user_id'] } },
  ),
  /** The keyed hash of the last change of what is set up. */
  setUpHead: table('set_up_head', { id: line(), mac: text(64) }),
  importBatch: table('import_batch', {
    id: { type: 'varchar', length: 36, primary: true },
    user_id: ref(),
    kind: text(20),
    file_name: text(200),
    checksum: text(64),
    /** How its figures are written. */
    figures: { ...text(20), default: '1,234.50' },
    state: text(20),
    says: { ...text(4000), default: '' },
    created_at: instant(),
  }),
  importRow: table(
    'import_row',
    {
      import_id: { type: 'varchar', length: 36, primary: true },
      row_no: line(),
      group_no: number(),
      fields: long(),
      problems: long(),
      /** What loading it does to what is there. */
      does: { ...text(4000), default: '' },
      state: text(20),
    },
    { indices: { import_row_by_group: ['import_id', 'group_no', 'state'] } },
  ),
};
