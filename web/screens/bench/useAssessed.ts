import { useEffect, useState } from 'react';
import type { AssessedBill, WaitingBill } from '@obolus/contract/views/bench';
import { server } from '../../server/api.ts';
import { useAppDispatch } from '../../drafts/store.ts';

/** So many are asked about at once. */
const AT_ONCE = 30;
/** Milliseconds for which what waits stands still before it is looked at. */
const REST = 150;

interface Assessed {
  readonly of: (id: string) => AssessedBill | undefined;
  /** How many of how many are known. */
  readonly done: number;
  readonly all: number;
}

/** How the bills stand that are ready to be posted, some after the other; asked anew when what waits has changed. */
export function useAssessed(bills: readonly WaitingBill[], isCurrent: boolean): Assessed {
  const dispatch = useAppDispatch();
  const [found, setFound] = useState<ReadonlyMap<string, AssessedBill>>(new Map());
  useEffect(() => {
    if (!isCurrent) return undefined;
    let asking: { abort(): void } | undefined;
    let isLeft = false;
    const ready = bills.filter(isReady).map(({ id }) => id);
    const ask = async () => {
      const known = new Map<string, AssessedBill>();
      for (let at = 0; at < ready.length && !isLeft; at += AT_ONCE) {
        const query = { ids: ready.slice(at, at + AT_ONCE).join(',') };
        const reply = dispatch(
          server.endpoints.assessedBills.initiate({ query }, { subscribe: false, forceRefetch: true }),
        );
        asking = reply;
        const { data } = await reply;
        for (const row of data?.rows ?? []) known.set(row.id, row);
        if (!isLeft) setFound(new Map(known));
      }
    };
    // Who comes back from a bill sees the list as it was, and a moment later as it is.
    const rest = setTimeout(() => void ask(), REST);
    return () => {
      clearTimeout(rest);
      isLeft = true;
      // What a posting changed is asked anew only once nothing else is under way.
      asking?.abort();
    };
  }, [bills, isCurrent, dispatch]);
  const all = bills.filter(isReady);
  return { of: (id) => found.get(id), done: all.filter(({ id }) => found.has(id)).length, all: all.length };
}

const isReady = ({ vendor, state, complete }: WaitingBill): boolean => vendor !== null && state === 'ready' && complete;
