import type { Draft } from './draftSlice.ts';

/** What was typed and did not reach the server, as this browser keeps it for whoever typed it. */
export type Unsaved = Pick<Draft, 'kind' | 'title' | 'body' | 'command' | 'version'>;

const keyOf = (user: string): string => `obolus.unsaved.${user}`;

/** All of somebody's drafts that are only here, by id. */
function readAll(user: string): Record<string, Unsaved> {
  try {
    return JSON.parse(localStorage.getItem(keyOf(user)) ?? '{}') as Record<string, Unsaved>;
  } catch {
    return {};
  }
}

function writeAll(user: string, drafts: Readonly<Record<string, Unsaved>>): void {
  try {
    if (Object.keys(drafts).length === 0) localStorage.removeItem(keyOf(user));
    else localStorage.setItem(keyOf(user), JSON.stringify(drafts));
  } catch {
    // Where the browser keeps nothing, the window alone does.
  }
}

export const unsavedOf = (user: string, id: string): Unsaved | undefined => readAll(user)[id];

/** Keeps here what the server does not have, until it has. */
export function keepHere(user: string, drafts: Readonly<Record<string, Unsaved>>): void {
  writeAll(user, { ...readAll(user), ...drafts });
}

/** The server has it, or nobody wants it any more. */
export function forgetHere(user: string, id: string): void {
  const { [id]: known, ...others } = readAll(user);
  if (known) writeAll(user, others);
}
