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
  'letter.owed_subject': 'Was noch gutzuschreiben ist',
  'letter.owed': 'Wir warten noch auf Gutschriften für:',
  'letter.owed_goods': '- {of} vom {day}: {quantity} {unit} {item}, {amount} {currency}',
  'letter.owed_amount': '- {of} vom {day}: {item}, {amount} {currency}',
  'letter.owed_please': 'Bitte schicken Sie sie, oder sagen Sie uns, wann sie kommen.',
  'letter.return_subject': 'Rücksendung {number}',
  'letter.return': 'Am {day} ist Ware an Sie abgegangen: {number}. Der Packzettel liegt bei.',
  'letter.return_please': 'Bitte bestätigen Sie den Eingang und schicken Sie, worum wir bitten.',
  'letter.statement_subject': 'Ihr Kontoauszug {reference}',
  'letter.statement': 'Wir haben Ihren Kontoauszug {reference} vom {day} mit unserem Konto verglichen:',
  'letter.statement_missing':
    '- {reference} vom {day}, {amount} {currency}: liegt uns nicht vor. Bitte schicken Sie eine Kopie.',
  'letter.statement_amount': '- {reference} vom {day}: bei Ihnen {amount} {currency}, bei uns {ours}',
  'letter.statement_not_there': '- {reference} vom {day}, {amount} {currency}: fehlt auf Ihrem Auszug',
  'letter.statement_please': 'Bitte sagen Sie uns, was Sie dazu finden.',
  'letter.paid_to':
    'Am {day} zahlen wir {amount} {currency} an {payee}, Konto {account}, unter {reference}. Die Zahlung ist für:',
  'letter.paid_ahead': '- Anzahlung, unsere Bestellung {order}',
  'letter.paid_on_account': '- à conto',
  'letter.ahead': 'Anzahlung, Bestellung {order}',
  'letter.on_account': 'A conto',
};
