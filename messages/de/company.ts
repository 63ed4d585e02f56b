import type { company as en } from '../en/company.ts';

export const company: Record<keyof typeof en, string> = {
  'company.unnamed': 'Meine Firma',
  'company.main_warehouse': 'Hauptlager',
};
