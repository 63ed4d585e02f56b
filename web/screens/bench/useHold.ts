import { useEffect, useRef, useState } from 'react';
import { server } from '../../server/api.ts';
import { useAppDispatch, useAppSelector, type State } from '../../drafts/store.ts';
import { closed } from '../../drafts/draftSlice.ts';

/** Bills that are open here now. */
const openHere = new Set<string>();

/**
 * Takes a waiting bill up for as long as it is open here, and lets go of it after. While somebody else has it, asks again now and then.
 * @returns who else has it; empty for nobody; undefined while that is not known
 */
export function useHold(draft: string, isShared: boolean): string | undefined {
  const [open] = server.useOpenBillMutation();
  const [letGo] = server.useLetGoOfBillMutation();
  const [heldBy, setHeldBy] = useState<string | undefined>(isShared ? undefined : '');
  const dispatch = useAppDispatch();
  const here = useAppSelector((state) => state.drafts[draft]);
  const kept = useRef(here);
  kept.current = here;
  const wasHere = useRef(false);
  wasHere.current ||= here !== undefined;
  useEffect(() => {
    if (!isShared) return;
    let gone = false;
    openHere.add(draft);
    const forget = () => {
      wasHere.current = false;
      dispatch(closed({ id: draft }));
    };
    const ask = async (first: boolean) => {
      const { data } = await open({ params: { id: draft } });
      // What was looked at here before may have changed meanwhile: by somebody else, or because goods came.
      const old = kept.current;
      if (first && data && old?.saved === 'yes' && (old.version !== data.version || old.revision === 0)) forget();
      if (!gone) setHeldBy(data?.heldBy ?? '');
    };
    const go = () => void letGo({ params: { id: draft } });
    // Once it was here and is not any more it was posted or thrown away: nobody holds it.
    const isGone = () =>
      wasHere.current && dispatch((_: unknown, state: () => State) => state().drafts[draft] === undefined);
    const savesYet = () => dispatch((_: unknown, state: () => State) => state().drafts[draft]?.saved === 'not yet');
    // What was typed last is kept first, for keeping it takes the bill up again; unless it is open here again by then.
    const leave = async () => {
      for (let waits = 0; waits < WAITS && savesYet(); waits += 1)
        await new Promise((resolve) => setTimeout(resolve, WAIT));
      if (!openHere.has(draft) && !isGone()) go();
    };
    void ask(true);
    const again = setInterval(() => void ask(false), ASK_AGAIN);
    addEventListener('pagehide', go);
    return () => {
      gone = true;
      openHere.delete(draft);
      clearInterval(again);
      removeEventListener('pagehide', go);
      void leave();
    };
  }, [draft, isShared, open, letGo, dispatch]);
  return heldBy;
}

const ASK_AGAIN = 120_000;
const WAIT = 100;
const WAITS = 50;
