import {
  ref,
  figure,
  text,
  day,
  maybe,
  flag,
  tolerances,
  allowances,
  identifiers,
  generated,
  table,
} from './columns.ts';

/** Who is bought from and delivered to. */
export const parties = {
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
      /** The one in use: a second person approved it. */
      bank_account: { ...text(60), default: '' },
      bank_code: { ...text(11), default: '' },
      /** Whose account that is, where it is not the vendor's own. */
      payee: { ...text(140), default: '' },
      /** The expense that its bills are for, where they are for nothing on order. */
      usual_expense: { ...text(60), default: '' },
      /** In which it is written to; empty for the company’s. */
      language: { ...text(2), default: '' },
    },
    { unique: { vendor_number_once: ['number'] } },
  ),
  /** From so many of the unit on, from a day on; the empty unit is the stock unit. */
  vendorContract: table(
    'vendor_contract',
    {
      id: generated(),
      vendor_id: ref(),
      number: text(60),
      note: { ...text(200), default: '' },
      from_day: maybe(day()),
      to_day: maybe(day()),
    },
    {
      unique: { vendor_contract_once: ['vendor_id', 'number'] },
      indices: { vendor_contract_number: ['number'] },
    },
  ),
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
};
