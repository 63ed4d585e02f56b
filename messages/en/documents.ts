export const documents = {
  'documents.at_rate': '· {currency} at {rate}',
  'documents.the_vendor': 'the vendor',
  'documents.journal_of': 'Journal of the document',
  'documents.in_ledger': 'In the ledger',
  'documents.is_reversed': '{number} is reversed.',
  'documents.reverse': 'Reverse',
  'documents.reverse_named': 'Reverse {number}',
  'documents.reverse_says':
    'All that it posted is taken back on today’s date; the document and its reverse both stay in the books.',
  'documents.of_day': '{kind} of {day}',
  'documents.entered_by': 'Entered by {name} on {day}.',
  'documents.entry_of': 'Entry {number} of {day}',
  'documents.again': 'Post again …',
  'documents.redo': 'Reverse and post again …',
  'documents.redo_named': 'Reverse {number} and post it again',
  'documents.redo_action': 'Reverse',
  'documents.redo_says':
    'It is reversed today, to the cent. Then it opens as a draft, with everything as it was chosen, to be changed and posted again.',
  'documents.notes': 'Notes',
  'documents.note': 'A note',
  'documents.note_examples': 'An answer to a claim, a promise, who was asked …',
  'documents.keep_note': 'Keep',
} as const;
