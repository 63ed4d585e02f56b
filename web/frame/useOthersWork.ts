import { useEffect, useRef } from 'react';
import { useAppDispatch } from '../drafts/store.ts';
import { server } from '../server/api.ts';

const LOOK_EVERY = 30_000;

/**
 * How much waits, asked again by and by and whenever somebody comes back to the window. Once others have posted since, all that stands on the screen is
 * asked anew: nobody works on what others have done already.
 */
export function useOthersWork() {
  const waiting = server.useWaitingQuery(undefined, { pollingInterval: LOOK_EVERY, refetchOnFocus: true });
  const dispatch = useAppDispatch();
  const latest = waiting.data?.latestOfOthers;
  const known = useRef(latest);
  useEffect(() => {
    const before = known.current;
    known.current = latest;
    if (before !== undefined && latest && latest !== before) dispatch(server.util.invalidateTags(['Books']));
  }, [latest, dispatch]);
  return waiting;
}
