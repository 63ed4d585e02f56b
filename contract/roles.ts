/** Who does the work (job.md). An auditor reads everything and changes nothing. */
export const ROLES = ['buyer', 'receiver', 'accountant', 'approver', 'auditor', 'administrator'] as const;
export type Role = (typeof ROLES)[number];

export const DOCUMENT_KINDS = ['order', 'receipt', 'bill', 'allocation', 'delivery', 'invoice', 'opening'] as const;
export type DocumentKind = (typeof DOCUMENT_KINDS)[number];

export const IMPORT_KINDS = ['items', 'vendors', 'prices', 'rates', 'opening-stock', 'orders'] as const;
export type ImportKind = (typeof IMPORT_KINDS)[number];

/** Who may post which document. The server refuses everyone else; the web hides what would be refused. */
export const MAY_POST: Readonly<Record<DocumentKind, readonly Role[]>> = {
  order: ['buyer', 'accountant'],
  receipt: ['receiver', 'accountant'],
  bill: ['accountant'],
  allocation: ['accountant'],
  delivery: ['receiver', 'accountant'],
  invoice: ['accountant'],
  opening: ['accountant'],
};

export const MAY_IMPORT: Readonly<Record<ImportKind, readonly Role[]>> = {
  items: ['administrator', 'accountant'],
  vendors: ['administrator', 'accountant'],
  prices: ['administrator', 'accountant', 'buyer'],
  rates: ['administrator', 'accountant'],
  'opening-stock': ['accountant'],
  orders: ['buyer', 'accountant'],
};
