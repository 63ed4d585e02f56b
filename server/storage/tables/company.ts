import {
  ref,
  line,
  number,
  figure,
  text,
  day,
  maybe,
  flag,
  allowances,
  identifiers,
  generated,
  table,
} from './columns.ts';

/** The company, its people and its money. */
export const company = {
  company: table('company', {
    id: line(),
    name: text(160),
    currency: text(3),
    recognition: text(20),
    first_open_day: day(),
    locked_until: maybe(day()),
    customs_with_freight: flag(),
    customs_debt: flag(),
    duty_by_code: flag(),
    /** Discounts that are taken lower the cost of the goods; else they are income. */
    discounts_to_goods: flag(),
    /** Bills are due as their papers say; else by their terms. */
    due_by_paper: flag(),
    address: { ...text(400), default: '' },
    ...identifiers(),
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
    return_above: maybe(figure()),
    prepayment_above: maybe(figure()),
    /** From what part of the goods’ value a charge, and of its usual cost a unit’s, is pointed out; nothing for never. */
    unusual_charge: maybe(figure()),
    unusual_cost: maybe(figure()),
    /** In which vendors are written to. */
    language: { ...text(2), default: 'en' },
  }),
  /** The company’s own accounts at banks. */
  bankAccount: table(
    'bank_account',
    {
      id: generated(),
      code: text(20),
      name: text(160),
      currency: text(3),
      account: text(34),
      bank_code: { ...text(11), default: '' },
      /** The number of its first check; null where it has none. */
      first_check: maybe(figure()),
      retired: flag(),
    },
    { unique: { bank_account_once: ['code'] } },
  ),
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
      /** Rises when all sessions of the person are to end. */
      session_epoch: { ...figure(), default: 0 },
      /** How they write figures and days; what is empty is as their browser has it. */
      locale: { ...text(35), default: '' },
      date_order: { ...text(3), default: '' },
      week_start: { ...text(1), default: '' },
      keys_alone: { ...text(3), default: '' },
      /** In which they read; empty for their browser’s. */
      language: { ...text(2), default: '' },
    },
    { unique: { user_email_once: ['email'] } },
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
  exchangeRate: table(
    'exchange_rate',
    { id: generated(), currency: text(3), from_day: day(), rate: figure() },
    { unique: { exchange_rate_once: ['currency', 'from_day'] } },
  ),
};
