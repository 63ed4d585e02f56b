import type { Books } from '../state/books.ts';
import type { Decision } from '../state/decision.ts';
import { kindOf, type CommandOf, type DocumentKind, type DocumentOf } from './kinds.ts';

/** The one way a command is decided: by preview, posting, import and case runner alike. */
export function decide<Name extends DocumentKind>(books: Books, command: CommandOf[Name]): Decision<DocumentOf[Name]> {
  return kindOf(command.kind as Name).decide(books, command);
}
