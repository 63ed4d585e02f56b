import type { Books } from '@obolus/core/state/books';
import type { Command, PostedDocument } from '@obolus/core/posting/kinds';
import type { Decision } from '@obolus/core/state/decision';

/** A command as the core took it. */
export interface Taken {
  readonly where: string;
  readonly books: Books;
  readonly command: Command;
  readonly decision: Decision<PostedDocument>;
}

/** What the server posted for a step. */
export interface ServerFacts {
  readonly step: string;
  readonly document: unknown;
  readonly entries: readonly string[];
}

const NOWHERE = '999999999';

const LAST_DAY = '9998-12-31';
