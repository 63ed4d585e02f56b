import type { EntityManager } from 'typeorm';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import type { Books } from '@obolus/core/state/books';
import type { CommandOf, DocumentOf } from '@obolus/core/posting/kinds';
import type { Reader } from '../asking/reader.ts';
import type { BooksLoader, LoadedBooks } from '../storage/loadBooks.ts';
import type { DocumentHeader, TableRows } from '../storage/documentRows.ts';
import type { Brought } from './named.ts';

/** What a kind of document adds to the one path of a command: how its body is read, what its decision rests on, its own rows. */
export interface DocumentCommand<Kind extends DocumentKind> {
  /** The body's figures as the core's; what cannot be read is left with the reader. */
  read(body: BodyOf<Kind>, reader: Reader, from: Asking): CommandOf[Kind];
  /** Loads, and for posting locks, in the loader's order; which pools are needed is only said. The company is loaded already. */
  load(command: CommandOf[Kind], loader: BooksLoader): Promise<void>;
  /** What it brings into the books anew: nothing of it may be out of use. */
  brings?(body: BodyOf<Kind>): readonly Brought[];
  /** What stands on the document beside its lines. */
  header(body: BodyOf<Kind>): DocumentHeader;
  /** The vendor or the warehouse of a document whose body does not name it. */
  headerOf?(document: DocumentOf[Kind]): Pick<DocumentHeader, 'vendor' | 'warehouse'>;
  /** The rows of the document's own lines. */
  rows(document: DocumentOf[Kind], saving: Saving, body: BodyOf<Kind>): TableRows[];
  /** What changes beside facts: the first open day, a bill's number. */
  settle?(document: DocumentOf[Kind], manager: EntityManager, saving: Saving, body: BodyOf<Kind>): Promise<void>;
  /** Kinds that whoever posts this body must be allowed to post too. */
  alsoNeeds?(body: BodyOf<Kind>): readonly DocumentKind[];
  /** What else the document that follows rests on, for a preview; posting loads it anew. */
  loadFollowing?(body: BodyOf<Kind>, loader: BooksLoader): Promise<void>;
  /** A document that is posted with it in the same transaction, on the books as they are then; undefined where none is. */
  follows?(document: DocumentOf[Kind], body: BodyOf<Kind>, books: Books): Following | undefined;
}

/** A document that follows another. What is refused of it is said at `at` of the first one's body. */
export type Following = {
  readonly [Kind in DocumentKind]: { readonly kind: Kind; readonly body: BodyOf<Kind>; readonly at: string };
}[DocumentKind];

/** Who asks, the currency of the books, and whether a second person agreed to exactly this body. */
export interface Asking {
  readonly user: string;
  readonly baseCurrency: string;
  readonly signedOff?: boolean;
}

/** What rows are made with: the new document's id, and the row behind each pool. */
export interface Saving {
  readonly id: string;
  readonly books: LoadedBooks;
  poolRow(pool: string | undefined): string | null;
}

export const lineAt = ({ id }: Saving, position: number) => ({ document_id: id, line_no: position + 1 });
