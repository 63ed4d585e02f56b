import type { role as en } from '../en/role.ts';

export const role: Record<keyof typeof en, string> = {
  'role.buyer': 'Einkauf',
  'role.receiver': 'Wareneingang',
  'role.accountant': 'Buchhaltung',
  'role.approver': 'Freigabe',
  'role.auditor': 'Prüfung',
  'role.administrator': 'Administration',
};
