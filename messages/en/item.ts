export const item = {
  'item.set_up': 'Setup',
  'item.nothing_on_order': 'Nothing is on order.',
  'item.never_here': 'None of it was ever here.',
  'item.ordered_billed': 'Ordered and billed',
  'item.never_ordered': 'It was never ordered.',
  'item.price_over_time': 'Price of one {unit} over time, in {currency}',
  'item.price_of_one': 'Price of one {unit}, {currency}',
  'item.kept_in':
    'Kept in {unit}, costing method {method}. Prices below are for one {unit}, in {currency} at the rate of each document',
} as const;
