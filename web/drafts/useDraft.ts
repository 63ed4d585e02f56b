import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { BodyOf, DocumentKind } from '@obolus/contract/kinds/kinds';
import type { PostedReply, PreviewReply, RefusalView } from '@obolus/contract/commands';
import { changedBy, problemOf, saidAgainst, server } from '../server/api.ts';
import { useAppDispatch, useAppSelector, useAppStore } from './store.ts';
import { useKey } from '../keys/useKey.ts';
import { useSettling } from '../parts/useSettled.ts';
import { changed, closed, type Draft, opened, stepped } from './draftSlice.ts';
import { forgetHere, unsavedOf } from './unsaved.ts';
import { useElsewhere } from './useElsewhere.ts';
import { useMe } from '../server/me.ts';
import { usePreview } from '../server/usePreview.ts';
import { say, sayAll } from '../locale/say.ts';

const PREVIEW_AFTER = 220;
/** What is typed within so many milliseconds is undone together. */
const GOES_ON = 700;
/** How soon the server is asked again that did not answer, in milliseconds. */
const ASK_AGAIN = 3_000;

/** A document being entered: its body, what posting would do, what stands in the way, and the way to post it. */
export interface Entering<Body> {
  /** Under which it is posted. */
  readonly key: string;
  readonly body: Body | undefined;
  readonly change: (to: Partial<Body>) => void;
  readonly preview: PreviewReply | undefined;
  readonly previewing: boolean;
  /** By JSON pointer into the body as sent. */
  readonly refusals: readonly RefusalView[];
  readonly failure: string | undefined;
  readonly saved: Draft['saved'];
  /** Whether it is open in another window too. */
  readonly elsewhere: boolean;
  /** Takes what was kept last, in place of what stands here. */
  readonly reload: () => Promise<void>;
  readonly posting: boolean;
  readonly post: () => Promise<PostedReply | undefined>;
  readonly drop: () => void;
  /** As it would be posted; undefined while there is nothing to say yet. */
  readonly command: unknown;
}

interface Options<Kind extends DocumentKind, Body> {
  readonly kind: Kind;
  readonly id: string;
  readonly blank: () => Body;
  /** The command that stands for what was typed; undefined while there is nothing to say yet. */
  readonly toCommand: (body: Body) => BodyOf<Kind> | undefined;
  /** Whose it is, or what it is about: its kind is said beside it. */
  readonly title: (body: Body) => string;
  readonly after?: (posted: PostedReply) => void;
  /** What a kept draft is where it was not typed here: one that the server left. */
  readonly restore?: (kept: Partial<Body> & Readonly<Record<string, unknown>>) => Body;
}

/**
 * Keeps a draft here and on the server, previews it with every change, and posts it under its own id: sent twice, it
 * posts once. A reload finds it again.
 */
