import { createListenerMiddleware, type ThunkDispatch, type UnknownAction } from '@reduxjs/toolkit';
import { server } from '../server/api.ts';
import { changed, kept, notKept, type Draft } from './draftSlice.ts';

const KEEP_AFTER = 600;

interface WithDrafts {
  readonly drafts: Record<string, Draft>;
}
type Dispatch = ThunkDispatch<WithDrafts, unknown, UnknownAction>;

/**
 * Sends what was typed to the server a moment after the last keystroke, whatever screen is open by then, and one save of a
 * draft at a time, so that each names the version before it.
 */
export const keepDrafts = createListenerMiddleware<WithDrafts, Dispatch>();

const saving = new Set<string>();

keepDrafts.startListening({
  actionCreator: changed,
  effect: async ({ payload: { id } }, api) => {
    const revision = api.getState().drafts[id]?.revision;
    await api.delay(KEEP_AFTER);
    while (saving.has(id)) await api.delay(50);
    const draft = api.getState().drafts[id];
    if (!draft || draft.revision !== revision) return;
    saving.add(id);
    const { kind, title, body, command, version } = draft;
    const result = await api.dispatch(
      server.endpoints.saveDraft.initiate({
        params: { id },
        body: { kind, title: title.slice(0, 120), body, ...(command === undefined ? {} : { command }), version },
      }),
    );
    saving.delete(id);
    api.dispatch(result.data ? kept({ id, version: result.data.version, revision: draft.revision }) : notKept({ id }));
  },
});
