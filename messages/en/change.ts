export const change = {
  'change.quantity': 'Quantity',
  'change.price': 'Price',
  'change.discount': 'Discount',
  'change.due': 'Due',
  'change.warehouse': 'Warehouse',
  'change.tax': 'Tax code',
  'change.shipment': 'Shipment',
  'change.department': 'Department',
  'change.location': 'Location',
  'change.project': 'Project',
  'change.new-line': 'New line',
} as const;
