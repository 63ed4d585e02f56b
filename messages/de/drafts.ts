import type { drafts as en } from '../en/drafts.ts';

export const drafts: Record<keyof typeof en, string> = {
  'drafts.drafts': 'Entwürfe',
  'drafts.discard': 'verwerfen',
  'drafts.discard_named': '{title} verwerfen',
  'drafts.at_rate': '{name}, zu {rate}',
  'drafts.terms_due': 'Zahlungsbedingungen: fällig {day}',
  'drafts.terms_usual': '{name}, wie üblich',
  'drafts.usual': 'wie üblich',
  'drafts.another_bill': 'Warum es eine andere Rechnung ist',
  'drafts.look_at_it': 'Ansehen',
  'drafts.posted': '{number} ist gebucht.',
  'drafts.named': '{kind}: {title}',
  'drafts.overtaken':
    'Was dieser Browser vom Entwurf gesichert hatte, wurde von einem späteren Stand überholt, der hier zu sehen ist.',
  'drafts.due_by_paper': 'Wie auf dem Dokument, {day}',
  'drafts.terms_in_parts': 'Zahlungsbedingungen: in {count} Raten, die letzte fällig {day}',
  'drafts.in_instalments': 'In Raten …',
  'drafts.instalments_by_paper': 'Wie auf dem Dokument, in {count} Raten',
};
