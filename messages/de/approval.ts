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
  'approval.title_return': 'Ware geht an {vendor} zurück',
  'approval.return_line': '{item}, {receipt}',
  'approval.title_prepayment': 'Anzahlung an {vendor} für Bestellung {order}',
  'approval.title_ahead': 'Anzahlung auf Konto an {vendor}',
  'approval.title_deposit': 'Kaution bei {vendor}',
  'approval.return_line_because': '{item}, {receipt}: {reason}',
};
