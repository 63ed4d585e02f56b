export const letter = {
  'letter.subject': 'Your bill {reference}',
  'letter.price': '- {item} ({order}): you bill {billed}, we ordered at {ordered} {currency}.',
  'letter.disputed': '- {said}: {amount} {currency}. {reason}',
  'letter.to': 'To {vendor}',
  'letter.find': 'On your bill {reference} of {date} we find:',
  'letter.about': 'About your bill {reference} of {date}:',
  'letter.please': 'Please send a credit memo, or tell us why.',
  'letter.paid_subject': 'Payment by {company}, {reference}',
  'letter.paid': 'On {day} we pay {amount} {currency} to your account {account}, as {reference}. It is for:',
  'letter.paid_bill': '- {reference} of {date}: {amount} {currency}',
  'letter.paid_less': '- {reference} of {date}: {amount} {currency}, less {discount} discount',
} as const;
