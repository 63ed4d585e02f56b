/** Why a document is refused. Each reads as the rule that it breaks; the wording for users is made once, in the server. */
export type RefusalReason =
  | 'missing'
  | 'not_a_number'
  | 'too_many_decimals'
  | 'too_large'
  | 'no_lines'
  | 'date_impossible'
  | 'date_in_closed_period'
  | 'date_before_cited'
  | 'item_unknown'
  | 'line_unknown'
  | 'line_cited_twice'
  | 'quantity_not_positive'
  | 'price_negative'
  | 'amount_negative'
  | 'amount_zero'
  | 'discount_out_of_range'
  | 'currency_unknown'
  | 'currency_differs_from_order'
  | 'rate_missing'
  | 'vendor_unknown'
  | 'warehouse_unknown'
  | 'vendor_differs'
  | 'customer_differs'
  | 'receipt_exceeds_ordered'
  | 'bill_exceeds_received'
  | 'bill_number_taken'
  | 'charge_kind_twice'
  | 'allocation_exceeds_charge'
  | 'allocation_does_not_add_up'
  | 'basis_missing'
  | 'basis_all_zero'
  | 'invoice_exceeds_delivered'
  | 'stock_short';

/** One refusal. `at` is a JSON pointer into the command (RFC 6901), `values` the offending figures as text. */
export interface Refusal {
  readonly reason: RefusalReason;
  readonly at: string;
  readonly values: Readonly<Record<string, string>>;
}

export function refusal(reason: RefusalReason, at: string, values: Record<string, string> = {}): Refusal {
  return { reason, at, values };
}
