import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { DocumentKind } from '@obolus/contract/kinds/kinds';

/** What is typed and not posted. The server keeps a copy; `version` is the copy's, 0 while there is none. */
export interface Draft {
  readonly kind: DocumentKind;
  readonly title: string;
  readonly body: unknown;
  /** The command that it stands for; none while there is too little to say. */
  readonly command: unknown;
  readonly version: number;
  /** Counts the changes here, so that a save knows whether it was overtaken. */
  readonly revision: number;
  /** Bodies of before, the last at the end, and those that were gone back from. */
  readonly past: unknown[];
  readonly future: unknown[];
  /** Overtaken: another window or person kept a later one. */
  readonly saved: 'yes' | 'not yet' | 'failed' | 'overtaken';
}

/** So many changes can be undone. */
const MOST_STEPS = 200;

interface Changed {
  readonly id: string;
  readonly title: string;
  readonly body: unknown;
  readonly command?: unknown;
}

const after = (draft: Draft, { title, body, command }: Changed): Draft => ({
  ...draft,
  title,
  body,
  command,
  revision: draft.revision + 1,
  saved: 'not yet',
});

const initialState: Record<string, Draft> = {};

export const draftSlice = createSlice({
  name: 'drafts',
  initialState,
  reducers: {
    opened: (
      drafts,
      { payload: { id, ...draft } }: PayloadAction<Pick<Draft, 'kind' | 'body' | 'version'> & { id: string }>,
    ) => {
      if (drafts[id]?.kind === draft.kind) return;
      drafts[id] = { ...draft, title: '', command: undefined, revision: 0, past: [], future: [], saved: 'yes' };
    },
    changed: (
      drafts,
      { payload }: PayloadAction<Changed & { /** It goes on with the change before. */ goesOn?: boolean }>,
    ) => {
      const draft = drafts[payload.id];
      if (!draft) return;
      const past = payload.goesOn ? draft.past : [...draft.past, draft.body].slice(-MOST_STEPS);
      drafts[payload.id] = { ...after(draft, payload), past, future: [] };
    },
    /** A change was undone, or done again: the body is the last of `from`. */
    stepped: (drafts, { payload }: PayloadAction<Changed & { from: 'past' | 'future' }>) => {
      const draft = drafts[payload.id];
      if (!draft) return;
      const to = payload.from === 'past' ? 'future' : 'past';
      drafts[payload.id] = {
        ...after(draft, payload),
        [payload.from]: draft[payload.from].slice(0, -1),
        [to]: [...draft[to], draft.body],
      };
    },
    kept: (drafts, { payload }: PayloadAction<{ id: string; version: number; revision: number }>) => {
      const draft = drafts[payload.id];
      if (draft)
        drafts[payload.id] = {
          ...draft,
          version: payload.version,
          saved: draft.revision === payload.revision ? 'yes' : 'not yet',
        };
    },
    notKept: (drafts, { payload }: PayloadAction<{ id: string; because: 'failed' | 'overtaken' }>) => {
      const draft = drafts[payload.id];
      if (draft) drafts[payload.id] = { ...draft, saved: payload.because };
    },
    closed: (drafts, { payload }: PayloadAction<{ id: string }>) => {
      delete drafts[payload.id];
    },
  },
});

export const { opened, changed, stepped, kept, notKept, closed } = draftSlice.actions;
