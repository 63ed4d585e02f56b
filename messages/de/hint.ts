import type { hint as en } from '../en/hint.ts';

export const hint: Record<keyof typeof en, string> = {
  'hint.standard': 'Nur bei Ware zu Standardkosten; später ändert sie ein Beleg',
  'hint.country': 'Das übliche Land, zwei Buchstaben',
  'hint.packs': 'Worin außer der Lagereinheit gekauft wird',
  'hint.codes': 'Auf die Ware gedruckt; ein Scanner findet den Artikel danach',
  'hint.measure': 'Einer Lagereinheit; Nebenkosten werden danach verteilt',
  'hint.before_first': 'Vor dem ersten Beleg zu wählen',
  'hint.customs_value':
    'Worauf Zoll berechnet wird: die Ware allein oder mit dem, was sie bis zur Grenze bringt und versichert',
  'hint.alike_within':
    'Nach einer Rechnung eines Lieferanten mit gleichem Betrag binnen so vieler Tage oder fast gleicher Nummer wird gefragt; leer für keine',
  'hint.write_off': 'Was beim Zahlen einer Rechnung ausgebucht werden darf, in Hauswährung; leer für nichts',
  'hint.charge_limits':
    'Wie weit eine Nebenkostenart von der Schätzung abweichen darf, sonst von der Ware, und Steuer von dem, was die Schlüssel der Bestellungen ergeben; was hier nicht steht, gilt wie für Ware',
  'hint.charge_or_tax': 'Eine Nebenkostenart, oder tax für Steuer',
  'hint.second_above':
    'Abweichungen einer Rechnung, oder was einem Lieferanten erlassen wird, gibt eine zweite Person frei, wenn es zusammen darüber liegt; leer für keine',
  'hint.count_blind': 'Wer annimmt, zählt ohne die bestellte Menge zu sehen',
  'hint.drafts_bill': 'Was eingegangen ist, liegt als Rechnungsentwurf auf dem Abgleichtisch',
  'hint.retired': 'Wird nicht mehr angeboten; Gebuchtes bleibt',
  'hint.gln': 'Globale Lokationsnummer (GS1), 13 Ziffern',
  'hint.expense_account': 'Leer für das Konto aller Aufwendungen',
  'hint.charge_code': 'Wie es auf Rechnungen steht: freight, demurrage',
  'hint.charge_goes':
    'Lagergeld nach einer Verzögerung oder ein Bußgeld ist kein Warenwert; Rückfracht und Wiedereinlagerung kostet die Rücksendung',
  'hint.to_border': 'Befördert oder versichert Ware bis zur Grenze: Teil des Zollwerts, wo die Regel der Firma es sagt',
  'hint.tariff_measure': 'Der Zoll selbst, ein Zusatzzoll, eine Gebühr',
  'hint.tariff_code': 'Die Ziffern, mit denen die Nummer eines Artikels beginnt',
  'hint.any': 'Leer für alle',
  'hint.preference': 'Gilt nur, wo sie mit Ursprungsnachweis beansprucht wird',
  'hint.of_customs_value': 'Vom Zollwert',
  'hint.in_base': 'In Hauswährung',
  'hint.combine': 'Addiert, oder das Höhere oder das Niedrigere von beiden',
  'hint.orders_go': 'Wohin Bestellungen gehen',
  'hint.lines_tax': 'Seiner Positionen, wo nichts anderes gesagt ist',
  'hint.usual_expense': 'Wofür seine Rechnungen sind, wo sie für nichts Bestelltes sind',
  'hint.hold': 'Solange hier ein Grund steht, wird bei ihm nichts bestellt und an ihn nichts gezahlt',
  'hint.vendor_bank': 'Gilt, wenn eine zweite Person freigibt; wer sie geändert hat, zahlt nicht darauf',
  'hint.price': 'In der Währung des Lieferanten, für eine Einheit',
  'hint.price_unit': 'Leer für die Lagereinheit',
  'hint.bins': 'Plätze darin; an der Rampe steht, was nicht eingelagert ist, im Sperrplatz Abgelehntes',
  'hint.over_item': 'Wie viel mehr als bestellt angenommen wird; leer gilt der Lieferant oder die Firma',
  'hint.short_item': 'Wie viel weniger eine Position schließt; leer gilt der Lieferant oder die Firma',
  'hint.limit_item': 'Von Prozentsatz und Betrag das Kleinere; leer gilt der Lieferant oder die Firma',
  'hint.over_vendor': 'Wie viel mehr als bestellt angenommen wird; leer gilt die Firma',
  'hint.short_vendor': 'Wie viel weniger eine Position schließt; leer gilt die Firma',
  'hint.limit_vendor': 'Von Prozentsatz und Betrag das Kleinere; leer gilt die Firma',
  'hint.over_company':
    'Wie viel mehr als bestellt bei allen Lieferanten und Artikeln angenommen wird, die nichts anderes sagen',
  'hint.short_company':
    'Wie viel weniger eine Position schließt, bei allen Lieferanten und Artikeln, die nichts anderes sagen',
  'hint.limit_company':
    'Von Prozentsatz und Betrag das Kleinere; wo alles leer ist, geht jede Abweichung ohne Grund durch',
  'hint.language': 'Dessen, was an ihn geht; die der Firma, wo nichts gesagt ist',
  'hint.language_company': 'Dessen, was an Lieferanten geht, wo nichts anderes gesagt ist',
  'hint.unusual_charge': 'Auf dem Einstandsblatt: vom Warenwert. Leer: nie angezeigt.',
  'hint.unusual_cost':
    'Auf dem Einstandsblatt: Abweichung von den Kosten der anderen Zugänge des Artikels. Leer: nie angezeigt.',
  'hint.shipment_incoterm': 'Sagt, welche Nebenkosten zu erwarten sind',
  'hint.stated_weight': 'In Kilogramm, wie der Frachtführer sie angibt',
  'hint.stated_volume': 'In Kubikmetern, wie der Frachtführer es angibt',
  'hint.part_of_way': 'Wer sie zahlt, hängt vom Incoterm der Sendung ab. Leer: danach nie erwartet.',
  'hint.rule_charge': 'Die Art, die erwartet wird',
  'hint.rule_figure':
    'In Hauswährung je Einheit, Kilogramm, Kubikmeter oder Sendung, oder Prozent der Ware; leer nach Zolltarif',
  'hint.rule_basis': 'Bei einem Betrag für eine ganze Sendung: wie er auf ihre Positionen verteilt wird',
  'hint.rule_way': 'Für Sendungen, die so reisen; leer für alle',
  'hint.estimate_difference':
    'Wohin geht, was eine Rechnung mehr oder weniger ist als geschätzt; jede Verteilung kann es anders sagen',
  'hint.density':
    'Beim frachtpflichtigen Gewicht zählt eine Position damit oder mit ihrem Gewicht, je nachdem was mehr ist: 167 ist in der Luftfracht üblich, 333 auf der Straße',
  'hint.own_account': 'Eine IBAN wird an ihren Ziffern geprüft; andere Nummern haben 4 bis 34 Buchstaben und Ziffern.',
  'hint.bank_code': 'Acht oder elf Zeichen; nötig, wo das Konto keine IBAN ist.',
  'hint.rate_unit': 'Wofür der Betrag je Einheit gilt; wie viel davon eine Einheit ist, sagt der Artikel',
  'hint.limits':
    'Ob Mindest- und Höchstbetrag je Position gelten oder für die ganze Anmeldung, dann nach Wert verteilt',
  'hint.suspended': 'In dieser Zeit wird aus der Maßnahme nichts geschuldet',
  'hint.customs_unit': 'Worin der Zoll zählt, wenn es weder die Lagereinheit noch Kilogramm sind',
  'hint.customs_debt':
    'Anmeldungen buchen Zoll, Gebühren und Einfuhrsteuer gegen Zollverbindlichkeiten; sonst halten sie nur fest, und die Rechnung des Zollagenten bringt sie',
  'hint.duty_by_code':
    'Wo die Behörde einmal für alle Waren einer Nummer und eines Ursprungs rundet, nicht je Position',
  'hint.discounts_to_goods':
    'Der Teil verkaufter Ware geht in die Umsatzkosten; sonst sind Skonti Ertrag. Eine Zahlung kann es anders sagen.',
  'hint.due_by_paper':
    'Nennt ein Dokument einen Tag, tritt er an die Stelle der Bedingungen des Lieferanten, sein Skonto auch, wo Bedingungen von uns dasselbe sagen; sonst werden beide damit verglichen und gesagt, wo sie abweichen.',
  'hint.reclaimed_percent': 'Wo nur ein Teil abziehbar ist; leer für alles',
  'hint.self_assessed':
    'Was der Lieferant nicht erhebt, wird dem Finanzamt geschuldet und sogleich abgezogen, soweit es geht',
  'hint.tax_falls': 'Ob ein Skonto seinen Teil der Vorsteuer zurücknimmt',
  'hint.instalments_before':
    'Teile der Rechnung, die vor dem Rest fällig sind: Prozent, und die Tage gezählt wie die der Bedingungen',
  'hint.vendor_payee': 'Wem das Konto gehört, wenn nicht dem Lieferanten: einem Factor, einem Agenten',
  'hint.returns_above':
    'Ware, die mit einer Rücksendung zurückgeht und für die der Lieferant mit mehr als diesem Betrag einsteht, muss eine zweite Person freigeben; leer für niemanden',
  'hint.prepayments_above':
    'Eine Anzahlung oder Kaution von mehr als diesem Betrag, in der Währung der Bücher, muss eine zweite Person freigeben; leer für niemanden',
  'hint.first_check': 'Die Nummer auf dem ersten Scheck; leer, wo es keine gibt',
};
