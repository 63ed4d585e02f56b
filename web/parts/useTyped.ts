import { useState } from 'react';

/**
 * What somebody is typing into a field that holds something else than its text. It is let go of when the field is left, and when the field comes to hold
 * what was not typed here: another line took the place of this one, or somebody's choice filled it in.
 */
export function useTyped(value: string) {
  const [entry, setEntry] = useState<{ readonly typed: string; readonly held: string }>();
  // What came in its place stays, also where the field comes to hold the same again.
  if (entry && entry.held !== value) setEntry(undefined);
  return {
    typed: entry?.held === value ? entry.typed : undefined,
    type: (typed: string, held: string) => setEntry({ typed, held }),
    leave: () => setEntry(undefined),
  };
}
