import type { return_paper as en } from '../en/return_paper.ts';

export const return_paper: Record<keyof typeof en, string> = {
  'return_paper.title': 'Rücksendung',
  'return_paper.named': 'Rücksendung {number}',
  'return_paper.footer': '{company} · {number}',
  'return_paper.your_number': 'Ihre Nummer',
  'return_paper.from': 'Von',
  'return_paper.came_with': 'Kam mit',
  'return_paper.wanted': 'Wir bitten um',
  'return_paper.credit': 'eine Gutschrift',
  'return_paper.goods': 'Ersatz',
};
