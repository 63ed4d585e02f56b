export const approval = {
  'approval.title_order': 'Order {number} to {vendor}',
  'approval.title_limit': 'Approval limit of {name}',
  'approval.title_entry': '{what} {name}',
  'approval.limit': 'Approval limit',
  'approval.change_of_line': '{label}: {what}',
  'approval.title_run': 'Payment run {number} for {day}',
  'approval.title_payee': 'Bill {number} of {vendor} asks to be paid elsewhere',
  'approval.payee': 'Payee',
  'approval.title_claim': '{vendor} does not give back: {reason}',
  'approval.claim_line': 'From {document}',
} as const;
