/** Why a document is refused, by the reason that the core gives: what is wrong, then what to do. */
export const refusal = {
  'refusal.missing': 'Fill this in.',
  'refusal.not_a_number': '“{text}” is not understood as a figure.',
  'refusal.too_many_decimals': '“{text}” has too many decimals: at most {places} here.',
  'refusal.too_large': 'This number is too large to keep.',
  'refusal.no_lines': 'Add at least one line.',
  'refusal.date_impossible': '“{date}” is not a day: write it as year-month-day, like 2026-11-23.',
  'refusal.date_far_ahead': '{date} lies far ahead: choose {farthest} or earlier.',
  'refusal.due_before_ordered': 'This cannot be due before it is ordered: choose {date} or later.',
  'refusal.item_and_expense': 'A line is for an item or an expense, not for both: leave one of them out.',
  'refusal.standard_not_positive': 'A standard cost must be more than zero.',
  'refusal.period_not_begun': '{period} has not begun yet: close it when it has.',
  'refusal.date_in_closed_period': '{date} lies in a closed period: choose {firstOpenDay} or later.',
  'refusal.date_before_cited': '{date} is before the document that this one builds on: choose {cited} or later.',
  'refusal.item_unknown': 'There is no such item: choose one from the list.',
  'refusal.line_unknown': 'This line is not there any more, or is of another kind: load the list again.',
  'refusal.line_cited_twice': 'The same line stands here twice: put its quantity on one of them.',
  'refusal.quantity_not_positive': 'The quantity must be more than zero.',
  'refusal.price_negative': 'A price cannot be negative.',
  'refusal.amount_negative': 'This amount cannot be negative.',
  'refusal.amount_zero': 'The amount must be more than zero.',
  'refusal.discount_out_of_range': 'A discount lies between 0 and 100 percent.',
  'refusal.currency_unknown': '{currency} is not a currency of ISO 4217.',
  'refusal.currency_differs': 'This is in {billed}, what it settles in {ordered}: both must be in one currency.',
  'refusal.rate_missing': 'There is no rate of exchange for {currency} on {date}: enter one first.',
  'refusal.rate_not_positive': 'A rate of exchange is greater than zero.',
  'refusal.rate_of_base_currency': '{currency} is the company’s own currency: it needs no rate.',
  'refusal.rate_twice': 'There are two rates for {currency}: state one.',
  'refusal.vendor_unknown': 'There is no such vendor: choose one from the list.',
  'refusal.warehouse_unknown': 'There is no such warehouse: choose one from the list.',
  'refusal.warehouse_differs': 'These goods are in different warehouses: put away those of one at a time.',
  'refusal.bin_unknown':
    '{named, select, yes {“{bin}” is no bin of this warehouse: choose one of those that are set up.} other {Choose a bin.}}',
  'refusal.put_away_exceeds_received': 'Only {open} of it still stand on the dock, not {quantity}.',
  'refusal.warehouse_same': 'Goods cannot go from a warehouse to itself: choose another.',
  'refusal.vendor_differs': 'This line belongs to another vendor.',
  'refusal.customer_differs': 'This delivery went to another customer.',
  'refusal.count_again': 'This is not what may come: count again, hold what is too much, or leave the line open.',
  'refusal.short_beyond_tolerance':
    '{missing} are missing and {allowed} may be: leave the rest open, or let the buyer close it.',
  'refusal.aside_exceeds_held': '{none, select, yes {None of it is held any more.} other {Only {open} of it is held.}}',
  'refusal.lot_expired': 'Lot {lot} is past its day: reject it, or correct the day.',
  'refusal.unit_unknown':
    '{named, select, yes {“{unit}” is no unit of this item: choose {units}.} other {An expense has no unit.}}',
  'refusal.pack_not_whole': 'A {unit} is not divided: give a whole number, or {stockUnit} instead.',
  'refusal.pack_differs': 'A {unit} of this item holds {size} {stockUnit}: give one of another size another name.',
  'refusal.unit_unreadable': 'A unit’s name has no bar and no equals sign in it.',
  'refusal.receipt_exceeds_ordered':
    '{none, select, yes {Nothing of this line is open any more.} over {Only {most} of this line may come: {open} are open.} other {Only {open} of this line are open.}}',
  'refusal.bill_exceeds_received':
    '{none, select, yes {Everything received on this line is billed already.} other {Only {open} are received and not billed.}}',
  'refusal.bill_ahead_while_unbilled': '{unbilled} of this line are received and not billed: bill those first.',
  'refusal.bill_ahead_exceeds_ordered':
    '{none, select, yes {Everything on order of this line is billed already.} other {Only {open} of this line are on order and not billed.}}',
  'refusal.bill_number_alike':
    'Bill {number} of {date} is entered, and this number is almost the same: say why it is another bill, or leave it.',
  'refusal.bill_amount_alike':
    'Bill {number} of {date} comes to {amount} {currency} too: say why this is another bill, or leave it.',
  'refusal.bill_number_taken':
    'This vendor’s bill {number} is entered already (case, blanks, separators and leading zeros aside).',
  'refusal.done_is_goods':
    'Goods are billed when they are received, or ahead of that: only a service is done without a receipt.',
  'refusal.difference_unexplained':
    '{kind, select, total {The paper asks for {difference} {currency} {less, select, yes {less} other {more}} than what is entered: put it right, or say why it is taken so.} other {This is {difference} {currency} {less, select, yes {less} other {more}} than expected, and {allowed} is allowed: say why it is decided so.}}',
  'refusal.second_person_needed':
    '{amount} {currency} is more than one person decides alone ({above}): a second person has to agree before it is posted.',
  'refusal.charge_kind_unknown': 'There is no kind of charge “{name}”: choose one, or set it up first.',
  'refusal.expense_unknown': 'There is no expense account “{name}”: choose one, or set it up first.',
  'refusal.customer_unknown': 'There is no customer “{name}”: choose one, or set it up first.',
  'refusal.no_longer_used': '{name} is no longer used: choose another, or take it into use again in Setup.',
  'refusal.write_off_exceeds_limit':
    'At most {limit} {currency} may be written off: pay more, leave the rest open, or ask for a credit.',
  'refusal.charge_kind_twice': 'A bill names a kind of charge once: add both amounts of {kind} together.',
  'refusal.tax_on_nothing':
    'There is nothing on this bill that the tax could belong to: name the lines it was charged on.',
  'refusal.allocation_exceeds_charge':
    '{none, select, yes {Nothing is left of this charge: it was allocated meanwhile.} other {Only {left} is left of this charge.}}',
  'refusal.allocation_does_not_add_up': 'The shares by hand do not add up to the charge.',
  'refusal.basis_missing': '{item} has no {basis}: enter it on the item, or choose another basis.',
  'refusal.basis_all_zero':
    '{named, select, yes {By {basis} {item} counts for less than nothing: choose another basis.} other {By {basis} there is nothing to share by: all lines have zero. Choose another basis.}}',
  'refusal.not_stock': 'This line is no stock: only goods can be chosen here.',
  'refusal.estimate_none': 'No estimate of {kind} is left on this line.',
  'refusal.invoice_exceeds_delivered':
    '{none, select, yes {Everything delivered on this line is invoiced already.} other {Only {open} are delivered and not invoiced.}}',
  'refusal.return_exceeds_received':
    '{none, select, yes {Everything received on this line has gone back already.} other {Only {open} of this line can go back.}}',
  'refusal.return_not_on_hand':
    '{quantity} of this receipt are not here any more: confirm that other goods go back in their place.',
  'refusal.return_exceeds_delivered':
    '{none, select, yes {Everything delivered on this line was given back already.} other {Only {open} of this line can be given back.}}',
  'refusal.credit_exceeds_open': 'Only {open} can be credited here.',
  'refusal.credit_of_nothing': 'There are no goods that this credit could make cheaper: send it to variance.',
  'refusal.credit_of_disputed':
    'This was never accepted, and is in no cost: take it against the credit that was asked for.',
  'refusal.arrival_exceeds_sent':
    '{none, select, yes {Nothing of this line is in transit any more.} other {Only {open} of this line are in transit.}}',
  'refusal.move_exceeds_expense': 'Only {left} is left of this expense.',
  'refusal.lots_not_kept': '{item} is not kept by lot or serial number: leave this empty.',
  'refusal.lots_missing': '{item} is kept by lot or serial number: say which.',
  'refusal.lot_twice': 'The same lot or serial number stands here twice.',
  'refusal.lot_quantity_wrong': 'The quantity of {lot} is wrong: more than zero, and exactly one for a serial number.',
  'refusal.lots_do_not_add_up': 'The line says {quantity}, its lots or serial numbers {lots}.',
  'refusal.lot_not_sent':
    '{none, select, yes {{item} {lot} is not among what went out on this line and is still out.} other {Only {open} of {item} {lot} went out on this line and are still out.}}',
  'refusal.serial_on_hand': '{item} {lot} is here already: a serial number stands for one thing.',
  'refusal.stock_short':
    '{named, select, yes {{item} ({lot}) in {warehouse} would be {short} short on {date}.} other {{item} in {warehouse} would be {short} short on {date}.}}',
  'refusal.standard_not_kept': '{item} is not kept at standard cost.',
  'refusal.payment_exceeds_open': 'Only {open} is open on this bill.',
  'refusal.payment_waits_for_goods': '{waiting} that it bills are not here: it is paid when they are.',
  'refusal.payment_negative': 'The credits come to more than the bills: leave some for later.',
  'refusal.prepayment_exceeds_left': 'Only {left} is left of this prepayment.',
  'refusal.reason_missing': 'Give a reason.',
  'refusal.period_impossible': '“{period}” is not a period: write it as year-month, like 2026-11.',
  'refusal.date_outside_period': '{date} does not lie in {period}.',
  'refusal.period_closed_already': '{period} is closed already, or a later period is.',
  'refusal.period_not_closed':
    '{named, select, yes {{period} does not follow a closed period.} other {This period does not follow a closed period.}}',
  'refusal.period_taken_back': 'What was accrued before {period} is taken back already.',
  'refusal.period_accruals_stand':
    'What closing {period} accrued is not taken back yet: open the period after it first.',
  'refusal.period_locked': '{period} is locked for good.',
  'refusal.order_changed_since':
    'Somebody changed this order meanwhile: version {version} stands. Look at it, and begin your change anew from there.',
  'refusal.nothing_changed': 'Nothing is different from the order as it stands: change a line or add one.',
  'refusal.nothing_open': 'Nothing of this is open any more.',
  'refusal.order_below_received': '{received} of this line have come or are billed already: order at least that.',
  'refusal.order_line_closed':
    'This line was closed on {date} ({named, select, yes {{reason}} other {came short, within what is allowed}}): reverse that closing to open it again, or keep the goods for the buyer to explain.',
  'refusal.order_billed_ahead':
    'Goods that are billed already are still to come on this line: get a credit for them first.',
  'refusal.order_on_hold': 'This order is on hold: release it first.',
  'refusal.order_not_held': 'This order is not on hold.',
  'refusal.vendor_on_hold':
    'This vendor is on hold: {reason}. Nothing is ordered from it, and nothing paid to it, until that is lifted in Setup.',
  'refusal.own_bank_account':
    'Whoever changed the bank account of a vendor does not pay it, nor does whoever entered a bill that is paid elsewhere release its payment: somebody else has to.',
  'refusal.tax_code_unknown': 'There is no tax code “{name}”: choose one, or set it up first.',
  'refusal.terms_unknown': 'Choose terms of payment that are set up.',
  'refusal.dimension_unknown': 'There is no {kind} “{name}”: choose one, or set it up first.',
  'refusal.order_awaits_approval': 'This order is above its buyer’s limit and waits for another person’s approval.',
  'refusal.order_rejected': 'This order was rejected: change it, and it is asked for again.',
  'refusal.approval_own':
    'Nobody approves what they stated or asked for themselves, nor their own limit: another person must answer.',
  'refusal.approval_not_awaited': 'This does not wait for approval, or was answered meanwhile: load the list again.',
  'refusal.approval_changed_since': 'What is asked was changed since you looked: load it again before you answer.',
  'refusal.document_unknown': 'There is no such document, or it was reversed.',
  'refusal.document_cited': 'Other documents build on this one: {documents}. Reverse those first.',
  'refusal.document_not_reversible': 'This kind of document cannot be reversed.',
  'refusal.estimate_measure_missing': '{item} has no {basis}: enter it on the item, or estimate by something else.',
  'refusal.density_missing':
    'By chargeable weight: say how many kilograms a cubic meter counts for, here or on the kind of charge.',
  'refusal.bank_not_used': 'The bank takes nothing where a prepayment is used: leave this empty.',
  'refusal.fee_exceeds_taken': 'The fee is a part of what the bank took, and cannot be more than it.',
  'refusal.took_differs': 'In the currency of the account the bank takes what is paid and its fee: {amount}.',
  'refusal.vendor_without_account': 'This vendor has no bank account: enter it in Setup, and have it approved.',
  'refusal.bank_account_unknown': 'Choose one of the company’s bank accounts; they are set up under Bank accounts.',
  'refusal.payment_not_released': 'This is not what another person released, or it was paid under that release before.',
  'refusal.payment_stated': 'A statement says already what the bank took for this payment.',
  'refusal.bank_charge_only': 'Where no payment is named, all that the bank took is its own charge.',
  'refusal.run_day_past': 'The bank cannot pay on {date}, which is past: reject this run, and have a new one entered.',
  'refusal.got_for_nothing':
    'The bank got money, but no line says what it is for: say what was received of each claim.',
  'refusal.entry_only_states':
    'Customs entries only state here: the broker’s bill brings what is owed. Leave this out, or let entries carry the debt in the company’s settings.',
  'refusal.additions_without_goods':
    'What is added to the price needs goods to be shared over: choose them, or leave it out.',
  'refusal.no_customs_debt': 'Nothing is owed to customs for this: choose a customs entry that carries a debt.',
  'refusal.disbursement_exceeds_debt':
    '{open} is owed to customs for this entry, and {amount} would be cleared. Enter no more than is open.',
  'refusal.statement_does_not_add_up':
    'The lines come to {amount}, the statement to {asked}: a line is missing or wrong.',
  'refusal.may_be_paid_twice': 'This may be paid twice (see {number}): say why it is not, or take it out.',
  'refusal.on_shipment_already':
    'That is where these goods are already: choose another shipment, or leave the line out.',
  'refusal.payee_unconfirmed':
    'This bill asks to be paid elsewhere ({payee}): another person confirms that under Approvals before it is paid.',
  'refusal.payee_differs':
    'This bill is paid to somebody else, or to another account, than the ones before it: pay it by itself.',
  'refusal.account_wrong':
    'This is no account number: an IBAN has the length and check digits of its country, others 4 to 34 letters and digits.',
  'refusal.bank_code_wrong': 'This is no bank’s code: a BIC has 8 or 11 letters and digits.',
  'refusal.due_before_billed': 'That cannot be due before it was billed: choose {date} or later.',
  'refusal.agreed_rate_unused': 'Nothing of it was ordered in {currency}: leave that rate out.',
  'refusal.deposit_for_goods':
    'A deposit that comes back is for no order: leave the order out, or say that it does not come back.',
  'refusal.bill_held': 'Its payment is held: {reason}',
  'refusal.bill_not_held': 'Nobody holds the payment of this bill.',
  'refusal.instalment_not_later': 'The part before it is due {date}: choose a later day.',
  'refusal.instalments_do_not_add_up': 'Instalments come to {amount}, the bill to {asked}.',
  'refusal.deposit_with_tax': 'A deposit that comes back has no tax in it: leave the tax out, or say what it pays for.',
  'refusal.tax_exceeds_prepaid': 'The tax is a part of what is paid: it must be less than that.',
  'refusal.prepaid_beside_bills': 'A payment is for bills or paid in advance, not both: make two of it.',
  'refusal.fixed_exceeds_charge': 'More is set by hand than is shared: lower one of the shares.',
  'refusal.no_checkbook': 'This account has no checks: enter the number of its first check under Setup, Bank accounts.',
  'refusal.check_used': 'The numbers before {next} are used: take that one or a later one.',
  'refusal.check_pays_nothing': 'A check is written for money that leaves the account.',
  'refusal.check_currency':
    'Checks on this account are drawn in {currency}: pay this by transfer, or from another account.',
  'refusal.check_out': 'Check {number} stands for this payment: void it first.',
  'refusal.check_paid': 'The bank paid this check: take back its statement first.',
  'refusal.bank_account_differs': 'This payment left another of the company’s bank accounts: choose that one.',
  'refusal.replacement_differs':
    'What is ordered in place of returned goods is the same item, of the same vendor, and as much as went back.',
  'refusal.replacement_came':
    'What comes in place of these goods has come already, or their order line is closed again.',
} as const;
