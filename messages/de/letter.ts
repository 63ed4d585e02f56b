import type { letter as en } from '../en/letter.ts';

export const letter: Record<keyof typeof en, string> = {
  'letter.subject': 'Ihre Rechnung {reference}',
  'letter.price': '- {item} ({order}): Sie berechnen {billed}, bestellt haben wir zu {ordered} {currency}.',
  'letter.disputed': '- {said}: {amount} {currency}. {reason}',
  'letter.to': 'An {vendor}',
  'letter.find': 'Auf Ihrer Rechnung {reference} vom {date} finden wir:',
  'letter.about': 'Zu Ihrer Rechnung {reference} vom {date}:',
  'letter.please': 'Bitte senden Sie eine Gutschrift oder nennen Sie uns den Grund.',
  'letter.paid_subject': 'Zahlung von {company}, {reference}',
  'letter.paid':
    'Am {day} zahlen wir {amount} {currency} auf Ihr Konto {account}, unter {reference}. Die Zahlung ist für:',
  'letter.paid_bill': '- {reference} vom {date}: {amount} {currency}',
  'letter.paid_less': '- {reference} vom {date}: {amount} {currency}, abzüglich {discount} Skonto',
};
