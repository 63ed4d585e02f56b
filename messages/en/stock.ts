export const stock = {
  'stock.about': 'Quantity, value and unit cost as now known, in {currency}',
  'stock.none': 'Nothing is on hand yet',
  'stock.none_more': 'Goods come in by a receipt, or as opening stock from a file in Setup.',
  'stock.value_in': 'Value, {currency}',
  'stock.movements': 'Movements',
  'stock.posted': 'Posted',
  'stock.in': 'In',
  'stock.out': 'Out',
  'stock.balance': 'Balance',
  'stock.balance_in': 'Balance, {currency}',
  'stock.kept_as': '{method} · {warehouse} · kept in {unit} ·',
} as const;
