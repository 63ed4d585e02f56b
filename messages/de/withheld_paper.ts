import type { withheld_paper as en } from '../en/withheld_paper.ts';

export const withheld_paper: Record<keyof typeof en, string> = {
  'withheld_paper.title': 'Einbehaltene Steuer',
  'withheld_paper.named': 'Einbehaltene Steuer, {number}',
  'withheld_paper.bill': 'Rechnung',
  'withheld_paper.paid': 'Gezahlt, {currency}',
  'withheld_paper.withheld': 'Einbehalten, {currency}',
  'withheld_paper.our_tax_number': 'Unsere St.-Nr.',
  'withheld_paper.your_tax_number': 'Ihre St.-Nr.',
  'withheld_paper.certificate': 'Bescheinigung der Steuer',
  'withheld_paper.total': 'Einbehalten insgesamt',
};
