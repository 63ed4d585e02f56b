export const withheld_paper = {
  'withheld_paper.title': 'Tax withheld',
  'withheld_paper.named': 'Tax withheld, {number}',
  'withheld_paper.bill': 'Bill',
  'withheld_paper.paid': 'Paid, {currency}',
  'withheld_paper.withheld': 'Withheld, {currency}',
  'withheld_paper.our_tax_number': 'Our tax no.',
  'withheld_paper.your_tax_number': 'Your tax no.',
  'withheld_paper.certificate': 'Certificate of tax withheld',
  'withheld_paper.total': 'Withheld in all',
} as const;
