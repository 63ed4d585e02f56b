import type { LineId } from '../costing/pool.ts';

/** The ways in which something waits for another document. */
export const OPEN_KINDS = [
  /** Ordered and neither come nor closed; below zero where more came. */
  'to-receive',
  /** Received, not billed and not gone back: a liability. */
  'to-bill',
  /** Billed, or gone back to be replaced, and not come. */
  'billed-ahead',
  /** Rejected, or come without an order. */
  'held',
  /** On the dock, below zero where it went back from a bin; the part is the warehouse. */
  'to-put-away',
  'in-transit',
  /** Billed goods that went back. */
  'to-credit',
  /** A credit that was asked for: a price difference, or what of a bill was not accepted. */
  'claim',
  /** A charge on no goods yet; the part is its kind. */
  'to-allocate',
  /** A charge that was accrued with goods and is not billed; the part is its kind. */
  'estimated',
  'to-invoice',
  /** What is owed on a bill; below zero on a credit memo. */
  'to-pay',
  'prepaid',
] as const;

export type OpenKind = (typeof OPEN_KINDS)[number];

/**
 * What of a line is open, or what a document changes of that. Quantity in stock units (6 places), `amount` in minor units of the
 * document's currency, `base` of the company's; 0 where a kind has none. What waits without a value of its own (goods to come, to be
 * invoiced, in transit) has its quantity alone: its value is the order's price, or what the fold says.
 */
export interface OpenItem {
  readonly kind: OpenKind;
  readonly line: LineId;
  /** Tells apart what is open of one line in several parts; empty where there is one. */
  readonly part: string;
  readonly vendor: string;
  readonly item: string;
  readonly quantity: bigint;
  readonly amount: bigint;
  readonly base: bigint;
}
