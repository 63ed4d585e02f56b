/** Who does the work (job.md). An auditor reads everything and changes nothing. */
export const ROLES = ['buyer', 'receiver', 'accountant', 'approver', 'auditor', 'administrator'] as const;
export type Role = (typeof ROLES)[number];

export const DOCUMENT_KINDS = [
  ...(['order', 'order-change', 'order-closing', 'order-step', 'order-approval'] as const),
  ...([
    'receipt',
    'aside-closing',
    'put-away',
    'bill',
    'return',
    'credit',
    'allocation',
    'estimate-closing',
    'charge-move',
  ] as const),
  ...([
    'delivery',
    'invoice',
    'customer-return',
    'opening',
    'assembly',
    'transfer',
    'arrival',
    'count',
    'standard',
    'write-down',
  ] as const),
  ...(['prepayment', 'payment', 'close', 'open', 'lock', 'reversal'] as const),
] as const;
export type DocumentKind = (typeof DOCUMENT_KINDS)[number];

/** Who may post which document. The server refuses everyone else; the web hides what would be refused. */
export const MAY_POST: Readonly<Record<DocumentKind, readonly Role[]>> = {
  order: ['buyer', 'accountant'],
  'order-change': ['buyer', 'accountant'],
  'order-closing': ['buyer', 'accountant'],
  'order-step': ['buyer', 'accountant'],
  // The one who orders does not approve it: the core refuses one's own order too, whatever the role.
  'order-approval': ['approver'],
  receipt: ['receiver', 'accountant'],
  'aside-closing': ['receiver', 'buyer', 'accountant'],
  'put-away': ['receiver', 'accountant'],
  bill: ['accountant'],
  return: ['receiver', 'accountant'],
  credit: ['accountant'],
  allocation: ['accountant'],
  'estimate-closing': ['accountant'],
  'charge-move': ['accountant'],
  delivery: ['receiver', 'accountant'],
  invoice: ['accountant'],
  'customer-return': ['receiver', 'accountant'],
  opening: ['accountant'],
  assembly: ['receiver', 'accountant'],
  transfer: ['receiver', 'accountant'],
  arrival: ['receiver', 'accountant'],
  count: ['receiver', 'accountant'],
  standard: ['accountant'],
  'write-down': ['accountant'],
  prepayment: ['accountant'],
  payment: ['accountant'],
  close: ['accountant'],
  open: ['accountant'],
  lock: ['accountant'],
  reversal: ['accountant'],
};

/** Who may be the second person to differences on a bill. */
export const MAY_SECOND: readonly Role[] = ['accountant', 'approver', 'administrator'];
