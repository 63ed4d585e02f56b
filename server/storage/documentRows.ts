import type { EntitySchema } from 'typeorm';
export interface DocumentHeader {
  readonly vendor?: string | undefined;
  readonly customer?: string;
  readonly warehouse?: string;
  /** The base currency where undefined. */
  readonly currency?: string;
  readonly reference?: string;
  readonly shipment?: string;
  readonly note?: string;
  /** A bill: it is due by its terms. */
  readonly isOwed?: true;
  /** Terms of payment, where they are not the vendor's usual ones. */
  readonly terms?: string;
  /** When it is due, where that is not by its terms. */
  readonly due?: string;
  /** It states its own parts and their days: a discount of its terms is none of it. */
  readonly inParts?: true;
}

/** A table and rows for it, all of the same columns. */
export interface TableRows {
  readonly table: EntitySchema;
  readonly rows: readonly object[];
  /** Numbered rows that are no lines of the document: nothing cites them. */
  readonly uncited?: true;
}
