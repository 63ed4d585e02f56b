export const kinds = {
  'kinds.invoice': 'Create invoice',
  'kinds.enter_bill': 'Enter the bill',
} as const;
