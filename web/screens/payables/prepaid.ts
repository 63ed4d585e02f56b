/** What is paid before the bill: for the goods of an order, on account, or as a deposit that comes back. */
export interface Prepaid {
  readonly vendor: string;
  readonly order: string;
  readonly refundable: boolean;
  /** Empty for the vendor's own. */
  readonly currency: string;
  readonly amount: string;
  /** The tax in it, as the vendor's prepayment bill shows it. */
  readonly tax: string;
}

/** As an address asks for it: from an order, or from a paper that asks for a prepayment. */
export const prepaidIn = (asked: URLSearchParams): Prepaid => ({
  vendor: asked.get('vendor') ?? '',
  order: asked.get('order') ?? '',
  refundable: asked.get('refundable') === 'true',
  currency: asked.get('currency') ?? '',
  amount: asked.get('amount') ?? '',
  tax: asked.get('tax') ?? '',
});

/** The same, to be paid elsewhere. */
export const askedFor = ({ refundable, ...prepaid }: Prepaid): URLSearchParams =>
  new URLSearchParams({ ...prepaid, ...(refundable ? { refundable: 'true' } : {}) });
