import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** What is typed and not posted. The server keeps a copy; `version` is the copy's, 0 while there is none. */
export interface Draft {
  readonly body: unknown;
  readonly version: number;
  /** Counts the changes here, so that a save knows whether it was overtaken. */
  readonly revision: number;
  readonly saved: 'yes' | 'not yet' | 'failed';
}

const initialState: Record<string, Draft> = {};

export const draftSlice = createSlice({
  name: 'drafts',
  initialState,
  reducers: {
    opened: (drafts, { payload }: PayloadAction<{ id: string; body: unknown; version: number }>) => {
      drafts[payload.id] ??= { body: payload.body, version: payload.version, revision: 0, saved: 'yes' };
    },
    changed: (drafts, { payload }: PayloadAction<{ id: string; body: unknown }>) => {
      const draft = drafts[payload.id];
      if (draft) drafts[payload.id] = { ...draft, body: payload.body, revision: draft.revision + 1, saved: 'not yet' };
    },
    kept: (drafts, { payload }: PayloadAction<{ id: string; version: number; revision: number }>) => {
      const draft = drafts[payload.id];
      if (draft) drafts[payload.id] = { ...draft, version: payload.version, saved: draft.revision === payload.revision ? 'yes' : 'not yet' };
    },
    notKept: (drafts, { payload }: PayloadAction<{ id: string }>) => {
      const draft = drafts[payload.id];
      if (draft) drafts[payload.id] = { ...draft, saved: 'failed' };
    },
    closed: (drafts, { payload }: PayloadAction<{ id: string }>) => {
      delete drafts[payload.id];
    },
  },
});

export const { opened, changed, kept, notKept, closed } = draftSlice.actions;
