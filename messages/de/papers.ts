import type { papers as en } from '../en/papers.ts';

export const papers: Record<keyof typeof en, string> = {
  'papers.section_document': 'Dokument',
  'papers.section_seller': 'Verkäufer',
  'papers.section_buyer': 'Käufer',
  'papers.section_payee': 'Zahlungsempfänger',
  'papers.section_references': 'Bezüge',
  'papers.section_delivery': 'Lieferung und Zeitraum',
  'papers.section_lines': 'Positionen',
  'papers.section_allowances': 'Abzüge und Zuschläge',
  'papers.section_tax': 'Steuer',
  'papers.section_totals': 'Summen',
  'papers.section_payment': 'Zahlung',
  'papers.section_notes': 'Hinweise',
  'papers.section_attached': 'Anlagen',
  'papers.not_understood': 'nicht verstanden',
  'papers.lines_more': '{count, plural, one {Eine weitere} other {# weitere}}',
  'papers.as_read': 'Wie gelesen',
  'papers.as_it_came': 'Wie gekommen',
  'papers.as_it_is_read': 'Alles, was darauf steht; was niemand versteht, ist gekennzeichnet',
  'papers.others': 'Auch von dieser Rechnung:',
};
