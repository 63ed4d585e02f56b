import type { Changed, PreviewReply } from '@obolus/contract/commands';
import type { EntityManager } from 'typeorm';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import type { Role } from '@obolus/contract/roles';
import type { Asked } from '@obolus/core/state/approval';
import type { Books } from '@obolus/core/state/books';
import type { CommandOf, DocumentOf } from '@obolus/core/posting/kinds';
import type { RunDoubt } from '@obolus/core/paying/paymentRun/decide';
import type { VendorStatementCommand } from '@obolus/core/paying/vendorStatement/command';
import type { Terms } from '@obolus/core/purchasing/terms';
import type { Refusal } from '@obolus/core/state/refusal';
import type { Ruled } from '@obolus/core/charges/estimateRules';
import type { Reader } from '../asking/reader.ts';
import type { Elsewhere } from '../billPapers/paidElsewhere.ts';
import type { BooksLoader, LoadedBooks } from '../storage/load/loader.ts';
import type { DocumentHeader, TableRows } from '../storage/documentRows.ts';
import type { Row } from '../queries/figures.ts';
import type { TrailStage } from '../queries/trail.ts';
import type { Brought } from './named.ts';
import type { ServerNames } from './writeParts.ts';
import type { Message, MessageId } from '@obolus/messages/message';
import type { Shown as Said } from '@obolus/contract/message';

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
  /** The vendor, the currency or the warehouse of a document whose body does not name it. */
  headerOf?(document: DocumentOf[Kind]): Pick<DocumentHeader, 'vendor' | 'warehouse' | 'currency'>;
  /** The same command as a body: what reading it gives is the command again. */
  write(command: CommandOf[Kind], names: ServerNames): BodyOf<Kind>;
  /** Its lines as one shape (`lineQueries`): a label, a quantity, an amount and what the line stands on; each `?` is its id. */
  readonly lines: string;
  /** What its reference is called; a packing slip where nothing is said. */
  readonly reference?: MessageId;
  /** The amount of a line that does not hold one, in minor units of the currency. */
  amountOf?(row: Row, currency: string): bigint;
  /** What a line is of, where its row does not hold that as a name. */
  labelOf?(row: Row): Said;
  /** What a line says, part by part. */
  noteOf?(row: Row, baseCurrency: string): Said[];
  /** What it is owed or billed in all, in its own currency: SQL over the document `d`; the sum of its journal where nothing is said. */
  readonly total?: string;
  /** Its place in the trail of the documents it belongs to. */
  readonly trail?: TrailStage;
  /** Further facts of its head. */
  facts?(manager: EntityManager, id: string): Promise<{ name: Message; value: Said }[]>;
  /** Papers that are made from it: what each is called, and where it is below /api. */
  papers?(manager: EntityManager, id: string): Promise<readonly { name: Message; path: string }[]>;
  /** The rows of the document's own lines. */
  rows(document: DocumentOf[Kind], saving: Saving, body: BodyOf<Kind>): TableRows[];
  /** The document whose changes of what is open it takes back just as they were; else they are what the core says. */
  takesBack?(document: DocumentOf[Kind]): string | undefined;
  /** What of the books it changes beside what its postings and what is open say. */
  changes?(document: DocumentOf[Kind]): readonly Changed[];
  /** What changes beside facts: the first open day, a bill's number. */
  settle?(document: DocumentOf[Kind], manager: EntityManager, saving: Saving, body: BodyOf<Kind>): Promise<void>;
  /** What its reversal rests on beside its effects, and what that changes beside facts. */
  readonly reversal?: {
    load?(loader: BooksLoader, document: string): Promise<void>;
    /** What of the books it changes beside what its postings say. */
    readonly changes?: readonly Changed[];
    /** What is open after it follows from what else stands, and is not just what it opened taken back. */
    readonly opensAnew?: true;
    settle?(document: string, manager: EntityManager, saving: Saving): Promise<void>;
  };
  /** What is looked up before the body is read. */
  question?(
    manager: EntityManager,
    asked: { key: string | undefined; user: string; baseCurrency: string; body: BodyOf<Kind>; locking: boolean },
  ): Promise<Questioned>;
  /** What a preview shows of it beside what it would post, whether it is accepted or not. */
  preview?(manager: EntityManager, shown: Shown<Kind>): Promise<Partial<PreviewReply>>;
  /** What a preview shows of the document that would be posted, beside its entries. */
  shows?(document: DocumentOf[Kind], books: Books): Partial<PreviewReply>;
  /** What is refused where somebody entered the same at the same moment, and the unique index that decided. */
  readonly duplicate?: { readonly index: string; refusal(body: BodyOf<Kind>): Refusal };
  /** What follows in the same transaction once it is posted from a draft. */
  after?(manager: EntityManager, draft: string): Promise<void>;
  /** Whether some count it without seeing what was ordered. */
  readonly blind?: true;
  /** Why a role may not post exactly this body, where its kind alone does not say. */
  forbids?(body: BodyOf<Kind>, role: Role): Message | undefined;
  /** Kinds that whoever posts this body must be allowed to post too. */
  alsoNeeds?(body: BodyOf<Kind>): readonly DocumentKind[];
  /** What else the document that follows rests on, for a preview; posting loads it anew. */
  loadFollowing?(body: BodyOf<Kind>, loader: BooksLoader): Promise<void>;
  /**
   * Whether deciding and writing it takes so long that it is done in another thread, where it can be followed: `ahead` where it is decided on a snapshot, and
   * then only compared under the locks.
   */
  isLong?(body: BodyOf<Kind>): 'ahead' | 'in-turn' | undefined;
  /** Documents that are posted with it in the same transaction, each on the books as those before leave them. */
  follows?(document: DocumentOf[Kind], body: BodyOf<Kind>, books: Books): readonly Following[];
}

