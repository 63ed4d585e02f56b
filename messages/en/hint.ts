export const hint = {
  'hint.standard': 'Of goods at standard cost alone; later a document changes it',
  'hint.country': 'The usual country, two letters',
  'hint.packs': 'What it is bought in beside its stock unit',
  'hint.codes': 'Printed on the goods; a scanner finds the item by them',
  'hint.measure': 'Of one stock unit; charges are shared by it',
  'hint.before_first': 'Chosen before the first document',
  'hint.customs_value':
    'What duty is calculated on: the goods alone, or with what carries and insures them to the border',
  'hint.alike_within':
    'A bill of a vendor with the same amount within so many days, or almost the same number, is asked about; empty for nobody',
  'hint.write_off': 'What may be written off when a bill is paid, in base currency; empty for nothing',
  'hint.charge_limits':
    'What a kind of charge may differ by from what was estimated, else of the goods, and tax from what the orders’ codes make; what is not named here is as for goods',
  'hint.charge_or_tax': 'A kind of charge, or tax',
  'hint.second_above':
    'Differences of a bill, or what is let go of a vendor’s debts, that together come to more than this have to be approved by a second person; empty for nobody',
  'hint.count_blind': 'Whoever receives counts without seeing what was ordered',
  'hint.drafts_bill': 'What was received lies on the match bench as a draft of its bill',
  'hint.retired': 'Not offered any more; what was posted with it stays',
  'hint.gln': 'Global location number (GS1), 13 digits',
  'hint.expense_account': 'Empty for the account of all expenses',
  'hint.charge_code': 'As it stands on bills: freight, demurrage',
  'hint.charge_goes':
    'Storage after a delay or a fine is no cost of goods; freight back and restocking are costs of a return',
  'hint.to_border': 'Carries or insures goods to the border: part of customs value where the company’s rule says so',
  'hint.tariff_measure': 'The duty itself, an added tariff, a fee',
  'hint.tariff_code': 'The digits that an item’s code begins with',
  'hint.any': 'Empty for any',
  'hint.preference': 'Applies only where it is claimed with proof of origin',
  'hint.of_customs_value': 'Of the customs value',
  'hint.in_base': 'In base currency',
  'hint.combine': 'Added, or the higher or the lower of the two',
  'hint.orders_go': 'Where orders go',
  'hint.lines_tax': 'Of its lines, where nothing else is said',
  'hint.usual_expense': 'What its bills are for where they are for nothing on order',
  'hint.hold': 'While it says why, nothing is ordered from it and nothing paid to it',
  'hint.vendor_bank': 'Takes effect when a second person approves it; whoever changed it does not pay it',
  'hint.price': 'In the vendor’s currency, for one of the unit',
  'hint.price_unit': 'Empty for the stock unit',
  'hint.bins': 'Places inside; the dock is where goods stand that are not put away, rejects where rejected goods stand',
  'hint.over_item': 'How much more than ordered is taken; empty leaves it to the vendor or the company',
  'hint.short_item': 'How much less closes a line; empty leaves it to the vendor or the company',
  'hint.limit_item': 'Of a percentage and an amount the smaller; empty leaves it to the vendor or the company',
  'hint.over_vendor': 'How much more than ordered is taken; empty leaves it to the company',
  'hint.short_vendor': 'How much less closes a line; empty leaves it to the company',
  'hint.limit_vendor': 'Of a percentage and an amount the smaller; empty leaves it to the company',
  'hint.over_company': 'How much more than ordered is taken of every vendor and item that says nothing else',
  'hint.short_company': 'How much less closes a line of every vendor and item that says nothing else',
  'hint.limit_company':
    'Of a percentage and an amount the smaller; where everything is empty, any difference passes without a reason',
  'hint.language': 'Of what is sent to it; the company’s where nothing is said',
  'hint.language_company': 'Of what is sent to vendors, where nothing else is said',
  'hint.unusual_charge': 'On the landing sheet: of the goods’ value. Empty: never pointed out.',
  'hint.unusual_cost': 'On the landing sheet: away from what the item’s other receipts cost. Empty: never pointed out.',
  'hint.shipment_incoterm': 'Says which charges are to be expected',
  'hint.stated_weight': 'In kilograms, as the carrier states it',
  'hint.stated_volume': 'In cubic meters, as the carrier states it',
  'hint.part_of_way': 'Who pays it depends on the shipment’s Incoterm. Empty: never expected by it.',
  'hint.rule_charge': 'The kind that is expected',
  'hint.rule_figure':
    'In base currency for a unit, kilogram, cubic meter or shipment, or percent of the goods; empty by tariff',
  'hint.rule_basis': 'Of an amount for a shipment as a whole: how it is shared over its lines',
  'hint.rule_way': 'Of shipments that travel so; empty for any',
  'hint.estimate_difference':
    'Where it goes what a bill is more or less than estimated; each allocation may say otherwise',
  'hint.density':
    'By chargeable weight a line counts by this or by its weight, whichever is more: 167 is usual by air, 333 by road',
  'hint.own_account': 'An IBAN is checked by its digits; other numbers have 4 to 34 letters and digits.',
  'hint.bank_code': 'Eight or eleven signs; needed where the account is no IBAN.',
  'hint.rate_unit': 'What the amount per unit is for; items say how much of it one is',
  'hint.limits': 'Whether at least and at most are of each line, or of the whole entry and then shared by value',
  'hint.suspended': 'In this time nothing is owed by its measure',
  'hint.customs_unit': 'The unit that customs counts in, where it is neither the stock unit nor kilograms',
  'hint.customs_debt':
    'Entries post duty, fees and import tax against customs payable; else they only state, and the broker’s bill brings them',
  'hint.duty_by_code': 'Where the authority rounds once for all goods of a code and origin, not for each line',
  'hint.discounts_to_goods':
    'Of sold goods their part goes to cost of goods; else discounts are income. A payment may say otherwise.',
  'hint.due_by_paper':
    'A paper that names one day takes the place of the vendor’s terms, and its discount too where terms of ours say the same; else both are compared with them, and said where they differ.',
  'hint.reclaimed_percent': 'Of a tax that is reclaimed in part; all of it where empty',
  'hint.self_assessed':
    'A tax that the vendor does not charge is owed to the tax office, and reclaimed at once as far as it can be',
  'hint.tax_falls': 'Whether a discount for paying early takes its part of the tax back',
  'hint.instalments_before':
    'Parts of the bill that are due sooner than the rest: percent, and the days counted like those of the terms',
  'hint.vendor_payee': 'Whose account that is, where it is not the vendor’s own: a factor, an agent',
  'hint.returns_above':
    'Goods that go back with one return and are worth more than this, as the vendor answers for them, have to be approved by a second person; empty for nobody',
  'hint.prepayments_above':
    'A prepayment or deposit of more than this, in the books’ currency, has to be approved by a second person; empty for nobody',
  'hint.first_check': 'The number on its first check; empty where it has none',
} as const;