export function useDraft<Kind extends DocumentKind, Body>(options: Options<Kind, Body>): Entering<Body> {
  const { kind, id } = options;
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const store = useAppStore();
  // What it was taken for before it was known is none of it.
  const draft = useAppSelector(({ drafts: { [id]: open } }) => (open?.kind === kind ? open : undefined));
  const [post, posted] = server.usePostMutation();
  const stored = server.useDraftQuery(
    { params: { id } },
    { skip: draft !== undefined || posted.isSuccess, refetchOnMountOrArgChange: true },
  );
  const latest = useRef(options);
  latest.current = options;

  const left = useRef<PostedReply>(undefined);
  useEffect(
    () => () => {
      // Once this screen asks for nothing any more: what comes next asks for what it shows.
      const tags = left.current && changedBy(left.current);
      if (tags) setTimeout(() => dispatch(server.util.invalidateTags(tags)));
    },
    [dispatch],
  );
  const lastChange = useRef(0);
  const step = (from: 'past' | 'future') => {
    const last = draft?.[from].at(-1) as Body | undefined;
    if (last === undefined || posted.isLoading) return;
    lastChange.current = 0;
    dispatch(stepped({ id, from, title: options.title(last), body: last, command: options.toCommand(last) }));
  };
  useKey('undo', () => step('past'));
  useKey('redo', () => step('future'));
  const { user } = useMe();
  useEffect(() => {
    if (posted.isSuccess || draft || stored.isFetching || stored.isUninitialized || stored.isError) return;
    const found = stored.data?.kind === kind ? stored.data : undefined;
    const here = unsavedOf(user.id, id);
    const version = found?.version ?? 0;
    if (here?.kind === kind && here.version === version) {
      // What did not reach the server is sent now.
      dispatch(opened({ id, kind, body: here.body, version }));
      dispatch(changed({ id, title: here.title, body: here.body, command: here.command }));
      return;
    }
    if (here) {
      forgetHere(user.id, id);
      if (JSON.stringify(here.body) !== JSON.stringify(found?.body)) toast.error(say('drafts.overtaken'));
    }
    // What an earlier edition kept may lack a field that is new.
    const kept = { ...latest.current.blank(), ...(found?.body ?? {}) };
    const body =
      found && latest.current.restore ? latest.current.restore(kept as Partial<Body> & Record<string, unknown>) : kept;
    dispatch(opened({ id, kind, body, version }));
  }, [posted.isSuccess, draft, stored, dispatch, id, kind, user.id]);
  useAgain(stored.isError, stored.refetch);

  const body = draft?.body as Body | undefined;
  const command = body === undefined ? undefined : options.toCommand(body);
  const { settled: asked, isNow } = useSettling(command, PREVIEW_AFTER);
  const preview = usePreview(kind, asked, id);
  // Out of reach; or given up on the server for a later one, which was then not asked after all.
  useAgain([0, 409].includes(problemOf(preview.error)?.status ?? -1), preview.refetch);
  const previewProblem = problemOf(preview.error);
  const postProblem = problemOf(posted.error);

  return {
    key: id,
    body,
    change(to) {
      if (posted.isError) posted.reset();
      // Whoever changes it may have waited for an answer: what was typed meanwhile stays.
      const next = { ...((store.getState().drafts[id]?.body as Body | undefined) ?? body), ...to } as Body;
      const now = Date.now();
      const goesOn = now - lastChange.current < GOES_ON;
      lastChange.current = now;
      dispatch(changed({ id, title: options.title(next), body: next, command: options.toCommand(next), goesOn }));
    },
    // The last preview stands until the next is worked out, so that nothing jumps.
    preview: command === undefined ? undefined : preview.data,
    previewing: !isNow || preview.isFetching,
    refusals:
      postProblem?.errors ??
      (command === undefined ? NONE : (previewProblem?.errors ?? preview.data?.refusals ?? NONE)),
    failure:
      postProblem && !postProblem.errors
        ? saidAgainst(postProblem)
        : previewProblem && !previewProblem.errors
          ? saidAgainst(previewProblem)
          : undefined,
    saved: draft?.saved ?? 'yes',
    elsewhere: useElsewhere(id),
    async reload() {
      await dispatch(server.endpoints.draft.initiate({ params: { id } }, { subscribe: false, forceRefetch: true }));
      dispatch(closed({ id }));
    },
    posting: posted.isLoading,
    command,
    async post() {
      if (command === undefined || posted.isLoading) return undefined;
      const result = await post({ kind, body: command, key: id, version: draft?.version, leaving: true });
      if (!result.data) return undefined;
      left.current = result.data;
      const { id: document, number } = result.data;
      const look = {
        action: { label: say('drafts.look_at_it'), onClick: () => void navigate(`/documents/${document}`) },
      };
      toast.success(say('drafts.posted', { number }), latest.current.after ? look : {});
      dispatch(closed({ id }));
      if (latest.current.after) latest.current.after(result.data);
      else void navigate(`/documents/${result.data.id}`);
      return result.data;
    },
    drop() {
      dispatch(closed({ id }));
      void dispatch(server.endpoints.dropDraft.initiate({ params: { id } }));
    },
  };
}

const NONE: readonly RefusalView[] = [];

/** Asks again by and by while the server does not answer. */
function useAgain(failed: boolean, ask: () => unknown): void {
  const latest = useRef(ask);
  latest.current = ask;
  useEffect(() => {
    if (!failed) return undefined;
    const timer = setInterval(() => void latest.current(), ASK_AGAIN);
    return () => clearInterval(timer);
  }, [failed]);
}

/** What is wrong at a field, by its pointer. */
export const wrongAt = (refusals: readonly RefusalView[], pointer: string): string | undefined => {
  const wrong = refusals.find((refusal) => refusal.at === pointer);
  return wrong && sayAll(wrong.says);
};
