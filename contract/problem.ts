import { RefusalView } from './commands.ts';
import { Says } from './message.ts';
import { exactly, Text, Type, type Static } from './figures.ts';

/**
 * A problem document (RFC 9457), worded in the language that was asked for; `says` is the same without words. `errors` names each field by a JSON pointer and
 * says what to do.
 */
export const Problem = exactly({
  type: Text(200),
  title: Text(200),
  status: Type.Integer(),
  detail: Text(1000),
  says: Says,
  instance: Type.Optional(Text(200)),
  errors: Type.Optional(Type.Array(RefusalView)),
});
export type Problem = Static<typeof Problem>;
