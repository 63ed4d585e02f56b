import { useEffect, useRef } from 'react';
import type { Layout } from '@obolus/contract/views/me';
import { server } from '../server/api.ts';
import { useMe } from '../server/me.ts';

const AS_IT_COMES: Layout = { hidden: [], fixed: [], widths: {} };
/** Milliseconds of rest after which it is kept. */
const REST = 500;

/** How whoever is signed in looked at a table last, and the way to keep how they look at it now, once they rest. */
export function useKeptLayout(table: string): readonly [Layout, (now: Layout, atRest: boolean) => void] {
  const kept = useMe().layouts[table] ?? AS_IT_COMES;
  const [save] = server.useSaveLayoutMutation();
  const now = useRef<string>(undefined);
  const last = useRef(JSON.stringify(kept));
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    if (now.current === undefined || now.current === last.current) return;
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      const text = now.current;
      if (text === undefined || text === last.current) return;
      last.current = text;
      void save({ params: { table }, body: JSON.parse(text) as Layout });
    }, REST);
  });
  return [
    kept,
    (layout, atRest) => {
      if (atRest) now.current = JSON.stringify(layout);
    },
  ];
}
