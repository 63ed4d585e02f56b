import type { Day } from '../../exact/calendar.ts';
import type { DocumentAmount } from '../../exact/amounts.ts';
import type { AccountItem, Found } from './layBeside.ts';

/** A line of the statement as the vendor wrote it. */
export interface StatedLine extends AccountItem {
  readonly text: string;
}

/** What our account had on that day: a bill, credit memo, payment or prepayment. */
export interface OwnLine extends AccountItem {
  readonly document: string;
}

/** One side of the account, in its currency: what it began with, and what is owed at its end. */
export interface Balances {
  readonly opening: DocumentAmount;
  readonly closing: DocumentAmount;
}

/**
 * A vendor's statement of account, with our account of the vendor as it was when they were laid beside each other. It changes nothing in the books: what
 * both sides agreed upon is kept with what stood against it.
 */
export interface VendorStatementCommand {
  readonly kind: 'vendor-statement';
  readonly vendor: string;
  readonly currency: string;
  /** The day that the statement is of. */
  readonly date: Day;
  /** From which day it lists all that happened; undefined for a list of what is open. */
  readonly from: Day | undefined;
  /** What the vendor calls it. */
  readonly reference: string;
  readonly stated: Balances;
  readonly lines: readonly StatedLine[];
  readonly own: Balances & { readonly lines: readonly OwnLine[] };
  /** What both sides agree is owed; our balance where nothing is said. */
  readonly agreed: DocumentAmount | undefined;
  readonly note: string;
}

/** A line of either side, or both, and how they stand to each other. */
export interface ComparedLine {
  readonly found: Found;
  readonly stated: StatedLine | undefined;
  readonly own: OwnLine | undefined;
}

export interface VendorStatementDocument extends Omit<VendorStatementCommand, 'agreed'> {
  readonly agreed: DocumentAmount;
  readonly compared: readonly ComparedLine[];
}
