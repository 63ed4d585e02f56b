import type { EntityManager, EntitySchema } from 'typeorm';
import type { BodyOf } from '@obolus/contract/commands';
import type { DocumentKind } from '@obolus/contract/roles';
import type { CommandOf, DocumentOf } from '@obolus/core/posting/decide';
import type { Reader } from '../commands/read.ts';
import type { BooksLoader, LoadedBooks } from '../storage/loadBooks.ts';

/** What a kind of document adds to the one path of a command: how its body is read, what its decision rests on, its own rows. */
export interface DocumentCommand<Kind extends DocumentKind> {
  /** The body's figures as the core's; what cannot be read is left with the reader. */
  read(body: BodyOf<Kind>, reader: Reader, from: Asking): CommandOf[Kind];
  /** Loads, and for posting locks, in the loader's order; which pools are needed is only said. The company is loaded already. */
  load(command: CommandOf[Kind], loader: BooksLoader): Promise<void>;
  /** What stands on the document beside its lines. */
  header(body: BodyOf<Kind>): DocumentHeader;
  /** The vendor of a document whose body does not name one. */
  vendorOf?(document: DocumentOf[Kind]): string;
  /** The rows of the document's own lines. */
  rows(document: DocumentOf[Kind], saving: Saving): TableRows[];
  /** What changes beside facts: the first open day, a bill's number. */
  settle?(document: DocumentOf[Kind], manager: EntityManager, saving: Saving, body: BodyOf<Kind>): Promise<void>;
}

/** Who asks, and the currency of the books. */
export interface Asking {
  readonly user: string;
  readonly baseCurrency: string;
}

export interface DocumentHeader {
  readonly vendor?: string;
  readonly customer?: string;
  readonly warehouse?: string;
  /** The base currency where undefined. */
  readonly currency?: string;
  readonly reference?: string;
  readonly transport?: string;
  readonly note?: string;
}

/** A table and rows for it, all of the same columns. */
export interface TableRows {
  readonly table: EntitySchema;
  readonly rows: readonly object[];
}

/** What rows are made with: the new document's id, and the row behind each pool. */
export interface Saving {
  readonly id: string;
  readonly books: LoadedBooks;
  poolRow(pool: string | undefined): string | null;
}

export const lineAt = ({ id }: Saving, position: number) => ({ document_id: id, line_no: position + 1 });
