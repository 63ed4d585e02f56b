export const company = {
  'company.unnamed': 'My company',
  'company.main_warehouse': 'Main',
} as const;
