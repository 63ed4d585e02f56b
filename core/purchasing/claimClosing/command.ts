import { type LineId } from '../../costing/pool.ts';
import { type BaseAmount, type DocumentAmount, type Quantity, type Rate } from '../../exact/amounts.ts';
import type { Day } from '../../exact/calendar.ts';
import type { Moved } from '../../state/paying.ts';

/** What a vendor owes ends without a credit memo: it gives money back, or refuses (accounting.md, claim refused, refund in money). */
export interface ClaimClosingCommand {
  readonly kind: 'claim-closing';
  readonly vendor: string;
  readonly currency: string;
  readonly date: Day;
  /** Why what is refused is let go. */
  readonly reason: string;
  /** The company's bank account that money came into; one in base currency where undefined. */
  readonly account?: string | undefined;
  /** What came into it for all of it, in the account's currency; at the day's rate where undefined. */
  readonly got?: DocumentAmount | undefined;
  readonly lines: readonly ClaimLine[];
  /** Whether somebody else has looked at exactly this and agreed. */
  readonly signedOff?: boolean | undefined;
}

/** Goods that went back by quantity, everything else by what of the amount asked for is closed. What did not come in money is refused. */
export interface ClaimLine {
  readonly of: LineId;
  readonly quantity?: Quantity | undefined;
  readonly amount?: DocumentAmount | undefined;
  readonly received: DocumentAmount;
  /** Where a price difference that is refused goes. */
  readonly to: 'cost' | 'variance';
}

/** A closed claim: what it takes of the line that it is of, what of that is refused, at the rate at which the claim stands. */
export interface ClosedClaim extends ClaimLine {
  readonly id: LineId;
  readonly isReturn: boolean;
  readonly closed: Quantity;
  readonly ownAmount: DocumentAmount;
  readonly own: BaseAmount;
  readonly kept: BaseAmount;
  /** Its part of what the bank got. */
  readonly money: BaseAmount;
}

export interface ClaimClosingDocument extends Omit<ClaimClosingCommand, 'lines'> {
  readonly rate: Rate;
  readonly lines: readonly ClosedClaim[];
  /** What came into the bank account. */
  readonly came: Moved;
}
