export const hit = {
  'hit.item': 'Item',
  'hit.vendor': 'Vendor',
  'hit.amount': '{amount} in its journal, {day}',
} as const;
