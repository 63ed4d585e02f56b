export const role = {
  'role.buyer': 'Buyer',
  'role.receiver': 'Receiver',
  'role.accountant': 'Accountant',
  'role.approver': 'Approver',
  'role.auditor': 'Auditor',
  'role.administrator': 'Administrator',
} as const;
