import {
  createListenerMiddleware,
  type ListenerEffectAPI,
  type ThunkDispatch,
  type UnknownAction,
} from '@reduxjs/toolkit';
import { problemOf, server } from '../server/api.ts';
import { whosePage } from '../server/calling.ts';
import { changed, closed, type Draft, kept, notKept, stepped } from './draftSlice.ts';
import { forgetHere, keepHere, type Unsaved } from './unsaved.ts';

const KEEP_AFTER = 600;
/** How soon it is tried again, in milliseconds. */
const [TRY_AGAIN_FIRST, TRY_AGAIN_LAST] = [2_000, 15_000];

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

/** Keeps a draft as it is a moment later, unless it was changed again by then. */
async function keepLater(id: string, api: ListenerEffectAPI<WithDrafts, Dispatch>): Promise<void> {
  const revision = api.getState().drafts[id]?.revision;
  await api.delay(KEEP_AFTER);
  while (saving.has(id)) await api.delay(50);
  for (let again = TRY_AGAIN_FIRST; ; again = Math.min(again * 2, TRY_AGAIN_LAST)) {
    const draft = api.getState().drafts[id];
    // What was typed since is kept by its own turn.
    if (!draft || draft.revision !== revision) return;
    saving.add(id);
    const { data, error } = await api.dispatch(save(id, draft));
    saving.delete(id);
    if (data) {
      forgetHere(whosePage(), id);
      api.dispatch(kept({ id, version: data.version, revision: draft.revision }));
      return;
    }
    keepHere(whosePage(), { [id]: unsaved(draft) });
    const status = problemOf(error)?.status ?? 0;
    api.dispatch(notKept({ id, because: status === 409 ? 'overtaken' : 'failed' }));
    // Only where the server did not answer, or not now, it may be otherwise by and by.
    if (status !== 0 && status < 500) return;
    await api.delay(again);
  }
}

keepDrafts.startListening({ actionCreator: changed, effect: ({ payload }, api) => keepLater(payload.id, api) });
keepDrafts.startListening({ actionCreator: stepped, effect: ({ payload }, api) => keepLater(payload.id, api) });

keepDrafts.startListening({
  actionCreator: closed,
  effect: ({ payload: { id } }) => forgetHere(whosePage(), id),
});

const save = (id: string, { kind, title, body, command, version }: Draft) =>
  server.endpoints.saveDraft.initiate({
    params: { id },
    body: { kind, title: title.slice(0, 120), body, ...(command === undefined ? {} : { command }), version },
  });

const unsaved = ({ kind, title, body, command, version }: Draft): Unsaved => ({ kind, title, body, command, version });

/** What a window that is closed has not sent yet is kept here: it is sent when the draft is opened again. */
export function keepWhenLeft(drafts: Readonly<Record<string, Draft>>): void {
  const left = Object.entries(drafts).filter(([, { saved }]) => saved === 'not yet' || saved === 'failed');
  if (left.length > 0) keepHere(whosePage(), Object.fromEntries(left.map(([id, draft]) => [id, unsaved(draft)])));
}
