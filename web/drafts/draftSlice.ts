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
  /** Overtaken: another window or person kept a later one. */
  readonly saved: 'yes' | 'not yet' | 'failed' | 'overtaken';
}

const initialState: Record<string, Draft> = {};

export const draftSlice = createSlice({
  name: 'drafts',
  initialState,
  reducers: {
    opened: (
      drafts,
      { payload: { id, ...draft } }: PayloadAction<Pick<Draft, 'kind' | 'body' | 'version'> & { id: string }>,
    ) => {
      drafts[id] ??= { ...draft, title: '', command: undefined, revision: 0, saved: 'yes' };
    },
    changed: (
      drafts,
      {
        payload: { id, title, body, command },
      }: PayloadAction<{ id: string; title: string; body: unknown; command?: unknown }>,
    ) => {
      const draft = drafts[id];
      if (draft) drafts[id] = { ...draft, title, body, command, revision: draft.revision + 1, saved: 'not yet' };
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

export const { opened, changed, kept, notKept, closed } = draftSlice.actions;
