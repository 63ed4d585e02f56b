import type { approvals as en } from '../en/approvals.ts';

export const approvals: Record<keyof typeof en, string> = {
  'approvals.approve': 'Freigeben',
  'approvals.reject_ask': 'Ablehnen …',
  'approvals.reject_title': 'Ablehnen: {title}',
  'approvals.reject': 'Ablehnen',
  'approvals.change_waits': 'Wartende Änderung: {title}',
  'approvals.to_change': 'Zu ändern: {title}',
  'approvals.field': 'Feld',
  'approvals.was': 'Bisher',
  'approvals.becomes': 'Künftig',
  'approvals.is_approved': '{title}: freigegeben.',
  'approvals.is_rejected': '{title}: abgelehnt.',
  'approvals.asked_by_other': '{by} hat um diese Änderung gebeten. Sie gilt, wenn eine zweite Person freigibt.',
  'approvals.asked_by_self':
    '{by} hat um diese Änderung gebeten. Sie gilt, wenn eine zweite Person freigibt; das sind nicht Sie, die gebeten haben.',
  'approvals.about': 'Was niemand allein entscheidet: genau das wird freigegeben und nichts Späteres',
  'approvals.none': 'Nichts wartet auf Freigabe',
  'approvals.none_more':
    'Eine Bestellung über der Grenze ihres Einkäufers, eine Rechnung, deren Abweichungen über dem Betrag der Firma liegen, und die Änderung einer Bankverbindung oder Grenze kommen hierher, bevor sie gelten.',
  'approvals.asked_yourself': 'Sie haben das selbst angefragt: jemand anderes muss antworten.',
  'approvals.answered': 'Beantwortet',
  'approvals.subject': 'Gegenstand',
  'approvals.asked_by': 'Angefragt von',
  'approvals.answer': 'Antwort',
  'approvals.by': 'Von',
  'approvals.when': 'Wann',
  'approvals.differences': 'Abweichungen: {title}',
  'approvals.asked_on': 'Angefragt von {name} am {at}',
  'approvals.different': 'Was anders ist: {title}',
  'approvals.differences_of': 'Abweichungen',
  'approvals.above': 'über {above}',
};
