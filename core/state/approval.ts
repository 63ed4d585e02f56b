import type { BaseAmount } from '../exact/amounts.ts';

/**
 * What a second person answers to: an order above its buyer's limit; a payment run; where a bill asks to be paid to elsewhere; the differences of a bill, what is let go of a vendor's
 * debts, goods that go back or a prepayment, none of them posted yet, by the key of its draft; a change of what is set up that takes effect only then (`vendors/12`).
 */
export type Subject = 'order' | 'bill' | 'claim' | 'return' | 'prepayment' | 'set-up' | 'payment-run' | 'remit-to';

/** What somebody asked to be approved, where it is not itself a posted document. */
export interface Asked {
  /** The request, as it is kept. */
  readonly request: string;
  readonly by: string;
  /** Whose own limit it is about: they do not answer it either. */
  readonly concerns: string | undefined;
  /** By what exactly this is known: a hash of all of it. */
  readonly seen: string;
  readonly isAnswered: boolean;
  /** What it comes to, and the limit that this is above; undefined where no amount decides. */
  readonly amount: BaseAmount | undefined;
  readonly above: BaseAmount | undefined;
}
