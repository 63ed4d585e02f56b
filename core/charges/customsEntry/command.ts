import type { LineId } from '../../costing/pool.ts';
import type { BaseAmount } from '../../exact/amounts.ts';
import type { Day } from '../../exact/calendar.ts';
import type { CustomsRate, Declared } from '../../state/customs.ts';
import type { Charge } from '../../state/owed.ts';

/**
 * A customs entry states what was declared and charged. Where the company lets it carry the debt, it posts what is owed to customs too
 * (accounting.md, What posts what).
 */
export interface CustomsEntryCommand {
  readonly kind: 'customs-entry';
  /** The day on which what is owed is posted. */
  readonly date: Day;
  /** The day on which customs took the entry. */
  readonly entered: Day;
  /** The entry's number at customs. */
  readonly reference: string;
  /** The broker who made the entry; empty where the company did so itself. */
  readonly vendor: string;
  /** The customs authority, a vendor, that the debt is owed to; empty where the entry only states. */
  readonly authority: string;
  /** The entry that it corrects, by its document: amounts may then be below zero. */
  readonly corrects?: string | undefined;
  /** One for each foreign currency. */
  readonly rates: readonly CustomsRate[];
  readonly lines: readonly CustomsEntryLine[];
  /** What customs asks for beside duty and import tax: fees, interest, a fine; at most one of a kind. */
  readonly charges: readonly { readonly kind: string; readonly amount: BaseAmount }[];
}

/** Goods of one tariff code and origin. Amounts are in base currency, undefined where the entry does not state them. */
export interface CustomsEntryLine extends Declared {
  /** Received lines that it declares; none where the goods have not come. */
  readonly goods: readonly LineId[];
  /** The tariff code that was declared; empty where it is not stated. */
  readonly code: string;
  readonly value: BaseAmount | undefined;
  readonly duty: BaseAmount | undefined;
  readonly importTax: BaseAmount | undefined;
  /** What belongs to the customs value beside the price: assists, royalties, goods that were free. */
  readonly additions?: BaseAmount | undefined;
}

export interface CustomsEntryDocument extends Omit<CustomsEntryCommand, 'charges'> {
  /** What is owed as duty, then the rest by kind, numbered after the lines. */
  readonly charges: readonly (Charge & { readonly isCost: boolean })[];
  readonly importTax: BaseAmount;
  /** What is owed to customs in all; nothing where the entry only states. */
  readonly total: BaseAmount;
}
