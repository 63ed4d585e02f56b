import type { LineId } from '../../costing/pool.ts';
import type { BaseAmount } from '../../exact/amounts.ts';
import type { Day } from '../../exact/calendar.ts';
import type { CustomsRate, Declared } from '../../state/customs.ts';

/** A customs entry states what was declared and charged; it posts nothing (accounting.md, What posts what). */
export interface CustomsEntryCommand {
  readonly kind: 'customs-entry';
  /** The day on which customs took the entry. */
  readonly date: Day;
  /** The entry's number at customs. */
  readonly reference: string;
  /** The broker who made the entry; empty where the company did so itself. */
  readonly vendor: string;
  /** One for each foreign currency. */
  readonly rates: readonly CustomsRate[];
  readonly lines: readonly CustomsEntryLine[];
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
}
