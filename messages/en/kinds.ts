export const kinds = {
  'kinds.invoice': 'Create invoice',
  'kinds.enter_bill': 'Enter the bill',
  'kinds.check_charged': 'Calculated and charged',
} as const;
