import type { LineId } from '../costing/pool.ts';
import type { Day } from '../exact/calendar.ts';
import type { Books, PostedFacts } from './books.ts';
import type { Verb } from './caseStep.ts';
import type { Decision } from './decision.ts';
import type { Refusal } from './refusal.ts';
import type { Writing } from './writing.ts';

/**
 * A kind of document in one place: the decision, and what the books are after it. Kinds never import the registry; what they
 * share stands in this folder.
 */
export interface Kind<
  Name extends string,
  Command extends { readonly kind: Name },
  Document extends { readonly kind: Name; readonly date: Day },
> {
  readonly name: Name;
  readonly decide: (books: Books, command: Command) => Decision<Document>;
  /** What it leaves in the books beside what its effects do: lines that it opens, and itself at the lines that it cites. */
  readonly record?: (next: Writing, document: Document, number: string) => void;
  /** What its reversal puts back, beside taking its own lines out of everything (`strikeOut`). */
  readonly strikeOut?: (next: Writing, document: string) => void;
  /** Why it cannot be reversed on a day, where its own rule stands in place of that of its date. */
  readonly checkReversal?: (books: Books, facts: PostedFacts, date: Day) => Refusal[];
  /** What happened stands for ever. */
  readonly irreversible?: true;
  /** The charges that it opens, by the names that steps of a case call them. */
  readonly charges?: (document: Document, number: string) => readonly (readonly [name: string, LineId])[];
  /** The words of case files that make it (the format is described in the casebook's README). */
  readonly verbs: Readonly<Record<string, Verb<Command>>>;
}

/** States a kind; its name, command and document are taken from it. */
export const kind = <
  Name extends string,
  Command extends { readonly kind: Name },
  Document extends { readonly kind: Name; readonly date: Day },
>(
  definition: Kind<Name, Command, Document>,
): Kind<Name, Command, Document> => definition;
