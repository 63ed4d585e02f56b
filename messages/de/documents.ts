import type { documents as en } from '../en/documents.ts';

export const documents: Record<keyof typeof en, string> = {
  'documents.at_rate': '· {currency} zu {rate}',
  'documents.the_vendor': 'der Lieferant',
  'documents.journal_of': 'Buchung des Belegs',
  'documents.in_ledger': 'Im Hauptbuch',
  'documents.is_reversed': '{number} ist storniert.',
  'documents.reverse': 'Stornieren',
  'documents.reverse_named': '{number} stornieren',
  'documents.reverse_says':
    'Alles Gebuchte wird mit heutigem Datum zurückgenommen; Beleg und Storno bleiben beide in den Büchern.',
  'documents.of_day': '{kind} vom {day}',
  'documents.entered_by': 'Erfasst von {name} am {day}.',
  'documents.entry_of': 'Buchung {number} vom {day}',
  'documents.again': 'Noch einmal buchen …',
  'documents.redo': 'Stornieren und neu buchen …',
  'documents.redo_named': '{number} stornieren und neu buchen',
  'documents.redo_action': 'Stornieren',
  'documents.redo_says':
    'Es wird heute storniert, auf den Cent genau. Danach öffnet es sich als Entwurf, mit allem, wie es gewählt war, zum Ändern und erneuten Buchen.',
  'documents.notes': 'Notizen',
  'documents.note': 'Eine Notiz',
  'documents.note_examples': 'Eine Antwort auf eine Reklamation, eine Zusage, wer gefragt wurde …',
  'documents.keep_note': 'Behalten',
};
