export const terms = {
  'terms.on_receipt': 'On receipt of the bill',
  'terms.days': '{days} days',
} as const;
