import { useMemo, useState } from 'react';
import type { LandedGoods } from '@obolus/contract/views/receiving';
import { server } from '../../server/api.ts';

const NONE: readonly LandedGoods[] = [];

/** Received lines: the latest, and those that are named wherever they are, by id. */
export function useReceived(ids: readonly string[]) {
  const latest = server.useReceivedLinesQuery({ query: {} });
  const rows = latest.data?.rows ?? NONE;
  const missing = useMemo(() => {
    const known = new Set<string>(rows.map(({ line }) => line));
    const receipts = ids.filter((id) => !known.has(id)).map((id) => id.split('/')[0] ?? '');
    return [...new Set(receipts)].sort().join(',');
  }, [rows, ids]);
  const named = server.useReceivedLinesQuery(
    { query: { receipts: missing } },
    { skip: missing === '' || latest.data === undefined },
  );
  const others = named.data?.rows ?? NONE;
  const all = useMemo(() => {
    const known = new Set<string>(rows.map(({ line }) => line));
    return [...rows, ...others.filter(({ line }) => !known.has(line))];
  }, [rows, others]);
  const [isReady, setReady] = useState(false);
  const isHere = latest.data !== undefined && (missing === '' || named.data !== undefined);
  if (isHere && !isReady) setReady(true);
  return {
    /** Undefined until all that were named at first are here; what is named later comes a moment later. */
    rows: isReady || isHere ? all : undefined,
    latest: latest.data,
    error: latest.error ?? named.error,
    again: () => Promise.all([latest.refetch(), ...(missing === '' ? [] : [named.refetch()])]),
  };
}
