export const return_paper = {
  'return_paper.title': 'Goods returned',
  'return_paper.named': 'Goods returned, {number}',
  'return_paper.footer': '{company} · {number}',
  'return_paper.your_number': 'Your number',
  'return_paper.from': 'From',
  'return_paper.came_with': 'Came with',
  'return_paper.wanted': 'We ask for',
  'return_paper.credit': 'a credit memo',
  'return_paper.goods': 'other goods',
} as const;
