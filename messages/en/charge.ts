export const charge = {
  'charge.freight': 'Freight',
  'charge.duty': 'Duty',
  'charge.insurance': 'Insurance',
  'charge.brokerage': 'Brokerage',
  'charge.handling': 'Handling',
  'charge.inspection': 'Inspection',
  'charge.storage': 'Storage after a delay',
  'charge.demurrage': 'Demurrage',
  'charge.detention': 'Detention',
  'charge.fine': 'Fine',
  'charge.penalty': 'Penalty',
  'charge.interest': 'Interest',
} as const;
