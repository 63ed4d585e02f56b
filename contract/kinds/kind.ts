import type { MessageId } from '@obolus/messages/message';
import type { TSchema } from '../figures.ts';
import { lenient } from '../leftOut.ts';
import type { Role } from '../roles.ts';

/** A kind of document as it is asked for and shown. */
export interface Kind<Name extends string, Body extends TSchema> {
  /** It is called `kind.<name>` in the catalogue of messages. */
  readonly name: Name;
  /** Before its numbers: PO-1009. */
  readonly prefix: string;
  /** Who may post it. The server refuses everyone else; the web hides what would be refused. */
  readonly mayPost: readonly Role[];
  /** What the amounts of its lines are; the value of goods that moved where nothing is said. */
  readonly amounts?: MessageId;
  /** What happened stands for ever: it is never reversed. */
  readonly stays?: true;
  /** The command: what is empty in it may be left out (docs/api.md). */
  readonly body: Body;
}

export const kind = <Name extends string, Body extends TSchema>(definition: Kind<Name, Body>): Kind<Name, Body> => ({
  ...definition,
  body: lenient(definition.body),
});
