export const letter = {
  'letter.subject': 'Your bill {reference}',
  'letter.price': '- {item} ({order}): you bill {billed}, we ordered at {ordered} {currency}.',
  'letter.disputed': '- {said}: {amount} {currency}. {reason}',
  'letter.to': 'To {vendor}',
  'letter.find': 'On your bill {reference} of {date} we find:',
  'letter.about': 'About your bill {reference} of {date}:',
  'letter.please': 'Please send a credit memo, or tell us why.',
} as const;
