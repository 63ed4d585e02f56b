import type { refusal as en } from '../en/refusal.ts';

export const refusal: Record<keyof typeof en, string> = {
  'refusal.missing': 'Bitte ausfüllen.',
  'refusal.not_a_number': '„{text}“ ist nicht als Zahl zu verstehen.',
  'refusal.too_many_decimals': '„{text}“ hat zu viele Nachkommastellen: hier höchstens {places}.',
  'refusal.too_large': 'Diese Zahl ist zu groß.',
  'refusal.no_lines': 'Mindestens eine Position hinzufügen.',
  'refusal.date_impossible': '„{date}“ ist kein Tag: als Jahr-Monat-Tag schreiben, etwa 2026-11-23.',
  'refusal.date_far_ahead': '{date} liegt zu weit in der Zukunft: {farthest} oder früher wählen.',
  'refusal.due_before_ordered': 'Das kann nicht fällig sein, bevor es bestellt ist: {date} oder später wählen.',
  'refusal.item_and_expense': 'Eine Position gilt einem Artikel oder einem Aufwand, nicht beidem: eines weglassen.',
  'refusal.standard_not_positive': 'Standardkosten müssen größer als null sein.',
  'refusal.period_not_begun': '{period} hat noch nicht begonnen: erst danach abschließen.',
  'refusal.date_in_closed_period': '{date} liegt in einer abgeschlossenen Periode: {firstOpenDay} oder später wählen.',
  'refusal.date_before_cited': '{date} liegt vor dem Beleg, auf dem dieser aufbaut: {cited} oder später wählen.',
  'refusal.item_unknown': 'Diesen Artikel gibt es nicht: einen aus der Liste wählen.',
  'refusal.line_unknown': 'Diese Position gibt es nicht mehr, oder sie ist anderer Art: Liste neu laden.',
  'refusal.line_cited_twice': 'Dieselbe Position steht hier zweimal: die Mengen in einer zusammenfassen.',
  'refusal.quantity_not_positive': 'Die Menge muss größer als null sein.',
  'refusal.price_negative': 'Ein Preis kann nicht negativ sein.',
  'refusal.amount_negative': 'Dieser Betrag kann nicht negativ sein.',
  'refusal.amount_zero': 'Der Betrag muss größer als null sein.',
  'refusal.discount_out_of_range': 'Ein Rabatt liegt zwischen 0 und 100 Prozent.',
  'refusal.currency_unknown': '{currency} ist keine Währung nach ISO 4217.',
  'refusal.currency_differs':
    'Dies lautet auf {billed}, was damit ausgeglichen wird, auf {ordered}: beides muss in einer Währung sein.',
  'refusal.rate_missing': 'Für {currency} gibt es am {date} keinen Wechselkurs: zuerst einen erfassen.',
  'refusal.rate_not_positive': 'Ein Wechselkurs ist größer als null.',
  'refusal.rate_of_base_currency': '{currency} ist die eigene Währung der Firma: sie braucht keinen Kurs.',
  'refusal.rate_twice': 'Für {currency} sind zwei Kurse angegeben: nur einen nennen.',
  'refusal.vendor_unknown': 'Diesen Lieferanten gibt es nicht: einen aus der Liste wählen.',
  'refusal.warehouse_unknown': 'Dieses Lager gibt es nicht: eines aus der Liste wählen.',
  'refusal.warehouse_differs': 'Diese Ware liegt in verschiedenen Lagern: die eines Lagers nach dem anderen einlagern.',
  'refusal.bin_unknown':
    '{named, select, yes {„{bin}“ ist kein Platz dieses Lagers: einen der eingerichteten wählen.} other {Einen Lagerplatz wählen.}}',
  'refusal.put_away_exceeds_received': 'An der Rampe stehen davon nur noch {open}, nicht {quantity}.',
  'refusal.warehouse_same': 'Ware kann nicht von einem Lager in dasselbe gehen: ein anderes wählen.',
  'refusal.vendor_differs': 'Diese Position gehört zu einem anderen Lieferanten.',
  'refusal.customer_differs': 'Diese Lieferung ging an einen anderen Kunden.',
  'refusal.count_again':
    'Das ist nicht, was kommen darf: nachzählen, zu viel Geliefertes zurückstellen oder die Position offen lassen.',
  'refusal.short_beyond_tolerance':
    '{missing} fehlen, {allowed} dürfen fehlen: den Rest offen lassen oder vom Einkauf schließen lassen.',
  'refusal.aside_exceeds_held':
    '{none, select, yes {Davon ist nichts mehr zurückgestellt.} other {Davon sind nur {open} zurückgestellt.}}',
  'refusal.lot_expired': 'Charge {lot} ist abgelaufen: ablehnen oder den Tag berichtigen.',
  'refusal.unit_unknown':
    '{named, select, yes {„{unit}“ ist keine Einheit dieses Artikels: {units} wählen.} other {Ein Aufwand hat keine Einheit.}}',
  'refusal.pack_not_whole': 'Gebinde ({unit}) werden nicht geteilt: eine ganze Zahl angeben, oder in {stockUnit}.',
  'refusal.pack_differs':
    'Ein Gebinde ({unit}) dieses Artikels enthält {size} {stockUnit}: einem anderer Größe einen anderen Namen geben.',
  'refusal.unit_unreadable': 'Der Name einer Einheit enthält weder senkrechten Strich noch Gleichheitszeichen.',
  'refusal.receipt_exceeds_ordered':
    '{none, select, yes {Von dieser Position ist nichts mehr offen.} over {Von dieser Position dürfen nur {most} kommen: {open} sind offen.} other {Von dieser Position sind nur {open} offen.}}',
  'refusal.bill_exceeds_received':
    '{none, select, yes {Alles, was auf diese Position kam, ist schon berechnet.} other {Nur {open} sind eingegangen und nicht berechnet.}}',
  'refusal.bill_ahead_while_unbilled':
    '{unbilled} dieser Position sind eingegangen und nicht berechnet: diese zuerst berechnen.',
  'refusal.bill_ahead_exceeds_ordered':
    '{none, select, yes {Alles, was auf diese Position bestellt ist, ist schon berechnet.} other {Nur {open} dieser Position sind bestellt und nicht berechnet.}}',
  'refusal.bill_number_alike':
    'Rechnung {number} vom {date} ist erfasst, und diese Nummer ist fast dieselbe: begründen, warum es eine andere ist, oder es lassen.',
  'refusal.bill_amount_alike':
    'Auch Rechnung {number} vom {date} lautet über {amount} {currency}: begründen, warum es eine andere ist, oder es lassen.',
  'refusal.bill_number_taken':
    'Rechnung {number} dieses Lieferanten ist schon erfasst (von Großschreibung, Leer- und Trennzeichen und führenden Nullen abgesehen).',
  'refusal.done_is_goods':
    'Ware wird nach dem Wareneingang berechnet oder im Voraus: nur eine Leistung gilt ohne Wareneingang als erbracht.',
  'refusal.difference_unexplained':
    '{kind, select, total {Der Beleg fordert {difference} {currency} {less, select, yes {weniger} other {mehr}}, als erfasst ist: berichtigen oder begründen, warum er so übernommen wird.} other {Das sind {difference} {currency} {less, select, yes {weniger} other {mehr}} als erwartet, erlaubt sind {allowed}: begründen, warum so entschieden wird.}}',
  'refusal.second_person_needed':
    '{amount} {currency} sind mehr, als jemand allein entscheidet ({above}): eine zweite Person muss zustimmen, bevor gebucht wird.',
  'refusal.charge_kind_unknown': 'Die Nebenkostenart „{name}“ gibt es nicht: eine wählen oder zuerst einrichten.',
  'refusal.expense_unknown': 'Das Aufwandskonto „{name}“ gibt es nicht: eines wählen oder zuerst einrichten.',
  'refusal.customer_unknown': 'Den Kunden „{name}“ gibt es nicht: einen wählen oder zuerst einrichten.',
  'refusal.no_longer_used':
    '{name} wird nicht mehr verwendet: etwas anderes wählen oder unter Einrichtung wieder in Gebrauch nehmen.',
  'refusal.write_off_exceeds_limit':
    'Höchstens {limit} {currency} dürfen ausgebucht werden: mehr zahlen, den Rest offen lassen oder eine Gutschrift verlangen.',
  'refusal.charge_kind_twice':
    'Eine Rechnung nennt eine Nebenkostenart nur einmal: beide Beträge für {kind} zusammenzählen.',
  'refusal.tax_on_nothing':
    'Auf dieser Rechnung ist nichts, wozu die Steuer gehören könnte: die Positionen nennen, auf die sie erhoben wurde.',
  'refusal.allocation_exceeds_charge':
    '{none, select, yes {Von diesen Nebenkosten ist nichts mehr übrig: sie wurden inzwischen verteilt.} other {Von diesen Nebenkosten sind nur noch {left} übrig.}}',
  'refusal.allocation_does_not_add_up': 'Die von Hand gesetzten Anteile ergeben zusammen nicht die Nebenkosten.',
  'refusal.basis_missing': '{item}: {basis} fehlt. Am Artikel nachtragen oder einen anderen Schlüssel wählen.',
  'refusal.basis_all_zero':
    '{named, select, yes {Nach {basis} zählt {item} weniger als nichts: einen anderen Schlüssel wählen.} other {Nach {basis} gibt es nichts zu verteilen: alle Positionen haben null. Einen anderen Schlüssel wählen.}}',
  'refusal.not_stock': 'Diese Position ist keine Lagerware: hier kann nur Ware gewählt werden.',
  'refusal.estimate_none': 'Auf dieser Position ist von {kind} keine Schätzung mehr übrig.',
  'refusal.invoice_exceeds_delivered':
    '{none, select, yes {Alles auf dieser Position Gelieferte ist schon berechnet.} other {Nur {open} sind geliefert und nicht berechnet.}}',
  'refusal.return_exceeds_received':
    '{none, select, yes {Alles auf dieser Position Eingegangene ist schon zurückgegangen.} other {Nur {open} dieser Position können zurückgehen.}}',
  'refusal.return_not_on_hand':
    '{quantity} aus diesem Wareneingang sind nicht mehr da: bestätigen, dass andere Ware an ihrer Stelle zurückgeht.',
  'refusal.return_exceeds_delivered':
    '{none, select, yes {Alles auf dieser Position Gelieferte ist schon zurückgegeben.} other {Nur {open} dieser Position können zurückgegeben werden.}}',
  'refusal.credit_exceeds_open': 'Hier können nur {open} gutgeschrieben werden.',
  'refusal.credit_of_nothing':
    'Es gibt keine Ware, die diese Gutschrift verbilligen könnte: als Preisabweichung buchen.',
  'refusal.credit_of_disputed':
    'Das wurde nie anerkannt und steckt in keinen Kosten: gegen die verlangte Gutschrift nehmen.',
  'refusal.arrival_exceeds_sent':
    '{none, select, yes {Von dieser Position ist nichts mehr unterwegs.} other {Von dieser Position sind nur {open} unterwegs.}}',
  'refusal.move_exceeds_expense': 'Von diesem Aufwand sind nur noch {left} übrig.',
  'refusal.lots_not_kept': '{item} wird nicht nach Charge oder Seriennummer geführt: leer lassen.',
  'refusal.lots_missing': '{item} wird nach Charge oder Seriennummer geführt: angeben, welche.',
  'refusal.lot_twice': 'Dieselbe Charge oder Seriennummer steht hier zweimal.',
  'refusal.lot_quantity_wrong':
    'Die Menge von {lot} stimmt nicht: größer als null, und bei einer Seriennummer genau eins.',
  'refusal.lots_do_not_add_up': 'Die Position sagt {quantity}, ihre Chargen oder Seriennummern {lots}.',
  'refusal.lot_not_sent':
    '{none, select, yes {{item} {lot} gehört nicht zu dem, was auf dieser Position hinausging und noch draußen ist.} other {Von {item} {lot} gingen auf dieser Position nur {open} hinaus und sind noch draußen.}}',
  'refusal.serial_on_hand': '{item} {lot} ist schon da: eine Seriennummer steht für ein Stück.',
  'refusal.stock_short':
    '{named, select, yes {Von {item} ({lot}) würden in {warehouse} am {date} {short} fehlen.} other {Von {item} würden in {warehouse} am {date} {short} fehlen.}}',
  'refusal.standard_not_kept': '{item} wird nicht zu Standardkosten geführt.',
  'refusal.payment_exceeds_open': 'Auf dieser Rechnung sind nur {open} offen.',
  'refusal.payment_waits_for_goods': '{waiting} der berechneten Ware sind nicht da: gezahlt wird, wenn sie da sind.',
  'refusal.payment_negative': 'Die Gutschriften übersteigen die Rechnungen: einige für später lassen.',
  'refusal.prepayment_exceeds_left': 'Von dieser Anzahlung sind nur noch {left} übrig.',
  'refusal.reason_missing': 'Einen Grund angeben.',
  'refusal.period_impossible': '„{period}“ ist keine Periode: als Jahr-Monat schreiben, etwa 2026-11.',
  'refusal.date_outside_period': '{date} liegt nicht in {period}.',
  'refusal.period_closed_already': '{period} oder eine spätere Periode ist schon abgeschlossen.',
  'refusal.period_not_closed':
    '{named, select, yes {{period} folgt nicht auf eine abgeschlossene Periode.} other {Diese Periode folgt nicht auf eine abgeschlossene.}}',
  'refusal.period_taken_back': 'Was vor {period} abgegrenzt wurde, ist schon zurückgenommen.',
  'refusal.period_accruals_stand':
    'Was beim Abschluss von {period} abgegrenzt wurde, ist noch nicht zurückgenommen: zuerst die Periode danach öffnen.',
  'refusal.period_locked': '{period} ist endgültig gesperrt.',
  'refusal.order_changed_since':
    'Jemand hat diese Bestellung inzwischen geändert: es gilt Fassung {version}. Ansehen und die Änderung von dort neu beginnen.',
  'refusal.nothing_changed': 'Nichts weicht von der geltenden Bestellung ab: eine Position ändern oder hinzufügen.',
  'refusal.nothing_open': 'Davon ist nichts mehr offen.',
  'refusal.order_below_received':
    '{received} dieser Position sind schon gekommen oder berechnet: mindestens so viel bestellen.',
  'refusal.order_line_closed':
    'Diese Position wurde am {date} geschlossen ({named, select, yes {{reason}} other {kam knapp, im Rahmen des Erlaubten}}): das Schließen stornieren, um sie wieder zu öffnen, oder die Ware für den Einkauf zurückstellen.',
  'refusal.order_billed_ahead':
    'Auf diese Position soll noch Ware kommen, die schon berechnet ist: zuerst eine Gutschrift dafür holen.',
  'refusal.order_on_hold': 'Diese Bestellung ist gesperrt: zuerst freigeben.',
  'refusal.order_not_held': 'Diese Bestellung ist nicht gesperrt.',
  'refusal.vendor_on_hold':
    'Dieser Lieferant ist gesperrt: {reason}. Bei ihm wird nichts bestellt und an ihn nichts gezahlt, bis das unter Einrichtung aufgehoben ist.',
  'refusal.own_bank_account':
    'Wer das Bankkonto eines Lieferanten geändert hat, bezahlt ihn nicht, und wer eine Rechnung erfasst hat, die anderswohin bezahlt wird, gibt ihre Zahlung nicht frei: Das macht jemand anderes.',
  'refusal.tax_code_unknown': 'Den Steuerschlüssel „{name}“ gibt es nicht: einen wählen oder zuerst einrichten.',
  'refusal.terms_unknown': 'Eingerichtete Zahlungsbedingungen wählen.',
  'refusal.dimension_unknown': '„{name}“ ({kind}) gibt es nicht: etwas anderes wählen oder zuerst einrichten.',
  'refusal.order_awaits_approval':
    'Diese Bestellung liegt über der Freigabegrenze ihres Einkäufers und wartet auf die Freigabe einer anderen Person.',
  'refusal.order_rejected': 'Diese Bestellung wurde abgelehnt: ändern, dann wird erneut angefragt.',
  'refusal.approval_own':
    'Niemand gibt frei, was er selbst angegeben oder angefragt hat, noch die eigene Grenze: jemand anderes muss antworten.',
  'refusal.approval_not_awaited': 'Das wartet nicht auf Freigabe oder wurde inzwischen beantwortet: Liste neu laden.',
  'refusal.approval_changed_since':
    'Was angefragt ist, wurde seit dem Ansehen geändert: neu laden, bevor geantwortet wird.',
  'refusal.document_unknown': 'Diesen Beleg gibt es nicht, oder er wurde storniert.',
  'refusal.document_cited': 'Andere Belege bauen auf diesem auf: {documents}. Diese zuerst stornieren.',
  'refusal.document_not_reversible': 'Belege dieser Art können nicht storniert werden.',
  'refusal.estimate_measure_missing': '{item}: {basis} fehlt. Am Artikel nachtragen oder anders schätzen.',
  'refusal.density_missing':
    'Nach frachtpflichtigem Gewicht: angeben, mit wie vielen Kilogramm ein Kubikmeter zählt, hier oder bei der Nebenkostenart.',
  'refusal.bank_not_used': 'Wo eine Anzahlung verwendet wird, bucht die Bank nichts ab: bitte leer lassen.',
  'refusal.fee_exceeds_taken': 'Das Entgelt ist ein Teil dessen, was die Bank abgebucht hat, und kann nicht mehr sein.',
  'refusal.took_differs': 'In der Währung des Kontos bucht die Bank das Gezahlte und ihr Entgelt ab: {amount}.',
  'refusal.vendor_without_account':
    'Dieser Lieferant hat kein Bankkonto: In der Einrichtung eintragen und freigeben lassen.',
  'refusal.bank_account_unknown': 'Eines der eigenen Bankkonten wählen; eingerichtet werden sie unter Bankkonten.',
  'refusal.payment_not_released':
    'Das ist nicht, was jemand anderes freigegeben hat, oder es wurde unter dieser Freigabe schon bezahlt.',
  'refusal.payment_stated': 'Ein Auszug sagt schon, was die Bank für diese Zahlung belastet hat.',
  'refusal.bank_charge_only': 'Wo keine Zahlung genannt ist, ist alles Belastete ein Entgelt der Bank.',
  'refusal.run_day_past': 'Die Bank kann am {date} nicht mehr zahlen: Diesen Lauf ablehnen und neu erfassen lassen.',
  'refusal.got_for_nothing':
    'Die Bank bekam Geld, aber keine Zeile sagt wofür: Bei jeder Forderung angeben, was eingegangen ist.',
  'refusal.entry_only_states':
    'Anmeldungen halten hier nur fest: Was geschuldet wird, bringt die Rechnung des Zollagenten. Weglassen oder in den Einstellungen die Zollschuld tragen lassen.',
  'refusal.additions_without_goods':
    'Was zum Preis hinzukommt, braucht Waren, auf die es verteilt wird: auswählen oder weglassen.',
  'refusal.no_customs_debt': 'Dafür wird dem Zoll nichts geschuldet: Anmeldung mit Zollschuld wählen.',
  'refusal.disbursement_exceeds_debt':
    'Für diese Anmeldung werden dem Zoll {open} geschuldet, ausgeglichen würden {amount}. Höchstens den offenen Betrag eingeben.',
  'refusal.statement_does_not_add_up':
    'Die Zeilen ergeben {amount}, der Auszug {asked}: Eine Zeile fehlt oder ist falsch.',
  'refusal.may_be_paid_twice':
    'Das wird vielleicht doppelt bezahlt (siehe {number}): Begründen, warum nicht, oder herausnehmen.',
  'refusal.on_shipment_already':
    'Dort sind diese Waren schon: wählen Sie eine andere Sendung, oder lassen Sie die Zeile weg.',
  'refusal.payee_unconfirmed':
    'Diese Rechnung will anderswohin bezahlt werden ({payee}): Das bestätigt zuerst eine zweite Person unter Freigaben.',
  'refusal.payee_differs':
    'Diese Rechnung wird an jemand anderen oder auf ein anderes Konto bezahlt als die davor: für sich bezahlen.',
  'refusal.account_wrong':
    'Das ist keine Kontonummer: Eine IBAN hat Länge und Prüfziffern ihres Landes, andere haben 4 bis 34 Buchstaben und Ziffern.',
  'refusal.bank_code_wrong': 'Das ist keine Bankleitzahl: Ein BIC hat 8 oder 11 Buchstaben und Ziffern.',
  'refusal.due_before_billed': 'Das kann nicht fällig sein, bevor es berechnet ist: {date} oder später wählen.',
  'refusal.agreed_rate_unused': 'Nichts davon wurde in {currency} bestellt: diesen Kurs weglassen.',
  'refusal.deposit_for_goods':
    'Eine Kaution, die zurückkommt, gehört zu keiner Bestellung: die Bestellung weglassen, oder sagen, dass sie nicht zurückkommt.',
  'refusal.bill_held': 'Ihre Zahlung ist angehalten: {reason}',
  'refusal.bill_not_held': 'Die Zahlung dieser Rechnung hält niemand an.',
  'refusal.instalment_not_later': 'Der Teil davor ist am {date} fällig: einen späteren Tag wählen.',
  'refusal.instalments_do_not_add_up': 'Raten ergeben {amount}, die Rechnung {asked}.',
  'refusal.deposit_with_tax':
    'In einer Kaution, die zurückkommt, ist keine Steuer: die Steuer weglassen, oder sagen, wofür angezahlt wird.',
  'refusal.tax_exceeds_prepaid': 'Die Steuer ist ein Teil des Bezahlten: sie muss kleiner sein.',
  'refusal.prepaid_beside_bills':
    'Eine Zahlung ist für Rechnungen oder eine Anzahlung, nicht beides: zwei daraus machen.',
  'refusal.fixed_exceeds_charge': 'Von Hand ist mehr gesetzt, als verteilt wird: einen Anteil senken.',
  'refusal.no_checkbook':
    'Dieses Konto hat keine Schecks: die Nummer des ersten Schecks unter Einrichtung, Bankkonten eintragen.',
  'refusal.check_used': 'Die Nummern vor {next} sind verbraucht: diese oder eine spätere nehmen.',
  'refusal.check_pays_nothing': 'Ein Scheck wird für Geld ausgestellt, das das Konto verlässt.',
  'refusal.check_currency':
    'Schecks auf dieses Konto lauten auf {currency}: dies überweisen oder von einem anderen Konto zahlen.',
  'refusal.check_out': 'Scheck {number} steht für diese Zahlung: ihn zuerst ungültig machen.',
  'refusal.check_paid': 'Die Bank hat diesen Scheck eingelöst: zuerst ihren Auszug zurücknehmen.',
  'refusal.bank_account_differs': 'Diese Zahlung ging von einem anderen eigenen Bankkonto ab: bitte jenes wählen.',
  'refusal.replacement_differs':
    'Was anstelle zurückgegebener Ware bestellt wird, ist derselbe Artikel desselben Lieferanten, und so viel, wie zurückging.',
  'refusal.replacement_came':
    'Der Ersatz für diese Ware ist schon gekommen, oder ihre Bestellposition ist wieder geschlossen.',
};
