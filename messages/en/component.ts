export const component = {
  'component.goods': 'Goods',
  'component.carried': 'Carried with the goods',
  'component.conversion': 'Conversion',
  'component.discount': 'Discount',
  'component.invoiced': 'Invoiced',
  'component.lost': 'Lost',
  'component.rebate': 'Rebate',
  'component.standard': 'Standard cost',
  'component.tax': 'Tax',
  'component.price difference': 'Price difference',
  'component.price-variance': 'Price variance',
} as const;