/** A document that follows another. What is refused of it is said at `at` of the first one's body. */
export type Following = {
  readonly [Kind in DocumentKind]: { readonly kind: Kind; readonly body: BodyOf<Kind>; readonly at: string };
}[DocumentKind];

/** What was looked up before a body is read. */
export interface Questioned {
  /** Whether a second person agreed to exactly this. */
  readonly signedOff?: boolean;
  /** Whom the paper of a bill asks to be paid to, where that is not the vendor at its account on file. */
  readonly remitTo?: Elsewhere | undefined;
  /** What it answers that was asked. */
  readonly asked?: Asked | undefined;
  /** What may be paid twice of what a run pays. */
  readonly doubts?: readonly RunDoubt[];
  /** Whether the account that a bill asks to be paid to is none. */
  readonly isAccountWrong?: boolean;
  /** Documents that make it doubtful only since a run was entered. */
  readonly doubted?: readonly string[];
  /** The number of the next check, where none is said; undefined where the account has no checks. */
  readonly nextCheck?: bigint | undefined;
  /** The currency of the bank account that a body names; that of the books where none. */
  readonly accountCurrency?: string;
  /** Our account of a vendor whose statement it is. */
  readonly account?: VendorStatementCommand['own'];
  /** What the company's rules put on lines that say no estimates, by their place in the body. */
  readonly ruled?: ReadonlyMap<number, readonly Ruled[]>;
}

/** Who asks, the currency of the books, and what others said. */
export interface Asking extends Questioned {
  readonly user: string;
  readonly baseCurrency: string;
}

/** What rows are made with: the new document's id, and the row behind each pool. */
export interface Saving {
  readonly id: string;
  /** When, as the database takes it. */
  readonly at: string;
  readonly books: LoadedBooks;
  /** Of what is owed by it. */
  readonly terms: Terms;
  poolRow(pool: string | undefined): string | null;
}

export const lineAt = ({ id }: Saving, position: number) => ({ document_id: id, line_no: position + 1 });

/** A command that is looked at before it is posted; undefined where its body cannot be read. */
export interface Shown<Kind extends DocumentKind> {
  readonly key: string | undefined;
  readonly body: BodyOf<Kind>;
  readonly books: Books;
  readonly command: CommandOf[Kind] | undefined;
  readonly questioned: Questioned | undefined;
}
