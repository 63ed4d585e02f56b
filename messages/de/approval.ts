import type { approval as en } from '../en/approval.ts';

export const approval: Record<keyof typeof en, string> = {
  'approval.title_order': 'Bestellung {number} an {vendor}',
  'approval.title_limit': 'Freigabegrenze von {name}',
  'approval.title_entry': '{what} {name}',
  'approval.limit': 'Freigabegrenze',
  'approval.change_of_line': '{label}: {what}',
  'approval.title_run': 'Zahlungslauf {number} für den {day}',
  'approval.title_payee': 'Rechnung {number} von {vendor} will anderswohin bezahlt werden',
  'approval.payee': 'Zahlungsempfänger',
  'approval.title_claim': '{vendor} gibt nicht zurück: {reason}',
  'approval.claim_line': 'Aus {document}',
};
